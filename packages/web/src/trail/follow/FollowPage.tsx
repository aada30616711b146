import { useParams } from 'react-router';
import { useMay } from '../../person/sessionApi';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { DeviceNotices } from './DeviceNotices';
import { Following } from './Following';
import classes from './FollowPage.module.css';
import { LineUp } from './LineUp';
import { RefusalNotice } from './RefusalNotice';
import { ReturnNote } from './ReturnNote';
import { TrailHead } from './TrailHead';
import { TrailSpine } from './TrailSpine';
import { useTrail } from './useTrail';

/** Following: one step at a time, at the vehicle. */
export function FollowPage() {
  const { trailId = '' } = useParams();
  const { open, error, retry } = useTrail(trailId);
  const mayRecord = useMay('recordTrails');
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
        <Following open={open} />
      </main>
      <LineUp open={open} />
      <ReturnNote open={open} />
    </div>
  );
}
