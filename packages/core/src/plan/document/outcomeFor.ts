import type { Outcome, Step } from './plan.js';

/** Tells the zone or option in which a reading of a step lies, by reading id; a map does. */
export type ZoneByReading = Pick<ReadonlyMap<string, string>, 'get'>;

/** Whether every condition of an outcome holds; an outcome without conditions always does. */
export const outcomeHolds = ({ when }: Outcome, zones: ZoneByReading): boolean =>
  when.every(({ readingId, zoneIds }) => zoneIds.includes(zones.get(readingId) ?? ''));

/** The first outcome, in the author's order, whose conditions hold; `undefined` when the case was left open. */
export const outcomeFor = (step: Step, zones: ZoneByReading): Outcome | undefined =>
  step.outcomes.find((outcome) => outcomeHolds(outcome, zones));
