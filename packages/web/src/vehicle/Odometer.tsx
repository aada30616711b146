import { Button, Group } from '@mantine/core';
import { formatDistance, type OdometerReading, odometerDoubt, odometerLengths } from '@probe-trail/core/vehicle';
import { type FormEvent, useState } from 'react';
import { problemCodeOf, sayFailure } from '../api/api';
import { Moment } from '../device/Moment';
import { TextLine } from '../fields/TextField';
import { useDistanceUnit, useMay } from '../session/sessionApi';
import { DoubtQuestion } from '../spec/DoubtQuestion';
import { Notice } from '../spec/Notice';
import classes from './Odometer.module.css';
import { useAddOdometerMutation } from './vehicleApi';

interface OdometerProps {
  readonly vehicleId: string;
  readonly readings: readonly OdometerReading[];
}

/** The odometer with its history; one that goes back is asked about, and kept with the reason. */
export function Odometer({ vehicleId, readings }: OdometerProps) {
  const unit = useDistanceUnit();
  const mayKeep = useMay('keepVehicles');
  return (
    <section className={classes.odometer} aria-label="Odometer">
      <h2>Odometer</h2>
      {mayKeep && <OdometerForm vehicleId={vehicleId} lastKm={readings[0]?.km} />}
      <ul>
        {readings.map(({ km, text, because, atMs, by }) => (
          <li key={atMs}>
            <b className="mono">{formatDistance(km, unit)}</b>
            <small>
              typed {text}, {by}, <Moment atMs={atMs} />
              {because !== '' && `. Less than before: ${because}`}
            </small>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface FormProps {
  readonly vehicleId: string;
  readonly lastKm: number | undefined;
}

function OdometerForm({ vehicleId, lastKm }: FormProps) {
  const unit = useDistanceUnit();
  const [text, setText] = useState('');
  const [because, setBecause] = useState('');
  const [add, { error, isLoading }] = useAddOdometerMutation();
  const goesBack = problemCodeOf(error) === 'ODOMETER_GOES_BACK';
  const [asked, setAsked] = useState<ReturnType<typeof odometerDoubt>>();
  const keep = async (shown: string) => {
    setAsked(undefined);
    setText(shown);
    if ((await add({ vehicleId, text: shown, because: goesBack ? because.trim() : '' })).error) return;
    setText('');
    setBecause('');
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const doubt = odometerDoubt(text, unit, lastKm);
    if (doubt) setAsked(doubt);
    else await keep(text);
  };
  return (
    <form onSubmit={(event) => void submit(event)}>
      {error !== undefined && <Notice kind={goesBack ? 'tooCloseToCall' : 'outOfSpec'} title={sayFailure(error)} />}
      {asked && (
        <DoubtQuestion
          {...asked}
          onAsTyped={() => void keep(text)}
          onSlip={(shown) => void keep(shown)}
          onAgain={() => setAsked(undefined)}
        />
      )}
      <Group align="end">
        <TextLine aria-label="What the odometer shows" placeholder="what it shows" value={text} onText={setText} />
        <Button
          type="submit"
          variant="default"
          loading={isLoading}
          disabled={text.trim() === '' || (goesBack && because.trim() === '')}
        >
          Record
        </Button>
      </Group>
      {goesBack && (
        <TextLine
          mt="xs"
          label="Why it shows less"
          maxLength={odometerLengths.because}
          value={because}
          onText={setBecause}
        />
      )}
    </form>
  );
}
