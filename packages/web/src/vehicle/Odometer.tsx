import { Button, Group } from '@mantine/core';
import { formatDistance, type OdometerReading } from '@probe-trail/core/vehicle';
import { type FormEvent, useState } from 'react';
import { problemCodeOf, sayFailure } from '../app/api';
import { useDistanceUnit, useMay } from '../person/sessionApi';
import { Moment } from '../ui/Moment';
import { Notice } from '../ui/Notice';
import { TextLine } from '../ui/TextField';
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
      {mayKeep && <OdometerForm vehicleId={vehicleId} />}
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

function OdometerForm({ vehicleId }: { readonly vehicleId: string }) {
  const [text, setText] = useState('');
  const [because, setBecause] = useState('');
  const [add, { error, isLoading }] = useAddOdometerMutation();
  const goesBack = problemCodeOf(error) === 'ODOMETER_GOES_BACK';
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if ((await add({ vehicleId, text, because: goesBack ? because.trim() : '' })).error) return;
    setText('');
    setBecause('');
  };
  return (
    <form onSubmit={(event) => void submit(event)}>
      {error !== undefined && <Notice kind={goesBack ? 'tooCloseToCall' : 'outOfSpec'} title={sayFailure(error)} />}
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
      {goesBack && <TextLine mt="xs" label="Why it shows less" maxLength={200} value={because} onText={setBecause} />}
    </form>
  );
}
