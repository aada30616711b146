import type { Outcome, Step } from './plan.js';

/** The zone or option in which each reading of a step lies, by reading id. */
export type ZoneByReading = ReadonlyMap<string, string>;

/** Whether every condition of an outcome holds; an outcome without conditions always does. */
export const outcomeHolds = ({ when }: Outcome, zones: ZoneByReading): boolean =>
  when.every(({ readingId, zoneIds }) => zoneIds.includes(zones.get(readingId) ?? ''));

/** The first outcome, in the author's order, whose conditions hold; `undefined` when the case was left open. */
export const outcomeFor = (step: Step, zones: ZoneByReading): Outcome | undefined =>
  step.outcomes.find((outcome) => outcomeHolds(outcome, zones));
