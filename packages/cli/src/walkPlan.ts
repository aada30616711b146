import { indexPlan, type Plan, type Step, type StepReading } from '@probe-trail/core/plan';
import { isSeries } from '@probe-trail/core/spec';
import {
  applyTrailEvent,
  type Entry,
  outcomeOfTaken,
  reduceTrail,
  sayMisfit,
  settledAtMs,
  type Trail,
  type TrailEvent,
} from '@probe-trail/core/trail';
import { movesTo } from '@probe-trail/core/vehicleState';
import type { ReadingsFile, Shown } from './replay.js';

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
  const inputs = Object.entries(readings.inputs ?? {}).map(
    ([inputId, text]) => ({ kind: 'inputGiven', inputId, text: String(text) }) as const,
  );
  const given = applyAll(plan, opening.value, inputs);
  if (given.stoppedBecause !== undefined) return given;
  let { trail } = given;
  for (let count = 0; count < mostSteps; count += 1) {
    if (trail.at.kind !== 'step') return { trail, stoppedBecause: undefined };
    const step = indexPlan(plan).steps.get(trail.at.stepId) as Step;
    const walked = walkStep(plan, trail, step, readings[step.id] ?? {});
    if (walked.stoppedBecause !== undefined) return walked;
    trail = walked.trail;
  }
  return { trail, stoppedBecause: `the walk goes in a circle: ${mostSteps} steps without a conclusion.` };
}

function walkStep(plan: Plan, trail: Trail, step: Step, readings: Readonly<Record<string, Shown>>): Walk {
  const asked = step.readings.filter(({ derivedFrom }) => derivedFrom === null);
  const missing = asked.find(({ id }) => readings[id] === undefined);
  if (missing)
    return {
      trail,
      stoppedBecause: `the readings have nothing for “${missing.id}” of step “${step.id}” (${step.title}).`,
    };
  const state = movesTo(trail.believed, step.needs).map(({ what, is }) => ({ what, is }));
  const before: Loose[] = [
    ...(state.length > 0 ? [{ kind: 'stateConfirmed', stepId: step.id, state } as const] : []),
    ...asked.map(
      (reading) =>
        ({
          kind: 'readingEntered',
          stepId: step.id,
          readingId: reading.id,
          entry: entryOf(reading, readings[reading.id] ?? ''),
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

/** A text is typed or chosen; a list of texts is the rows of a series, or the counts of the sections. */
function entryOf({ spec }: StepReading, shown: Shown): Entry {
  const texts = typeof shown === 'string' ? [shown] : shown;
  if (spec.kind === 'choice') return { kind: 'chosen', optionId: texts[0] ?? '' };
  if (spec.kind === 'count') return { kind: 'counted', counts: texts.map(Number), seconds: spec.inSeconds };
  return isSeries(spec) ? { kind: 'rows', texts: [...texts] } : { kind: 'typed', text: texts[0] ?? '' };
}

function applyAll(plan: Plan, start: Trail, events: readonly Loose[]): Walk {
  let trail = start;
  for (const event of events) {
    const next = applyTrailEvent(plan, trail, stamp(event, nextAtMs(plan, trail)));
    if (!next.ok) return { trail, stoppedBecause: sayMisfit(next.problem) };
    trail = next.value;
  }
  return { trail, stoppedBecause: undefined };
}

/** A walk by itself waits for nothing: its clock jumps to when the vehicle has settled. */
function nextAtMs(plan: Plan, trail: Trail): number {
  const step = trail.at.kind === 'step' ? indexPlan(plan).steps.get(trail.at.stepId) : undefined;
  return Math.max(trail.lastEventAtMs + 1, step ? settledAtMs(trail, step.needs) : 0);
}

const stamp = (event: Loose, atMs: number): TrailEvent =>
  ({ ...event, id: `replay-${atMs}`, atMs, by: 'replay' }) as TrailEvent;
