import { expect } from 'chai';
import type { Plan } from '../plan/index.js';
import { type Entry, reduceTrail, type Trail, type TrailEvent } from '../trail/index.js';

/** An event without what a test does not care about. */
type Loose = TrailEvent extends infer One ? (One extends TrailEvent ? Omit<One, 'id' | 'atMs' | 'by'> : never) : never;

/** Gives events ids (`e0`, `e1` …), times a second apart and a person. */
export const events = (...loose: Loose[]): TrailEvent[] =>
  loose.map((event, index) => ({ ...event, id: `e${index}`, atMs: 1000 * index, by: 'Tobi Lunde' }) as TrailEvent);

export const opened: Loose = {
  kind: 'opened',
  jobId: null,
  planId: 'fan',
  planVersion: 1,
  vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
  complaint: 'Engine gets hot in traffic',
};

export const typed = (stepId: string, readingId: string, text: string): Loose =>
  entered(stepId, readingId, { kind: 'typed', text });
export const chosen = (stepId: string, readingId: string, optionId: string): Loose =>
  entered(stepId, readingId, { kind: 'chosen', optionId });
export const entered = (stepId: string, readingId: string, entry: Entry): Loose => ({
  kind: 'readingEntered',
  stepId,
  readingId,
  entry,
  typedFirst: null,
  stillStands: null,
});
export const taken = (stepId: string, outcomeId: string): Loose => ({ kind: 'outcomeTaken', stepId, outcomeId });
export const ignitionOn = (stepId: string): Loose => ({
  kind: 'stateConfirmed',
  stepId,
  state: [{ what: 'ignition', is: 'on' }],
});

/** The trail after these events, all of which must fit. */
export function walk(plan: Plan, ...loose: Loose[]): Trail {
  const result = reduceTrail(plan, events({ ...opened, planId: plan.id } as Loose, ...loose));
  expect(result.ok, result.ok ? '' : JSON.stringify(result.problem)).to.equal(true);
  return (result as Extract<typeof result, { ok: true }>).value;
}
