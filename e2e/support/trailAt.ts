import type { Plan, PlanVersion } from '@probe-trail/core/plan';
import { type NewTrailEvent, openingOf, stampTrailEvent } from '@probe-trail/core/trail';
import { send } from './user.js';

/** The job to which a trail belongs. */
interface OnJob {
  readonly jobId: string;
  readonly fleetNumber: string;
}

/**
 * Starts a trail on a released plan of the demo world that stands at one of its steps: what the plan asks is answered, every step before
 * is skipped, and the vehicle is in the state that the step needs.
 * @returns the address of the trail
 */
export async function trailAt(
  url: string,
  trailId: string,
  planId: string,
  stepId: string,
  on: OnJob | undefined = undefined,
  since?: number,
): Promise<string> {
  const answer = await send(url, 'GET', `/api/plans/${planId}/versions/1`);
  const { document } = (await answer.json()) as PlanVersion;
  const events: NewTrailEvent[] = [
    opening(planId, on),
    ...document.inputs
      .filter(({ from }) => from === null)
      .map(({ id }) => ({ kind: 'inputGiven', inputId: id, text: '8' }) as const),
    ...skipsTo(document, stepId),
    ...stateOf(document, stepId),
  ];
  await addEvents(url, trailId, events, since);
  return `/trails/${trailId}`;
}

/** How a trail on the first version of a plan begins. */
export function opening(planId: string, on?: OnJob): NewTrailEvent {
  const opened = openingOf(planId, { fleetNumber: on?.fleetNumber ?? 'FG-12', line: 'Loper 35' });
  return opened.kind === 'opened' && on ? { ...opened, jobId: on.jobId } : opened;
}

/** Appends events to a trail as Hanna, an hour ago where nothing is said, so that nothing has to settle any more. */
export async function addEvents(
  url: string,
  trailId: string,
  events: readonly NewTrailEvent[],
  since = Date.now() - 3_600_000,
): Promise<void> {
  const stamped = events.map((event, index) =>
    stampTrailEvent(event, { id: `${trailId}-${index}-${since}`, atMs: since + index, by: 'Hanna Creek' }),
  );
  const answer = await send(url, 'POST', `/api/trails/${trailId}/events`, { events: stamped });
  if (!answer.ok) throw new Error(`the trail could not be laid: ${await answer.text()}`);
}

function stateOf({ steps }: Plan, stepId: string): NewTrailEvent[] {
  const state = steps.find(({ id }) => id === stepId)?.needs.map(({ what, is }) => ({ what, is })) ?? [];
  return state.length > 0 ? [{ kind: 'stateConfirmed', stepId, state }] : [];
}

/** The skips along the shortest way to a step. */
function skipsTo({ steps, startStepId }: Plan, goal: string): NewTrailEvent[] {
  const cameFrom = new Map<string, { stepId: string; outcomeId: string } | undefined>([[startStepId, undefined]]);
  for (const stepId of cameFrom.keys())
    for (const { id, goTo } of steps.find((step) => step.id === stepId)?.outcomes ?? [])
      if (goTo.kind === 'step' && !cameFrom.has(goTo.stepId)) cameFrom.set(goTo.stepId, { stepId, outcomeId: id });
  const skips: NewTrailEvent[] = [];
  for (let at = cameFrom.get(goal); at; at = cameFrom.get(at.stepId))
    skips.unshift({ kind: 'skipped', reason: 'laid for a test', ...at });
  return skips;
}
