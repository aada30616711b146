import { may } from '@probe-trail/core/person';
import { Link, useParams } from 'react-router';
import { type LeftOff, useLeftOff } from '../../device/leftOff';
import { DeviceNotices } from '../../frame/DeviceNotices';
import { Opening } from '../../frame/Opening';
import { useMay, usePerson } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { LineUp } from '../evidence/LineUp';
import { type OpenTrail, useTrail } from '../log/useTrail';
import { Following } from './Following';
import classes from './FollowPage.module.css';
import { RefusalNotice } from './RefusalNotice';
import { ReturnNote } from './ReturnNote';
import { TrailHead } from './TrailHead';
import { TrailSpine } from './TrailSpine';

interface UnfitProps {
  readonly trailId: string;
  readonly count: number;
}

/** Entries that are kept and do not count, such as one that a later version of the program judges otherwise. */
const UnfitNotice = ({ trailId, count }: UnfitProps) =>
  count > 0 && (
    <Notice
      kind="tooCloseToCall"
      title={count === 1 ? 'An entry of this trail does not count' : `${count} entries of this trail do not count`}
    >
      <p>
        They do not fit what stands before them. <Link to={`/trails/${trailId}/record`}>The record</Link> says which,
        and why.
      </p>
    </Notice>
  );

/** Where somebody stands who has work to do here: a step of a trail that they record on. */
function useWhere(open: OpenTrail | undefined): LeftOff | null | undefined {
  const person = usePerson();
  if (!open || !person) return undefined;
  if (!may(person.roles, 'recordTrails') || open.trail.at.kind !== 'step') return null;
  const { trailId, trail } = open;
  const { stepId } = open.trail.at;
  const step = trail.plan.steps.find(({ id }) => id === stepId);
  return { person: person.name, trailId, label: `${trail.vehicle.fleetNumber}: ${step?.title ?? stepId}` };
}

/** Following: one step at a time, at the vehicle. */
export function FollowPage() {
  const { trailId = '' } = useParams();
  const { open, error, retry } = useTrail(trailId);
  const mayRecord = useMay('recordTrails');
  useLeftOff(useWhere(open));
  if (!open) return <Opening error={error} retry={retry} />;
  return (
    <div className={classes.page}>
      <TrailHead open={open} />
      <TrailSpine open={open} />
      <main className={classes.sheet}>
        {!mayRecord && (
          <Notice kind="tooCloseToCall" title="You can look at this trail; recording on it needs a technician." />
        )}
        <DeviceNotices />
        <RefusalNotice trailId={trailId} />
        <UnfitNotice trailId={trailId} count={open.trail.unfit.length} />
        <Following open={open} />
      </main>
      <LineUp open={open} />
      <ReturnNote open={open} />
    </div>
  );
}
