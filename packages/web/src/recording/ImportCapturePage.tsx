import { Button, FileButton, Group, NumberInput, Progress, TextInput } from '@mantine/core';
import { recordingLengths } from '@probe-trail/core/recording';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Page } from '../frame/Page';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import { sayCount } from '../ui/sayCount';
import { CaptureChannels } from './CaptureChannels';
import type { UnderstoodCapture } from './capture.worker';
import { captureFiles } from './captureFiles';
import { type ChosenAs, chooseFor } from './captureFor';
import classes from './ImportLogPage.module.css';
import { sayInstant } from './sayInstant';
import { useCapture } from './useCapture';
import { useChannelChoices } from './useChannelChoices';

/** Takes in a capture from a file: shows how it is understood, lets that be put right, and keeps it. */
export function ImportCapturePage() {
  const { jobId = '' } = useParams();
  const [query] = useSearchParams();
  const step = stepOf(query);
  const capture = useCapture(jobId);
  const mayWork = useMay('workOnJobs');
  const { file, understood, share, problem, done, choose, keep, stop } = capture;
  return (
    <Page
      title="Bring in a capture"
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      {!mayWork && <p>You can look at the captures of this job. Whoever works on it brings them in.</p>}
      <Group>
        <FileButton accept={captureFiles} onChange={(chosen) => chosen && void choose(chosen)}>
          {(props) => (
            <Button
              size="lg"
              mih={56}
              variant={understood ? 'default' : 'filled'}
              disabled={share !== undefined || !mayWork}
              {...props}
            >
              {file ? 'Choose another file' : 'Choose a file'}
            </Button>
          )}
        </FileButton>
        <span className="soft">
          {file ? file.name : 'a table of samples, WAV, Arrow, or a dump of logic signals (VCD)'}
        </span>
      </Group>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {share !== undefined && (
        <Group mt="md">
          <Progress className={classes.progress ?? ''} value={share * 100} aria-label="Reading the file" />
          <Button variant="default" onClick={stop}>
            Stop reading
          </Button>
        </Group>
      )}
      {done && (
        <div className={classes.done} role="status">
          <p>
            Kept: {sayInstant(done.info.lengthMs, done.info.lengthMs)} of{' '}
            {sayCount(done.info.channels.length, 'channel')}.
          </p>
          {step && (
            <Button
              size="lg"
              mih={56}
              component={Link}
              to={`/trails/${step.trailId}`}
              onClick={() => chooseFor(step.place, step.as, done.recordingId)}
            >
              To the step
            </Button>
          )}
          <Button
            size="lg"
            mih={56}
            variant={step ? 'default' : 'filled'}
            component={Link}
            to={`/jobs/${jobId}/recordings/${done.recordingId}`}
          >
            Open the capture
          </Button>
        </div>
      )}
      {file && understood && !done && (
        <Understood
          key={`${file.name} ${file.size} ${file.lastModified}`}
          fileName={file.name}
          capture={understood}
          isBusy={share !== undefined}
          onKeep={keep}
        />
      )}
    </Page>
  );
}

interface StepToTakeIt {
  readonly place: string;
  readonly trailId: string;
  readonly as: ChosenAs;
}

/** The step of a trail that the capture is brought in for. */
function stepOf(query: URLSearchParams): StepToTakeIt | undefined {
  const place = query.get('for');
  const [trailId] = place?.split('/') ?? [];
  const as = query.get('as');
  return place && trailId ? { place, trailId, as: as === 'before' || as === 'after' ? as : 'only' } : undefined;
}

interface UnderstoodProps {
  readonly fileName: string;
  readonly capture: UnderstoodCapture;
  readonly isBusy: boolean;
  readonly onKeep: ReturnType<typeof useCapture>['keep'];
}

/** How the file was understood: everything of it can be put right before it is kept. */
function Understood({ fileName, capture, isBusy, onKeep }: UnderstoodProps) {
  const [name, setName] = useState(fileName.replace(/\.\w+$/, '').slice(0, recordingLengths.name));
  const [stepMs, setStepMs] = useState(capture.stepMs);
  const { choices, change, chosen } = useChannelChoices(capture.channels);
  return (
    <>
      <p>
        {capture.samples} samples in {sayInstant(capture.samples * stepMs, capture.samples * stepMs)}.
      </p>
      {capture.notes.map((note) => (
        <Notice key={note} kind="tooCloseToCall" title={note} />
      ))}
      <Group align="end" mb="sm">
        <TextInput
          className={classes.name ?? ''}
          label="Name"
          maxLength={recordingLengths.name}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <NumberInput
          label="From sample to sample, in ms"
          size="md"
          min={1e-9}
          max={1e6}
          decimalScale={9}
          value={stepMs}
          onChange={(step) => typeof step === 'number' && step > 0 && setStepMs(step)}
        />
      </Group>
      <CaptureChannels channels={capture.channels} choices={choices} onChange={change} />
      <Button
        mt="md"
        size="lg"
        mih={56}
        disabled={isBusy || name.trim() === '' || chosen.length === 0}
        onClick={() => void onKeep(name.trim(), chosen, stepMs)}
      >
        Keep it
      </Button>
    </>
  );
}
