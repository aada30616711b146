import type { GoTo } from '@probe-trail/core/plan';
import { useMemo } from 'react';
import { useSettledDraft } from './settledDraft';

/** Every step and conclusion that an outcome can lead to. */
export function useGoals() {
  // A list of 300 steps may be a moment late with a new title.
  const steps = useSettledDraft((plan) => plan.steps);
  const conclusions = useSettledDraft((plan) => plan.conclusions);
  return useMemo(
    () => [
      { group: 'Steps', items: steps.map(({ id, title }) => ({ value: `step:${id}`, label: title || id })) },
      {
        group: 'Conclusions',
        items: conclusions.map(({ id, title }) => ({ value: `conclusion:${id}`, label: title || id })),
      },
    ],
    [steps, conclusions],
  );
}

/** A goal as an option of `useGoals`; none where it leads nowhere. */
export function optionOf(goTo: GoTo): string | null {
  if (goTo.kind === 'step') return `step:${goTo.stepId}`;
  return goTo.kind === 'conclusion' ? `conclusion:${goTo.conclusionId}` : null;
}

export function goToOf(value: string | null): GoTo {
  const [kind, id = ''] = (value ?? '').split(/:(.*)/);
  if (kind === 'step') return { kind, stepId: id };
  return kind === 'conclusion' ? { kind, conclusionId: id } : { kind: 'nowhere' };
}
