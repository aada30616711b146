import { indexPlan, type Plan, type Step } from '@probe-trail/core/plan';
import {
  applyTrailEvent,
  type Entry,
  outcomeOfTaken,
  reduceTrail,
  sayMisfit,
  type Trail,
  type TrailEvent,
  unmetNeeds,
} from '@probe-trail/core/trail';
import type { ReadingsFile } from './replay.js';

export interface Walk {
  readonly trail: Trail;
  /** Why the walk ended before a conclusion; `undefined` when it came to one. */
  readonly stoppedBecause: string | undefined;
}

type Loose = TrailEvent extends infer One ? (One extends TrailEvent ? Omit<One, 'id' | 'atMs' | 'by'> : never) : never;

// A walk that is longer than this goes in a circle.
const mostSteps = 1000;

/** Walks a plan as a technician would who reads off just these values; a state of the vehicle is always confirmed. */
export function walkPlan(plan: Plan, readings: ReadingsFile): Walk {
  const opening = reduceTrail(plan, [
    stamp(
      {
        kind: 'opened',
        jobId: null,
        planId: plan.id,
        planVersion: 1,
        vehicle: { fleetNumber: 'replay', line: 'replay' },
        complaint: '',
      },
      0,
    ),
  ]);
  if (!opening.ok) throw new Error(sayMisfit(opening.problem.misfit));
  let trail = opening.value;
  for (let count = 0; count < mostSteps; count += 1) {
    if (trail.at.kind !== 'step') return { trail, stoppedBecause: undefined };
    const step = indexPlan(plan).steps.get(trail.at.stepId) as Step;
    const walked = walkStep(plan, trail, step, readings[step.id] ?? {});
    if (walked.stoppedBecause !== undefined) return walked;
    trail = walked.trail;
  }
  return { trail, stoppedBecause: `the walk goes in a circle: ${mostSteps} steps without a conclusion.` };
}

function walkStep(plan: Plan, trail: Trail, step: Step, readings: Readonly<Record<string, string>>): Walk {
  const missing = step.readings.find(({ id }) => readings[id] === undefined);
  if (missing)
    return {
      trail,
      stoppedBecause: `the readings have nothing for “${missing.id}” of step “${step.id}” (${step.title}).`,
    };
  const unmet = unmetNeeds(trail, step.needs);
  const before: Loose[] = [
    ...(unmet.length > 0 ? [{ kind: 'stateConfirmed', stepId: step.id, state: [...unmet] } as const] : []),
    ...step.readings.map(
      ({ id, spec }) =>
        ({
          kind: 'readingEntered',
          stepId: step.id,
          readingId: id,
          entry: entryOf(spec.kind === 'choice', readings[id] ?? ''),
          typedFirst: null,
          stillStands: null,
        }) as const,
    ),
  ];
  const read = applyAll(plan, trail, before);
  if (read.stoppedBecause !== undefined) return read;
  const outcome = outcomeOfTaken(step, read.trail.taken);
  if (!outcome) return { trail: read.trail, stoppedBecause: `no outcome of “${step.title}” fits these readings.` };
  return applyAll(plan, read.trail, [{ kind: 'outcomeTaken', stepId: step.id, outcomeId: outcome.id }]);
}

const entryOf = (isChoice: boolean, text: string): Entry =>
  isChoice ? { kind: 'chosen', optionId: text } : { kind: 'typed', text };

function applyAll(plan: Plan, start: Trail, events: readonly Loose[]): Walk {
  let trail = start;
  for (const event of events) {
    const next = applyTrailEvent(plan, trail, stamp(event, trail.waymarks.length));
    if (!next.ok) return { trail, stoppedBecause: sayMisfit(next.problem) };
    trail = next.value;
  }
  return { trail, stoppedBecause: undefined };
}

const stamp = (event: Loose, count: number): TrailEvent =>
  ({ ...event, id: `replay-${count}`, atMs: count, by: 'replay' }) as TrailEvent;
