import type { Step } from '@probe-trail/core/plan';
import { inputsToAsk } from '@probe-trail/core/trail';
import { ConclusionPanel } from '../evidence/ConclusionPanel';
import type { OpenTrail } from '../log/useTrail';
import { StepView } from '../step/StepView';
import { BetweenPanel } from './BetweenPanel';
import { InputsPanel } from './InputsPanel';
import { PausePanel } from './PausePanel';

/** Where a trail stands: paused, at its end, before its beginning, or on a step. */
export function Following({ open }: { readonly open: OpenTrail }) {
  const { trail } = open;
  const { plan } = trail;
  const asked = inputsToAsk(trail);
  if (trail.paused) return <PausePanel open={open} />;
  if (trail.at.kind === 'between') return <BetweenPanel open={open} />;
  if (trail.at.kind !== 'step') return <ConclusionPanel open={open} />;
  if (asked.length > 0) return <InputsPanel open={open} inputs={asked} title="Before you begin" />;
  const { stepId } = trail.at;
  const step = plan.steps.find(({ id }) => id === stepId) as Step;
  // A step that is opened again begins afresh: nothing of the last visit may stay in its fields.
  return <StepView key={`${stepId}-${trail.waymarks.length}`} open={open} step={step} />;
}
