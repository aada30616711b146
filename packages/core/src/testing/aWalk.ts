import { expect } from 'chai';
import type { Plan } from '../plan/index.js';
import {
  enteredReading,
  type NewTrailEvent,
  reduceTrail,
  stampTrailEvent,
  type Trail,
  type TrailEvent,
} from '../trail/index.js';

/** Gives events ids (`e0`, `e1` …), times a second apart and a person. */
export const events = (...loose: NewTrailEvent[]): TrailEvent[] =>
  loose.map((event, index) => stampTrailEvent(event, { id: `e${index}`, atMs: 1000 * index, by: 'Tobi Lunde' }));

export const opened: NewTrailEvent = {
  kind: 'opened',
  jobId: null,
  planId: 'fan',
  planVersion: 1,
  vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
  complaint: 'Engine gets hot in traffic',
};

export const typed = (stepId: string, readingId: string, text: string): NewTrailEvent =>
  entered(stepId, readingId, { kind: 'typed', text });
export const chosen = (stepId: string, readingId: string, optionId: string): NewTrailEvent =>
  entered(stepId, readingId, { kind: 'chosen', optionId });
export const entered = enteredReading;
export const taken = (stepId: string, outcomeId: string): NewTrailEvent => ({
  kind: 'outcomeTaken',
  stepId,
  outcomeId,
});
export const ignitionOn = (stepId: string): NewTrailEvent => ({
  kind: 'stateConfirmed',
  stepId,
  state: [{ what: 'ignition', is: 'on' }],
});

/** On `aPlan`: the fuse is fine, the feed is there, the ground has lost 0.9 V, and that is accepted as the cause. */
export const walkToGround: readonly NewTrailEvent[] = [
  chosen('look', 'seen', 'fine'),
  taken('look', 'fine'),
  ignitionOn('feed'),
  typed('feed', 'volts', '12.4'),
  taken('feed', 'there'),
  typed('ground', 'drop', '0.9'),
  taken('ground', 'bad'),
  { kind: 'concluded', conclusionId: 'ground', assumedBecause: null },
];

/** The trail after these events, all of which must fit. */
export function walk(plan: Plan, ...loose: NewTrailEvent[]): Trail {
  const result = reduceTrail(plan, events({ ...opened, planId: plan.id } as NewTrailEvent, ...loose));
  expect(result.ok, result.ok ? '' : JSON.stringify(result.problem)).to.equal(true);
  return (result as Extract<typeof result, { ok: true }>).value;
}
