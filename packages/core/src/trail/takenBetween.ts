import { sayTaken } from './sayTaken.js';
import type { Trail } from './trail.js';

/** What was measured at a moment, in words. */
export interface MeasuredAt {
  readonly atMs: number;
  readonly text: string;
}

/** What was entered on a trail between two moments, also what was set aside since: it was measured all the same. */
export function takenBetween({ plan, waymarks, taken }: Trail, fromMs: number, toMs: number): readonly MeasuredAt[] {
  const names = new Map(
    plan.steps.flatMap(({ readings }) => readings.map(({ id, name }) => [id, name || id] as const)),
  );
  const all = [...waymarks.flatMap((waymark) => waymark.taken), ...Object.values(taken)];
  return all
    .filter(({ atMs, entry }) => entry !== undefined && atMs >= fromMs && atMs <= toMs)
    .toSorted((one, other) => one.atMs - other.atMs)
    .map((one) => ({ atMs: one.atMs, text: `${names.get(one.readingId) ?? one.readingId} ${sayTaken(one)}` }));
}
