import { indexPlan } from '../plan/index.js';
import type { Trail } from '../trail/index.js';
import { evidenceTable } from './evidenceTable.js';
import { chancesExpected } from './expected.js';
import { type Evidence, lineUp } from './lineUp.js';

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
 * How well a trail bears a conclusion out. *Proven* is what readings point to, with a probability of nine in ten, where they speak against every
 * other suspect and explain each other. Without a reading nothing is more than assumed. That there is no fault is likely
 * where everything on the list is cleared, and never proven: the cause may be something that is not on it.
 */
export function supportOf(trail: Trail, conclusionId: string): Support {
  const suspectIds = indexPlan(trail.plan).conclusions.get(conclusionId)?.suspectIds ?? [];
  const table = evidenceTable(trail);
  if (table.columns.length === 0) return 'assumed';
  const entries = lineUp(trail);
  if (suspectIds.length === 0) return table.isAllCleared ? 'likely' : 'assumed';
  const named = entries.filter(({ suspect }) => suspectIds.includes(suspect.id));
  if (named.some(({ clearedBy }) => clearedBy)) return 'assumed';
  const share = named.reduce((sum, entry) => sum + entry.share, 0);
  const isProven =
    share >= provenFrom &&
    suspectIds.some((id) => table.columns.some((evidence) => pointsAt(evidence, id))) &&
    table.rows.every(({ suspect, strengths }) => suspectIds.includes(suspect.id) || strengths.some(isAgainst)) &&
    (table.contradiction === undefined || isPair(table.contradiction.pair, suspectIds));
  return isProven ? 'proven' : share >= likelyFrom ? 'likely' : 'assumed';
}

const isAgainst = (strength: string): boolean => strength === 'against' || strength === 'stronglyAgainst';

const isPair = (pair: readonly { readonly id: string }[] | undefined, suspectIds: readonly string[]): boolean =>
  pair !== undefined && pair.length === suspectIds.length && pair.every(({ id }) => suspectIds.includes(id));

/** Whether an outcome is one that the suspect would show, and not only one that speaks against others. */
export function pointsAt({ source, pointsTo }: Evidence, suspectId: string): boolean {
  if (pointsTo.includes(suspectId)) return true;
  if (source.kind !== 'step') return false;
  const expected = chancesExpected(source.step, suspectId)?.get(source.outcome.id);
  return expected === undefined ? source.outcome.expects.includes(suspectId) : expected >= 0.5;
}
