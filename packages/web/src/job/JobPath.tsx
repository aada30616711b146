import { type Standing, standings } from '@probe-trail/core/job';
import { VerdictMark } from '../spec/VerdictMark';
import classes from './JobPath.module.css';
import { stopOf, stops } from './jobPath';

interface PathProps {
  readonly standing: Standing;
  readonly isWaiting: boolean;
}

/** A job's way through the workshop: the stops behind it, the one where it stands, and those to come. */
export function JobPath({ standing, isWaiting }: PathProps) {
  const here = stopOf(standing);
  return (
    <span className={classes.path} data-waiting={isWaiting || undefined}>
      {stops.map((stop, at) => (
        <i key={stop} className={classes.stop} data-place={at < here ? 'behind' : at === here ? 'here' : 'ahead'}>
          {at === here && (
            <span className={classes.here}>
              {isWaiting ? <VerdictMark kind="tooCloseToCall" size={20} /> : <i className={classes.mark} />}
              <b>{standings[standing]}</b>
            </span>
          )}
        </i>
      ))}
    </span>
  );
}

const stopNames = {
  atTheGate: 'gate',
  complaintSeen: 'seen',
  onTheTrail: 'trail',
  causeFound: 'cause',
  mending: 'mend',
  proving: 'prove',
  ready: 'go',
} as const satisfies Record<(typeof stops)[number], string>;

/** What the stops are called, above a list of paths. */
export const StopNames = () => (
  <span className={classes.names} aria-hidden="true">
    {stops.map((stop) => (
      <span key={stop}>{stopNames[stop]}</span>
    ))}
  </span>
);
