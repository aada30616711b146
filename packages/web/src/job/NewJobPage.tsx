import { Button, Select } from '@mantine/core';
import { type Arrival, blankArrival } from '@probe-trail/core/job';
import type { SearchHit } from '@probe-trail/core/search';
import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { sayFailure } from '../app/api';
import { usePerson } from '../person/sessionApi';
import { useFound } from '../search/useFound';
import { useKeptState } from '../ui/keptState';
import { Notice } from '../ui/Notice';
import { Page } from '../ui/Page';
import { TextLine } from '../ui/TextField';
import { useAddOdometerMutation, useVehicleQuery, useVehiclesQuery } from '../vehicle/vehicleApi';
import { ArrivalForm } from './ArrivalForm';
import { useAppendJobEventsMutation } from './jobApi';
import classes from './NewJobPage.module.css';
import { stampedJobEvent } from './stampedJobEvent';

/** Tidied as it is sent: rows that were opened and left empty say nothing. */
const tidied = (arrival: Arrival): Arrival => ({
  ...arrival,
  complaint: arrival.complaint.trim(),
  triedBefore: arrival.triedBefore.filter(({ what }) => what.trim() !== ''),
});

/** Taking a bus in: which one, and what its driver said. */
export function NewJobPage() {
  const [search] = useSearchParams();
  const [arrival, setArrival, forget] = useKeptState('arrival', blankArrival);
  const [vehicleId, setVehicleId] = useState(search.get('vehicle'));
  const [odometer, setOdometer] = useState('');
  const { takeIn, problem, isBusy } = useTakeIn(forget);
  const isReady = vehicleId !== null && arrival.complaint.trim() !== '';
  return (
    <Page title="Take a bus in">
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          if (vehicleId !== null) void takeIn(vehicleId, tidied(arrival), odometer.trim());
        }}
      >
        {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
        <div className={classes.bus}>
          <VehicleSelect value={vehicleId} onChange={setVehicleId} />
          <TextLine
            label="Odometer"
            placeholder="as it shows"
            inputMode="numeric"
            value={odometer}
            onText={setOdometer}
          />
        </div>
        <ArrivalForm arrival={arrival} onChange={setArrival} />
        <Button type="submit" size="lg" loading={isBusy} disabled={!isReady}>
          Take it in
        </Button>
      </form>
    </Page>
  );
}

function useTakeIn(forget: () => void) {
  const navigate = useNavigate();
  const person = usePerson();
  const [append, appended] = useAppendJobEventsMutation();
  const [addOdometer] = useAddOdometerMutation();
  const [problem, setProblem] = useState<string | undefined>();
  // Made once: sending again after a lost answer must not take the bus in twice.
  const [jobId] = useState(() => nanoid());
  const takeIn = async (vehicleId: string, arrival: Arrival, odometer: string) => {
    const read = odometer === '' ? undefined : await addOdometer({ vehicleId, text: odometer, because: '' });
    if (read?.error) return setProblem(sayFailure(read.error));
    const event = stampedJobEvent({ kind: 'takenIn', vehicleId, arrival }, person?.name ?? '');
    const { error } = await append({ jobId, events: [event] });
    if (error) return setProblem(sayFailure(error));
    forget();
    void navigate(`/jobs/${jobId}`, { replace: true });
  };
  return { takeIn, problem, isBusy: appended.isLoading };
}

interface SelectProps {
  readonly value: string | null;
  readonly onChange: (vehicleId: string | null) => void;
}

/** Finds a vehicle by fleet number, plate or VIN. */
function VehicleSelect({ value, onChange }: SelectProps) {
  const [words, setWords] = useState('');
  const { data: first = [] } = useVehiclesQuery('');
  const { data: chosen } = useVehicleQuery(value ?? '', { skip: value === null });
  const found = useFound(words).filter(({ kind }) => kind === 'vehicle');
  // Later ones stand for earlier ones: the list knows the plate, too.
  const options = new Map([
    ...found.map(({ ref, title }: SearchHit) => [ref, title] as const),
    ...first.slice(0, 50).map(({ vehicleId, fleetNumber, plate }) => [vehicleId, `${fleetNumber} · ${plate}`] as const),
    ...(chosen ? [[chosen.vehicle.vehicleId, `${chosen.vehicle.fleetNumber} · ${chosen.vehicle.plate}`] as const] : []),
  ]);
  return (
    <Select
      label="Bus"
      description={
        <>
          Fleet number, plate or VIN. Not there? <Link to="/vehicles/new">Add it</Link>.
        </>
      }
      required
      searchable
      data={[...options].map(([id, label]) => ({ value: id, label }))}
      // What the server found need not bear the words: a VIN leads to a fleet number.
      filter={({ options: all, search }) =>
        all.filter(
          (one) =>
            'value' in one &&
            (one.label.toLowerCase().includes(search.toLowerCase()) || found.some(({ ref }) => ref === one.value)),
        )
      }
      value={value}
      onChange={onChange}
      onSearchChange={setWords}
      nothingFoundMessage="No bus bears this. Add it first."
    />
  );
}
