import type { Step } from '@probe-trail/core/plan';
import { inputsToAsk } from '@probe-trail/core/trail';
import { useParams } from 'react-router';
import { useMay } from '../../person/sessionApi';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { ConclusionPanel } from './ConclusionPanel';
import { DeviceNotices } from './DeviceNotices';
import classes from './FollowPage.module.css';
import { InputsPanel } from './InputsPanel';
import { LineUp } from './LineUp';
import { PausePanel } from './PausePanel';
import { RefusalNotice } from './RefusalNotice';
import { ReturnNote } from './ReturnNote';
import { StepView } from './StepView';
import { TrailHead } from './TrailHead';
import { TrailSpine } from './TrailSpine';
import { type OpenTrail, useTrail } from './useTrail';

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
        <Here open={open} />
      </main>
      <LineUp open={open} />
      <ReturnNote open={open} />
    </div>
  );
}

function Here({ open }: { readonly open: OpenTrail }) {
  const { plan, trail } = open;
  const asked = inputsToAsk(plan, trail);
  if (trail.paused) return <PausePanel open={open} />;
  if (trail.at.kind !== 'step') return <ConclusionPanel open={open} />;
  if (asked.length > 0) return <InputsPanel open={open} inputs={asked} title="Before you begin" />;
  const { stepId } = trail.at;
  const step = plan.steps.find(({ id }) => id === stepId) as Step;
  // A step that is opened again begins afresh: nothing of the last visit may stay in its fields.
  return <StepView key={`${stepId}-${trail.waymarks.length}`} open={open} step={step} />;
}
