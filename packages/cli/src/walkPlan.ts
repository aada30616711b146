import { indexPlan, type Plan, type Step, type StepReading } from '@probe-trail/core/plan';
import { isMeasured, isSeries } from '@probe-trail/core/spec';
import {
  applyTrailEvent,
  drivenAs,
  type Entry,
  type NewTrailEvent,
  nextEvent,
  openingOf,
  reduceTrail,
  sayMisfit,
  settledAtMs,
  stampTrailEvent,
  type Trail,
  type TrailEvent,
} from '@probe-trail/core/trail';
import type { ReadingsFile, Shown } from './readingsFile.js';

export interface Walk {
  readonly trail: Trail;
  /** Why the walk ended before a conclusion; `undefined` when it came to one. */
  readonly stoppedBecause: string | undefined;
}

// A walk that is longer than this goes in a circle.
const mostSteps = 1000;

/** Walks a plan as a technician would who reads off just these values; a state of the vehicle is always confirmed. */
export function walkPlan(plan: Plan, readings: ReadingsFile): Walk {
  const opened = reduceTrail(plan, [stamped(openingOf(plan.id, { fleetNumber: 'replay', line: 'replay' }), 0)]);
  if (!opened.ok) throw new Error(sayMisfit(opened.problem.misfit));
  let walk: Walk = { trail: opened.value, stoppedBecause: undefined };
  for (const [inputId, text] of Object.entries(readings.inputs ?? {})) {
    walk = withEvent(walk.trail, { kind: 'inputGiven', inputId, text: String(text) });
    if (walk.stoppedBecause !== undefined) return walk;
  }
  for (let count = 0; count < mostSteps; count += 1) {
    if (walk.trail.at.kind !== 'step') return walk;
    const step = indexPlan(plan).steps.get(walk.trail.at.stepId) as Step;
    walk = walkStep(walk.trail, step, readings[step.id] ?? {});
    if (walk.stoppedBecause !== undefined) return walk;
  }
  return { ...walk, stoppedBecause: `the walk goes in a circle: ${mostSteps} steps without a conclusion.` };
}

/** Follows the plan at one step until an outcome is taken. */
function walkStep(start: Trail, step: Step, readings: Readonly<Record<string, Shown>>): Walk {
  const missing = step.readings.find(({ id, derivedFrom }) => derivedFrom === null && readings[id] === undefined);
  if (missing)
    return {
      trail: start,
      stoppedBecause: `the readings have nothing for “${missing.id}” of step “${step.id}” (${step.title}).`,
    };
  const entryFor = (reading: StepReading) => entryOf(reading, readings[reading.id] ?? '');
  let trail = start;
  for (;;) {
    const event = nextEvent(trail, { entryFor, nowMs: nextAtMs(trail, step) });
    if (!event) return { trail, stoppedBecause: `no outcome of “${step.title}” fits these readings.` };
    const walked = withEvent(trail, event);
    if (walked.stoppedBecause !== undefined || event.kind === 'outcomeTaken') return walked;
    trail = walked.trail;
  }
}

/** A text is typed or chosen; a list of texts is the rows of a series, the counts of the sections, or the levels of a drive. */
function entryOf({ spec }: StepReading, shown: Shown): Entry {
  const texts = typeof shown === 'string' ? [shown] : shown;
  if (spec.kind === 'choice') return { kind: 'chosen', optionId: texts[0] ?? '' };
  if (spec.kind === 'count')
    return {
      kind: 'counted',
      counts: texts.map(Number),
      seconds: spec.inSeconds * texts.length,
      sectionSeconds: texts.map(() => spec.inSeconds),
    };
  if (spec.kind === 'drive') return drivenAs(spec, texts.map(Number));
  if (isSeries(spec)) return { kind: 'rows', texts: [...texts] };
  if (isMeasured(spec)) return { kind: 'typed', text: texts[0] ?? '' };
  return spec satisfies never;
}

/** The walk with one more entry; where it does not fit, why, and the trail as it was. */
function withEvent(trail: Trail, event: NewTrailEvent): Walk {
  const step = trail.at.kind === 'step' ? indexPlan(trail.plan).steps.get(trail.at.stepId) : undefined;
  const next = applyTrailEvent(trail, stamped(event, nextAtMs(trail, step)));
  return next.ok
    ? { trail: next.value, stoppedBecause: undefined }
    : { trail, stoppedBecause: sayMisfit(next.problem) };
}

/** A walk by itself waits for nothing: its clock jumps to when the vehicle has settled. */
const nextAtMs = (trail: Trail, step: Step | undefined): number =>
  Math.max(trail.lastEventAtMs + 1, step ? settledAtMs(trail, step.needs) : 0);

const stamped = (event: NewTrailEvent, atMs: number): TrailEvent =>
  stampTrailEvent(event, { id: `replay-${atMs}`, atMs, by: 'replay' });
