import { Button, Modal } from '@mantine/core';
import { type Arrival, occasions } from '@probe-trail/core/job';
import { useState } from 'react';
import { FormProblem } from '../fields/FormProblem';
import { useMay } from '../session/sessionApi';
import { Facts } from '../ui/Facts';
import { ArrivalFields } from './ArrivalFields';
import { useArrivalForm } from './useArrivalForm';
import type { OpenJob, StationBodyProps } from './useJob';
import { useRecording } from './useRecording';

const sayWhen = ({ occasions: names, howOften }: Arrival) =>
  [...names.map((name) => occasions[name]), howOften].filter(Boolean).join(', ');
const sayLamps = ({ lamps }: Arrival) => lamps.map((lamp) => `“${lamp}”`).join(', ');

/** Who brought it, what was lit and when it happens, in one line. */
export const sayArrival = ({ job: { arrival } }: OpenJob): string =>
  [arrival.broughtBy, arrival.lamps.length > 0 ? `lamp ${sayLamps(arrival)}` : '', sayWhen(arrival)]
    .filter(Boolean)
    .join('; ');

/** The complaint in the customer’s words, with everything that was written down as the bus came in. */
export function ArrivedStation({ open: { job, record } }: StationBodyProps) {
  const { note } = useRecording(record);
  const mayChange = useMay('takeInJobs');
  const { arrival } = job;
  return (
    <>
      <Facts
        isRow
        facts={[
          ['Complaint', `“${arrival.complaint}”`],
          ['When', sayWhen(arrival)],
          ['Lamps and messages', arrival.lamps.join(', ')],
          ['Already tried', arrival.triedBefore.map(({ what, by }) => (by ? `${what} (${by})` : what)).join('; ')],
          ['Brought by', arrival.broughtBy],
          ['Checked in by', job.takenInBy],
        ]}
      />
      {mayChange && (
        <ChangeArrival arrival={arrival} onChanged={(next) => note({ kind: 'arrivalChanged', arrival: next })} />
      )}
    </>
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
      <Button variant="default" onClick={() => setIsOpen(true)}>
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
