import { Autocomplete, Button } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import type { LiveSample, LiveValue } from '@probe-trail/core/liveValue';
import { Link } from 'react-router';
import { deviceNowMs } from '../device/clock';
import { Notice } from '../spec/Notice';
import { sayCount } from '../ui/sayCount';
import classes from './RecordBar.module.css';
import { sayLength } from './sayLength';
import type { DriveRecorder } from './useRecorder';

interface BarProps {
  readonly jobId: string;
  readonly recorder: DriveRecorder;
  /** What the key is called that begins. */
  readonly label?: string;
  /** What is recorded: what stands on the board. */
  readonly values: readonly LiveValue[];
  readonly samplesOf: (key: string) => readonly LiveSample[];
}

// What is felt and heard on a drive; anything else is typed.
const markWords = ['lamp came on', 'jerk', 'no power', 'noise', 'smell', 'it happened'];
const longestMark = 200;

/** Records a drive: one key starts it, one large key marks, and what was seen already can be kept without having been started. */
export function RecordBar({ jobId, label = 'Record', recorder, values, samplesOf }: BarProps) {
  const { startedAtMs, marks, start, mark, nameMark, stop, keepSeen, kept, problem } = recorder;
  const isOn = startedAtMs !== undefined;
  const lastMark = marks.at(-1);
  // A foot switch and the key of a headset are keyboards too.
  useHotkeys([
    ['space', () => isOn && mark()],
    ['MediaPlayPause', () => isOn && mark()],
    ['MediaTrackNext', () => isOn && mark()],
  ]);
  return (
    <div className={classes.bar}>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {isOn ? (
        <>
          <Button className={classes.mark ?? ''} h={96} fz={26} onClick={mark} onKeyDown={keepForMark}>
            Mark
            <small className={classes.small}>or the space bar</small>
          </Button>
          <div className={classes.running}>
            <p role="status">
              Recording for {sayLength(deviceNowMs() - startedAtMs)}, {sayCount(marks.length, 'mark')}
            </p>
            {lastMark && (
              // A new field for each mark: what the last one was about stays with it.
              <Autocomplete
                key={lastMark.atMs}
                className={classes.name ?? ''}
                size="lg"
                aria-label={`What mark ${marks.length} was`}
                placeholder={`What was mark ${marks.length}?`}
                data={markWords}
                maxLength={longestMark}
                value={lastMark.text}
                onChange={nameMark}
              />
            )}
            <Button size="lg" variant="default" onClick={stop} onKeyDown={keepForMark}>
              Stop and keep
            </Button>
          </div>
        </>
      ) : (
        <div className={classes.keys}>
          <Button size="lg" disabled={values.length === 0} onClick={() => start(values)}>
            {label}
          </Button>
          <Button
            size="lg"
            variant="default"
            disabled={values.length === 0}
            onClick={() => keepSeen(values, samplesOf)}
          >
            Keep the last 15 minutes
          </Button>
          <Button size="lg" variant="subtle" color="gray" component={Link} to={`/jobs/${jobId}/recordings/new`}>
            Import a log
          </Button>
        </div>
      )}
      {kept.map(({ recordingId, jobId, info }) => (
        <p key={recordingId} role="status">
          Kept:{' '}
          <Link to={`/jobs/${jobId}/recordings/${recordingId}`}>
            {sayLength(info.lengthMs)} of {sayCount(info.channels.length, 'value')}
          </Link>
        </p>
      ))}
    </div>
  );
}

/** The space bar marks, whichever button has the focus. */
function keepForMark(event: { readonly key: string; preventDefault: () => void }) {
  if (event.key === ' ') event.preventDefault();
}
