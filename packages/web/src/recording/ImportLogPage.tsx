import { Button, FileButton, Group, Progress, TextInput } from '@mantine/core';
import { type LeftOut, timeForms } from '@probe-trail/core/driveLog';
import { recordingLengths } from '@probe-trail/core/recording';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Page } from '../frame/Page';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import { sayCount } from '../ui/sayCount';
import classes from './ImportLogPage.module.css';
import { LogValues } from './LogValues';
import { sayLength } from './sayLength';
import { type KeptLog, type LogImport, useLog } from './useLog';
import { useLogChoice } from './useLogChoice';

/** Takes in a recording that another tool has made: shows how it is understood, lets that be put right, and keeps it. */
export function ImportLogPage() {
  const { jobId = '' } = useParams();
  const log = useLog(jobId);
  const mayWork = useMay('workOnJobs');
  const { file, opened, share, problem, done, choose, stop } = log;
  return (
    <Page
      title="Import a log"
      actions={
        <Button variant="default" component={Link} to={`/jobs/${jobId}`}>
          To the job
        </Button>
      }
    >
      {!mayWork && <p>You can look at the recordings of this job. Whoever works on it imports logs.</p>}
      <Group>
        <FileButton
          accept=".csv,.tsv,.txt,.log,.arrow,text/csv,text/plain"
          onChange={(chosen) => chosen && void choose(chosen)}
        >
          {(props) => (
            <Button
              size="lg"
              mih={56}
              variant={opened ? 'default' : 'filled'}
              disabled={share !== undefined || !mayWork}
              {...props}
            >
              {file ? 'Choose another file' : 'Choose a file'}
            </Button>
          )}
        </FileButton>
        <span className="soft">
          {file
            ? `${file.name}, ${sayBytes(file.size)}`
            : 'a table with a time, as CSV or text; or a recording of this program'}
        </span>
      </Group>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {done ? (
        <Done key={done.kept.recordingId} log={done} />
      ) : (
        file && opened && <Understood key={`${file.name} ${file.size} ${file.lastModified}`} log={log} />
      )}
      {share !== undefined && (
        <Group mt="md">
          <Progress className={classes.progress ?? ''} value={share * 100} aria-label="Reading the file" />
          <Button variant="default" onClick={stop}>
            Stop reading
          </Button>
        </Group>
      )}
    </Page>
  );
}

const megabyte = 1024 * 1024;
const sayBytes = (count: number): string =>
  count < megabyte ? `${Math.ceil(count / 1024)} KB` : `${(count / megabyte).toFixed(1)} MB`;

/** How the file was understood. */
function Understood({ log }: { readonly log: LogImport }) {
  const { file, opened, share, keep } = log;
  const layout = opened?.kind === 'log' ? opened.layout : undefined;
  const [name, setName] = useState((file?.name ?? '').replace(/\.\w+$/, '').slice(0, recordingLengths.name));
  const choice = useLogChoice(layout);
  return (
    <>
      <TextInput
        mt="md"
        className={classes.name ?? ''}
        label="Name"
        maxLength={recordingLengths.name}
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      {choice && layout && <LogValues layout={layout} choice={choice} />}
      {opened?.kind === 'recording' && <p>A recording of {sayCount(opened.values, 'value')}.</p>}
      <Button
        mt="md"
        size="lg"
        mih={56}
        disabled={share !== undefined || name.trim() === '' || choice?.chosen.length === 0}
        onClick={() => void keep(name.trim(), choice?.layout, choice?.chosen ?? [])}
      >
        Import
      </Button>
      {layout && layout.shape.timeForm !== 'date' && (
        <p className="soft">
          The file has {timeForms[layout.shape.timeForm]} and no date: it is taken to have ended when it was written.
        </p>
      )}
    </>
  );
}

function Done({ log: { kept, broken, misplaced } }: { readonly log: KeptLog }) {
  const { recordingId, jobId, info } = kept;
  return (
    <div className={classes.done} role="status">
      <p>
        Kept: {sayLength(info.lengthMs)} of {sayCount(info.channels.length, 'value')}.
      </p>
      <LeftOutRows rows={broken} kind="without a time" />
      <LeftOutRows rows={misplaced} kind="out of order in time" />
      <Button size="lg" mih={56} component={Link} to={`/jobs/${jobId}/recordings/${recordingId}`}>
        Open the recording
      </Button>
    </div>
  );
}

function LeftOutRows({ rows: { count, lines }, kind }: { readonly rows: LeftOut; readonly kind: string }) {
  if (count === 0) return null;
  const where = `line${lines.length === 1 ? '' : 's'} ${lines.join(', ')}${count > lines.length ? ' and more' : ''}`;
  return <Notice kind="tooCloseToCall" title={`${sayCount(count, 'row')} left out, ${kind}: ${where}.`} />;
}
