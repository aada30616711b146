import { indexPlan } from '../plan/index.js';
import type { Trail } from '../trail/index.js';
import { lineUp } from './lineUp.js';

/** How well the readings bear a conclusion out. */
export type Support = 'proven' | 'likely' | 'assumed';

export const supportWords = {
  proven: 'proven by the readings',
  likely: 'likely, not proven',
  assumed: 'only assumed',
} as const satisfies Record<Support, string>;

// Measured on a thousand hidden faults: with less, one wrong reading in twenty leads astray too often; with more, the minutes grow.
export const provenFrom = 0.9;
const likelyFrom = 0.4;

/**
 * How well a trail bears a conclusion out: by the probability of its suspects together. One that names none, no fault found, is proven where
 * every suspect has been cleared.
 */
export function supportOf(trail: Trail, conclusionId: string): Support {
  const suspectIds = indexPlan(trail.plan).conclusions.get(conclusionId)?.suspectIds ?? [];
  const entries = lineUp(trail);
  if (suspectIds.length === 0) return entries.every(({ clearedBy }) => clearedBy) ? 'proven' : 'assumed';
  const named = entries.filter(({ suspect }) => suspectIds.includes(suspect.id));
  const share = named.reduce((sum, entry) => sum + entry.share, 0);
  if (named.some(({ clearedBy }) => clearedBy)) return 'assumed';
  if (share >= provenFrom) return 'proven';
  return share >= likelyFrom ? 'likely' : 'assumed';
}
