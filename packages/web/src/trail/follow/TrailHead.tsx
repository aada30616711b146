import { Link } from 'react-router';
import { Bar } from '../../frame/Page';
import { usePlanQuery } from '../../plan/planApi';
import { useAppSelector } from '../../state/appState';
import { selectIsOnline } from '../../state/networkSlice';
import { selectLog } from '../log/trailSlice';
import type { OpenTrail } from '../log/useTrail';
import classes from './TrailHead.module.css';
import { TrailMenu } from './TrailMenu';

/** What is always visible: vehicle and job, the vehicle state as the trail believes it, and what is saved. */
export function TrailHead({ open }: { readonly open: OpenTrail }) {
  const { trailId, trail } = open;
  const { plan } = trail;
  return (
    <div className={classes.head}>
      <Bar compact>
        <div className={classes.job}>
          <strong className={classes.bus}>
            {trail.jobId === null ? (
              trail.vehicle.fleetNumber
            ) : (
              <Link to={`/jobs/${trail.jobId}`}>{trail.vehicle.fleetNumber}</Link>
            )}
          </strong>
          <span className={classes.what}>
            {trail.vehicle.line} · {plan.title}
            {trail.planVersion !== null && <NewerVersion planId={plan.id} version={trail.planVersion} />}
          </span>
        </div>
        <BelievedState believed={trail.believed} />
        <Saved trailId={trailId} />
        <TrailMenu open={open} />
      </Bar>
      <BelievedState believed={trail.believed} isLine />
    </div>
  );
}

/** A trail stays on the version that it was opened with; that there is a newer one is said. */
function NewerVersion({ planId, version }: { readonly planId: string; readonly version: number }) {
  const { data } = usePlanQuery(planId);
  const newest = data?.released?.version ?? version;
  if (newest <= version) return null;
  return (
    <small className="soft">
      {' '}
      version {version}; {newest} is released
    </small>
  );
}

interface StateProps {
  readonly believed: Readonly<Record<string, string>>;
  /** On a narrow screen it has a line of its own. */
  readonly isLine?: boolean;
}

function BelievedState({ believed, isLine = false }: StateProps) {
  const states = Object.entries(believed);
  if (states.length === 0) return null;
  const list = (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: the row scrolls, so the keyboard must reach it
    <ul className={classes.state} data-line={isLine || undefined} tabIndex={0} aria-label="Vehicle state">
      {states.map(([what, is]) => (
        <li key={what}>
          {what} <b>{is}</b>
        </li>
      ))}
    </ul>
  );
  // Below the bar it needs a place of its own for who goes from place to place by ear.
  return isLine ? <section aria-label="What the vehicle is in">{list}</section> : list;
}

function Saved({ trailId }: { readonly trailId: string }) {
  const waiting = useAppSelector((state) => selectLog(state, trailId)?.waitingIds.length ?? 0);
  const isOnline = useAppSelector(selectIsOnline);
  const text = waiting === 0 ? 'all saved' : isOnline ? `saving ${waiting}` : `${waiting} waiting for the network`;
  return (
    <span className={classes.saved} data-waiting={waiting} role="status">
      {text}
    </span>
  );
}
