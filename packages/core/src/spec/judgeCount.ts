import { failed, ok, type Result } from '../result/index.js';
import { type Verdict, verdictOf } from './judge.js';
import type { CountSpec, Zone } from './spec.js';
import { countZones, zoneIndexAt } from './zonesOf.js';

/** What was counted: one number for each section, or one for the whole, and for how long. */
export interface Counted {
  readonly counts: readonly number[];
  readonly seconds: number;
}

export type CountProblem =
  | { readonly kind: 'tooShort'; readonly seconds: number; readonly inSeconds: number }
  | { readonly kind: 'otherSections'; readonly expected: number };

/**
 * Judges a count, which has no uncertainty. Whoever stops early has not shown that nothing more would have come, so that is refused unless
 * the count is beyond its upper limit already.
 */
export function judgeCount(spec: CountSpec, { counts, seconds }: Counted): Result<Verdict, CountProblem> {
  const expected = Math.max(1, spec.sections.length);
  if (counts.length !== expected) return failed({ kind: 'otherSections', expected });
  const total = counts.reduce((sum, count) => sum + count, 0);
  const isBeyond = spec.max !== null && total > spec.max;
  if (seconds < spec.inSeconds && !isBeyond) return failed({ kind: 'tooShort', seconds, inSeconds: spec.inSeconds });
  const line = countZones(spec);
  const zone = line.zones[zoneIndexAt(line, total)] as Zone;
  return ok(verdictOf(zone, zone.ok ? 'inSpec' : 'outOfSpec', sayCount(spec, { counts, seconds })));
}

/** A count in one line: how many, in how long, and where most of them were. */
export function sayCount({ what, sections }: CountSpec, { counts, seconds }: Counted): string {
  const total = counts.reduce((sum, count) => sum + count, 0);
  const most = counts.indexOf(Math.max(...counts));
  const share = counts[most] === total ? '' : `${counts[most]} of them `;
  const where = sections.length > 1 && total > 0 ? `, ${share}at “${sections[most]?.name}”` : '';
  const events = what || 'events';
  return `${events.charAt(0).toUpperCase()}${events.slice(1)}: ${total} in ${Math.floor(seconds)} s${where}.`;
}
