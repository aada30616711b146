import { Button, Group } from '@mantine/core';
import { jobEventLengths, readinessOf } from '@probe-trail/core/job';
import { useState } from 'react';
import { useKeptState } from '../device/keptState';
import { isText } from '../device/shapes';
import { TextBlock } from '../fields/TextField';
import { useMay } from '../session/sessionApi';
import { ReadinessStrip } from './ReadinessStrip';
import type { OpenJob, StationBodyProps } from './useJob';
import { useRecording } from './useRecording';

/** What the technician saw of the complaint, and the voltage at which it was seen. */
export function ConfirmedFacts({ open: { job } }: { readonly open: OpenJob }) {
  const check = job.complaintCheck;
  const voltage = job.voltages.at(-1);
  const readiness = readinessOf(job);
  return (
    <>
      {check && (
        <>
          {check.result === 'notReproduced' && <b>not reproduced</b>}
          {check.result === 'notReproduced' && check.seen !== '' && ': '}
          {check.result === 'confirmed' && check.seen === '' ? 'seen' : check.seen};{' '}
        </>
      )}
      {voltage ? (
        <>
          <span className="mono">{sayVolts(voltage.text)}</span>, engine {voltage.engine}
          {readiness.kind === 'low' && <b>, too low</b>}
          {readiness.kind === 'falling' && <b>, falling</b>}
        </>
      ) : (
        'voltage not measured'
      )}
    </>
  );
}

const sayVolts = (text: string) => `${text.replace(/\s*v$/i, '')} V`;

/** Before anything else the technician measures the voltage and sees the complaint, or says that it would not show. */
export function ConfirmedStation({ open, isDue }: StationBodyProps) {
  const { job } = open;
  const mayCheck = useMay('workOnJobs');
  return (
    <>
      {mayCheck || readinessOf(job).kind !== 'notMeasured' ? <ReadinessStrip open={open} /> : null}
      {mayCheck ? (
        <CheckComplaint open={open} isFirst={job.complaintCheck === undefined} />
      ) : (
        isDue && <p className="soft">The technician checks it at the vehicle.</p>
      )}
    </>
  );
}

interface CheckProps {
  readonly open: OpenJob;
  readonly isFirst: boolean;
}

function CheckComplaint({ open: { jobId, record }, isFirst }: CheckProps) {
  const { note } = useRecording(record);
  const [isOpen, setIsOpen] = useState(isFirst);
  const [seen, setSeen, forget] = useKeptState(`seen-${jobId}`, '', isText);
  const check = async (result: 'confirmed' | 'notReproduced') => {
    if (!(await note({ kind: 'complaintChecked', result, seen: seen.trim() }))) return;
    setSeen('');
    forget();
    setIsOpen(false);
  };
  if (!isOpen)
    return (
      <Button variant="default" onClick={() => setIsOpen(true)}>
        Check it again
      </Button>
    );
  return (
    <>
      <TextBlock
        label="What did you see?"
        minRows={2}
        maw={640}
        maxLength={jobEventLengths('complaintChecked').seen}
        value={seen}
        onText={setSeen}
      />
      <Group mt="sm">
        <Button size="lg" mih={56} onClick={() => void check('confirmed')}>
          Confirmed
        </Button>
        <Button size="lg" mih={56} variant="default" onClick={() => void check('notReproduced')}>
          Not reproduced
        </Button>
      </Group>
    </>
  );
}
