import { Button, Select } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import { type DriveSpec, sayDriveCondition } from '@probe-trail/core/spec';
import { type EntryOf, judgeEntry } from '@probe-trail/core/trail';
import { useEffect, useMemo, useState } from 'react';
import { sayMoment } from '../../../device/ago';
import { nowMs } from '../../../device/clock';
import { useKeptState } from '../../../device/keptState';
import { isText } from '../../../device/shapes';
import { useRecordingsQuery } from '../../../recording/recordingApi';
import { sayLength } from '../../../recording/sayLength';
import { Notice } from '../../../spec/Notice';
import { placeOf, type ReadingProps, recordReading } from '../recordReading';
import { VerdictPanel } from '../VerdictPanel';
import { DriveEvidence } from './DriveEvidence';
import classes from './DrivePanel.module.css';
import { DriveRecorder } from './DriveRecorder';
import { useReadDrive } from './useReadDrive';

interface PanelProps extends ReadingProps {
  readonly spec: DriveSpec;
}

/** A drive is recorded here, or chosen from those of the job, and held against the limits. */
export default function DrivePanel({ spec, ...props }: PanelProps) {
  const { open, step, reading, isDue, onAgain } = props;
  const { trail } = open;
  const recorded = isDue ? undefined : trail.taken[reading.id];
  return (
    <section className={classes.drive} aria-label={reading.name || step.title}>
      <DriveTerms spec={spec} />
      {trail.jobId === null ? (
        <Notice kind="noLimit" title="This trail belongs to no job, so no drive is recorded for it." />
      ) : recorded ? (
        <>
          <VerdictPanel judged={recorded} policy={trail.plan.tooClose} />
          {recorded.entry?.kind === 'driven' && (
            <DriveEvidence jobId={trail.jobId} spec={spec} entry={recorded.entry} zoneId={recorded.verdict.zone.id} />
          )}
          <Button variant="default" size="lg" onClick={onAgain}>
            Choose another drive
          </Button>
        </>
      ) : (
        <ChooseDrive {...props} spec={spec} jobId={trail.jobId} />
      )}
    </section>
  );
}

/** When a drive counts, how long it may be outside, and how much of it is needed. */
function DriveTerms({ spec }: { readonly spec: DriveSpec }) {
  const conditions = spec.during.map((one) => sayDriveCondition(spec, one));
  const outside = spec.mayLastSeconds > 0 ? ` It may be outside for ${spec.mayLastSeconds} s at a time.` : '';
  return (
    <p className={classes.terms}>
      {conditions.length > 0 ? `It counts while ${conditions.join(' and ')}.` : 'The whole drive counts.'}
      {outside} At least {saySeconds(spec.leastSeconds)} of that are needed.
    </p>
  );
}

const saySeconds = (seconds: number): string =>
  seconds < 60 ? `${formatPlain(seconds)} s` : sayLength(seconds * 1000);

interface ChooseProps extends PanelProps {
  readonly jobId: string;
}

function ChooseDrive({ spec, jobId, ...props }: ChooseProps) {
  const { open, reading, kit } = props;
  const { data = [], refetch } = useRecordingsQuery(jobId);
  useEffect(() => void refetch(), [refetch]);
  const [chosen, setChosen, forget] = useKeptState<string>(`drive-${placeOf(props)}`, '', isText);
  const [keptHere, setKeptHere] = useState<readonly { readonly value: string; readonly label: string }[]>([]);
  const recordingId = chosen === '' ? undefined : chosen;
  const read = useReadDrive(open.trail, spec, recordingId);
  const entry = useMemo(
    () => (read?.ok && recordingId !== undefined ? drivenEntry(recordingId, read.value) : undefined),
    [read, recordingId],
  );
  const judged = entry && judgeEntry(reading, entry, kit.context);
  const known = data
    .filter(({ kind }) => kind === 'drive')
    .map(({ recordingId: value, name, lengthMs, startedAtMs }) => ({
      value,
      label: `${name}, ${sayLength(lengthMs)}, ${sayMoment(startedAtMs, nowMs())}`,
    }));
  const options = [...keptHere.filter(({ value }) => !known.some((one) => one.value === value)), ...known];
  const record = () => {
    if (entry && recordReading(props)(entry)) forget();
  };
  return (
    <>
      <DriveRecorder
        trail={open.trail}
        jobId={jobId}
        spec={spec}
        onKept={(kept) => {
          setKeptHere((last) => [
            { value: kept.recordingId, label: `The drive just recorded, ${sayLength(kept.info.lengthMs)}` },
            ...last,
          ]);
          setChosen(() => kept.recordingId);
        }}
      />
      {options.length > 0 && (
        <Select
          label="The drive that is judged"
          placeholder="Choose one of this job"
          size="lg"
          data={options}
          value={recordingId ?? null}
          onChange={(next) => setChosen(() => next ?? '')}
        />
      )}
      {read && !read.ok && <Notice kind="noLimit" title={read.problem} />}
      {judged && (
        <div className={classes.row}>
          <VerdictPanel
            judged={judged.ok ? judged.value : undefined}
            policy={open.trail.plan.tooClose}
            typedReading={{ text: 'drive', judged }}
          />
          <Button size="xl" mih={64} disabled={!judged.ok} onClick={record}>
            Record
          </Button>
        </div>
      )}
      {entry && (
        <DriveEvidence
          jobId={jobId}
          spec={spec}
          entry={entry}
          zoneId={judged?.ok ? judged.value.verdict.zone.id : undefined}
        />
      )}
    </>
  );
}

const drivenEntry = (
  recordingId: string,
  { countedSeconds, heldSeconds, levels, trace }: Omit<EntryOf<'driven'>, 'kind' | 'recordingId'>,
): EntryOf<'driven'> => ({ kind: 'driven', recordingId, countedSeconds, heldSeconds, levels, trace });
