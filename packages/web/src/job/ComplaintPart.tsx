import { Button, Group, Modal } from '@mantine/core';
import { type Arrival, type Job, jobEventLengths, occasions } from '@probe-trail/core/job';
import { useState } from 'react';
import { Moment } from '../device/Moment';
import { FormProblem } from '../fields/FormProblem';
import { TextBlock } from '../fields/TextField';
import { useMay } from '../session/sessionApi';
import { VerdictMark } from '../spec/VerdictMark';
import { Facts } from '../ui/Facts';
import { ArrivalFields } from './ArrivalFields';
import classes from './ComplaintPart.module.css';
import { Part } from './Part';
import { useArrivalForm } from './useArrivalForm';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

/** The complaint in the customer's words, and whether the workshop has seen it. */
export function ComplaintPart({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note } = useRecording(record);
  const mayChange = useMay('takeInJobs');
  const mayCheck = useMay('workOnJobs');
  return (
    <Part
      title="Complaint"
      actions={
        mayChange && (
          <ChangeArrival arrival={job.arrival} onChanged={(arrival) => note({ kind: 'arrivalChanged', arrival })} />
        )
      }
    >
      <blockquote className={classes.complaint}>{job.arrival.complaint}</blockquote>
      <Circumstances arrival={job.arrival} />
      {job.complaintCheck && <Checked check={job.complaintCheck} />}
      {mayCheck && (
        <CheckComplaint
          isFirst={job.complaintCheck === undefined}
          onChecked={(result, seen) => note({ kind: 'complaintChecked', result, seen })}
        />
      )}
    </Part>
  );
}

function Circumstances({ arrival }: { readonly arrival: Arrival }) {
  const tried = arrival.triedBefore.map(({ what, by }) => (by ? `${what} (${by})` : what));
  return (
    <Facts
      isRow
      facts={[
        ['When', [...arrival.occasions.map((name) => occasions[name]), arrival.howOften].filter(Boolean).join(', ')],
        ['Lamps and messages', arrival.lamps.join(', ')],
        ['Already tried', tried.join('; ')],
        ['Brought by', arrival.broughtBy],
      ]}
    />
  );
}

function Checked({ check }: { readonly check: NonNullable<Job['complaintCheck']> }) {
  const isSeen = check.result === 'confirmed';
  return (
    <div className={classes.checked}>
      <VerdictMark kind={isSeen ? 'outOfSpec' : 'open'} />
      <p>
        <b>{isSeen ? 'Seen' : 'Not reproduced'}</b>
        {check.seen !== '' && `: ${check.seen}`}
        <small>
          {check.by}, <Moment atMs={check.atMs} />
        </small>
      </p>
    </div>
  );
}

interface CheckProps {
  readonly isFirst: boolean;
  readonly onChecked: (result: 'confirmed' | 'notReproduced', seen: string) => Promise<boolean>;
}

/** Before anything else the technician sees the complaint, or says that it would not show. */
function CheckComplaint({ isFirst, onChecked }: CheckProps) {
  const [isOpen, setIsOpen] = useState(isFirst);
  const [seen, setSeen] = useState('');
  const record = async (result: 'confirmed' | 'notReproduced') => {
    if (!(await onChecked(result, seen.trim()))) return;
    setSeen('');
    setIsOpen(false);
  };
  if (!isOpen)
    return (
      <Button variant="subtle" px={0} onClick={() => setIsOpen(true)}>
        Check it again
      </Button>
    );
  return (
    <div className={classes.check}>
      <TextBlock
        label="What did you see?"
        minRows={2}
        maxLength={jobEventLengths('complaintChecked').seen}
        value={seen}
        onText={setSeen}
      />
      <Group mt="sm">
        <Button size="lg" onClick={() => void record('confirmed')}>
          Complaint seen
        </Button>
        <Button size="lg" variant="default" onClick={() => void record('notReproduced')}>
          Not reproduced
        </Button>
      </Group>
    </div>
  );
}

interface ChangeProps {
  readonly arrival: Arrival;
  readonly onChanged: (arrival: Arrival) => Promise<boolean>;
}

function ChangeArrival({ arrival, onChanged }: ChangeProps) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button variant="subtle" onClick={() => setIsOpen(true)}>
        Change
      </Button>
      <Modal opened={isOpen} onClose={() => setIsOpen(false)} title="Arrival" size="xl">
        <ChangeForm arrival={arrival} onChanged={async (next) => (await onChanged(next)) && setIsOpen(false)} />
      </Modal>
    </>
  );
}

interface ChangeFormProps {
  readonly arrival: Arrival;
  readonly onChanged: (arrival: Arrival) => unknown;
}

function ChangeForm({ arrival, onChanged }: ChangeFormProps) {
  const form = useArrivalForm({ initial: arrival, send: onChanged });
  return (
    <form onSubmit={form.onSubmit}>
      <ArrivalFields form={form} />
      <FormProblem form={form} />
      <Button type="submit" mt="md" disabled={!form.isReady}>
        Save
      </Button>
    </form>
  );
}
