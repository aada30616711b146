import { type Standing, type Station, standings, stations } from '@probe-trail/core/job';
import { VerdictMark } from '../spec/VerdictMark';
import classes from './BoardWay.module.css';

interface WayProps {
  readonly standing: Standing;
  readonly isOnHold: boolean;
}

const order = Object.keys(stations) as Station[];

/** A job's way through the workshop on one line of the board: the stations behind it, the one that is due, and those to come. */
export function BoardWay({ standing, isOnHold }: WayProps) {
  const { due, label } = standings[standing];
  const dueAt = due === null ? order.length : order.indexOf(due);
  return (
    <span className={classes.way} data-hold={isOnHold || undefined}>
      {order.map((station, at) => (
        <i
          key={station}
          className={classes.station}
          data-place={at < dueAt ? 'behind' : at === dueAt ? 'due' : 'ahead'}
          data-late={at >= order.length / 2 || undefined}
        >
          {at === dueAt && (
            <span className={classes.due}>
              {isOnHold ? <VerdictMark kind="tooCloseToCall" size={20} /> : <i className={classes.mark} />}
              <b>{label}</b>
            </span>
          )}
        </i>
      ))}
    </span>
  );
}

/** What the stations are called, above the lines of the board. */
export const StationNames = () => (
  <span className={classes.names} aria-hidden="true">
    {order.map((station) => (
      <span key={station}>{stations[station]}</span>
    ))}
  </span>
);
