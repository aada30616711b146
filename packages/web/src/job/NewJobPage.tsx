import { Button, Select } from '@mantine/core';
import { type Arrival, blankArrival, type Occasion, occasions } from '@probe-trail/core/job';
import type { SearchHit } from '@probe-trail/core/search';
import { type NewOdometer, odometerDoubt, odometerLengths } from '@probe-trail/core/vehicle';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { problemCodeOf, sayFailure } from '../api/api';
import { useKeptState } from '../device/keptState';
import { isListOf, isOneOf, isShaped, isText } from '../device/shapes';
import { FormProblem } from '../fields/FormProblem';
import { TextLine } from '../fields/TextField';
import { Page } from '../frame/Page';
import { useFound } from '../search/useFound';
import { useDistanceUnit, usePerson } from '../session/sessionApi';
import { DoubtQuestion } from '../spec/DoubtQuestion';
import { Notice } from '../spec/Notice';
import { useAddOdometerMutation, useVehicleQuery, useVehiclesQuery } from '../vehicle/vehicleApi';
import { ArrivalFields } from './ArrivalFields';
import { useAppendJobEventsMutation } from './jobApi';
import classes from './NewJobPage.module.css';
import { stampedJobEvent } from './stampedJobEvent';
import { useArrivalForm } from './useArrivalForm';

const isArrival = isShaped<Arrival>({
  broughtBy: isText,
  complaint: isText,
  occasions: isListOf(isOneOf(Object.keys(occasions) as Occasion[])),
  howOften: isText,
  lamps: isListOf(isText),
  triedBefore: isListOf(isShaped<Arrival['triedBefore'][number]>({ what: isText, by: isText })),
});

/** What the odometer shows is asked about, before the rest is sent with it. */
interface Asked {
  readonly doubt: NonNullable<ReturnType<typeof odometerDoubt>>;
  readonly arrival: Arrival;
}

/** Taking a bus in: which one, and what its driver said. */
export function NewJobPage() {
  const [search] = useSearchParams();
  const [kept, keep, forget] = useKeptState('arrival', blankArrival, isArrival);
  const [vehicleId, setVehicleId] = useState(search.get('vehicle'));
  const [odometer, setOdometer] = useState('');
  const [because, setBecause] = useState('');
  const { checkIn, problem, goesBack, isBusy } = useCheckIn(forget);
  const unit = useDistanceUnit();
  const { data: sheet } = useVehicleQuery(vehicleId ?? '', { skip: vehicleId === null });
  const [asked, setAsked] = useState<Asked>();
  const take = (shown: string, arrival: Arrival) => {
    setAsked(undefined);
    setOdometer(shown);
    if (vehicleId !== null)
      void checkIn(vehicleId, arrival, { text: shown.trim(), because: goesBack ? because.trim() : '' });
  };
  const form = useArrivalForm({
    initial: kept,
    onChange: keep,
    send: (arrival) => {
      const doubt = odometerDoubt(odometer, unit, sheet?.odometer[0]?.km);
      if (doubt) setAsked({ doubt, arrival });
      else take(odometer, arrival);
    },
  });
  return (
    <Page title="Check in a bus">
      <form className={classes.form} onSubmit={form.onSubmit}>
        {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
        {asked && (
          <DoubtQuestion
            {...asked.doubt}
            onAsTyped={() => take(odometer, asked.arrival)}
            onSlip={(shown) => take(shown, asked.arrival)}
            onAgain={() => setAsked(undefined)}
          />
        )}
        <div className={classes.bus}>
          <VehicleSelect value={vehicleId} onChange={setVehicleId} />
          <TextLine
            label="Odometer"
            placeholder="as it shows"
            inputMode="numeric"
            maxLength={odometerLengths.text}
            value={odometer}
            onText={setOdometer}
          />
        </div>
        {goesBack && (
          <TextLine
            label="Why it shows less"
            description="Such as: a new instrument cluster"
            required
            maxLength={odometerLengths.because}
            value={because}
            onText={setBecause}
          />
        )}
        <ArrivalFields form={form} />
        <FormProblem form={form} />
        <Button
          type="submit"
          size="lg"
          loading={isBusy}
          disabled={vehicleId === null || !form.isReady || (goesBack && because.trim() === '')}
        >
          Check it in
        </Button>
      </form>
    </Page>
  );
}

function useCheckIn(forget: () => void) {
  const navigate = useNavigate();
  const person = usePerson();
  const [append, appended] = useAppendJobEventsMutation();
  const [addOdometer, odometer] = useAddOdometerMutation();
  const [problem, setProblem] = useState<string | undefined>();
  const goesBack = problemCodeOf(odometer.error) === 'ODOMETER_GOES_BACK';
  // Made once: sending again after a lost answer must not take the bus in twice.
  const [jobId] = useState(() => nanoid());
  const checkIn = async (vehicleId: string, arrival: Arrival, shown: NewOdometer) => {
    const read = shown.text === '' ? undefined : await addOdometer({ vehicleId, ...shown });
    if (read?.error) return setProblem(sayFailure(read.error));
    const event = stampedJobEvent({ kind: 'takenIn', vehicleId, arrival }, person?.name ?? '');
    const { error } = await append({ jobId, events: [event] });
    if (error) return setProblem(sayFailure(error));
    forget();
    void navigate(`/jobs/${jobId}`, { replace: true });
  };
  return { checkIn, problem, goesBack, isBusy: appended.isLoading || odometer.isLoading };
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
      nothingFoundMessage="No bus found. Add it first."
    />
  );
}
