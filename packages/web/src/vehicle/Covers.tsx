import {
  coverOf,
  formatDistance,
  type Line,
  type OdometerReading,
  sayCover,
  type Vehicle,
} from '@probe-trail/core/vehicle';
import dayjs from 'dayjs';
import { useDistanceUnit } from '../session/sessionApi';
import { VerdictMark } from '../spec/VerdictMark';
import classes from '../ui/Aside.module.css';

interface CoversProps {
  readonly open: {
    readonly line: Line | undefined;
    readonly vehicle: Vehicle;
    readonly odometer: readonly OdometerReading[];
  };
}

/** Which cover still runs for this vehicle today. */
export function Covers({ open: { line, vehicle, odometer } }: CoversProps) {
  const unit = useDistanceUnit();
  if (!line || line.covers.length === 0) return null;
  const facts = {
    inServiceSince: vehicle.inServiceSince,
    km: odometer[0]?.km,
    today: dayjs().format('YYYY-MM-DD'),
  };
  return (
    <section className={classes.aside} aria-label="Warranty">
      <h2>Warranty</h2>
      <ul>
        {line.covers.map((cover) => {
          const state = coverOf(cover, facts);
          return (
            <li key={cover.id}>
              <VerdictMark kind={state.kind === 'runs' ? 'inSpec' : 'open'} size={18} />
              <span>
                <b>{cover.name}</b> {sayCover(state, (km) => formatDistance(km, unit))}
                <small>{cover.covers}</small>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
