import { Button, TextInput } from '@mantine/core';
import type { VehicleListItem } from '@probe-trail/core/vehicle';
import { useState } from 'react';
import { Link } from 'react-router';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { Detail } from '../search/Detail';
import { hrefOf } from '../search/hrefOf';
import { useFound } from '../search/useFound';
import { useMay } from '../session/sessionApi';
import rows from '../ui/rows.module.css';
import classes from './VehiclesPage.module.css';
import { useVehiclesQuery } from './vehicleApi';

/** The vehicles of the workshop, by fleet number; found by plate and VIN too. */
export function VehiclesPage() {
  const [words, setWords] = useState('');
  const mayKeep = useMay('keepVehicles');
  return (
    <Page
      title="Vehicles"
      actions={
        mayKeep && (
          <Button component={Link} to="/vehicles/new">
            Add a vehicle
          </Button>
        )
      }
    >
      <TextInput
        size="lg"
        mb="md"
        aria-label="Find a vehicle"
        placeholder="fleet number, plate or VIN"
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      {words.trim() === '' ? <VehicleList /> : <FoundVehicles words={words} />}
    </Page>
  );
}

/** A page of the list; the next one is asked for at the end. */
function VehicleList({ after = '' }: { readonly after?: string }) {
  const { data, error, refetch } = useVehiclesQuery(after);
  const [isFollowed, setIsFollowed] = useState(false);
  return (
    <Wait for={data} error={error} retry={refetch}>
      {(vehicles) => {
        const last = vehicles.at(-1)?.fleetNumber;
        if (last === undefined) return after === '' ? <p>No vehicle yet. Add the first.</p> : null;
        return (
          <>
            <ul className={`${rows.rows} ${classes.list}`}>
              {vehicles.map((vehicle) => (
                <VehicleLine key={vehicle.vehicleId} vehicle={vehicle} />
              ))}
            </ul>
            {vehicles.length >= 100 && !isFollowed && (
              <Button variant="default" mt="md" onClick={() => setIsFollowed(true)}>
                More vehicles
              </Button>
            )}
            {isFollowed && <VehicleList after={last} />}
          </>
        );
      }}
    </Wait>
  );
}

const VehicleLine = ({ vehicle }: { readonly vehicle: VehicleListItem }) => (
  <li>
    <Link to={`/vehicles/${vehicle.vehicleId}`}>
      <b className={classes.bus}>{vehicle.fleetNumber}</b>
      <span>{vehicle.plate}</span>
      <span className="soft">{vehicle.engine}</span>
      <span className={classes.open}>{vehicle.openJobs > 0 && 'in the workshop'}</span>
    </Link>
  </li>
);

function FoundVehicles({ words }: { readonly words: string }) {
  const hits = useFound(words, 25).filter(({ kind }) => kind === 'vehicle');
  if (hits.length === 0) return <p className="soft">No vehicle found.</p>;
  return (
    <ul className={`${rows.rows} ${classes.list}`}>
      {hits.map((hit) => (
        <li key={hit.ref}>
          <Link to={hrefOf(hit)}>
            <b className={classes.bus}>{hit.title}</b>
            <span>
              <Detail text={hit.detail} />
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
