import { failed, ok, type Result } from '../result/index.js';
import { type Verdict, verdictOf } from './judge.js';
import type { CountSpec, Zone } from './spec.js';
import { countZones, tidy, type ZoneLine, zoneIndexAt } from './zonesOf.js';

/** What was counted: one number for each section, or one for the whole, and for how long. */
export interface Counted {
  readonly counts: readonly number[];
  /** For how long in all. */
  readonly seconds: number;
  /** For how long in each section; without it the time is shared out among them. */
  readonly sectionSeconds?: readonly number[] | undefined;
}

export type CountProblem =
  | {
      readonly kind: 'tooShort';
      readonly seconds: number;
      readonly inSeconds: number;
      readonly section: string | undefined;
    }
  | { readonly kind: 'otherSections'; readonly expected: number };

/**
 * Judges a count, which has no uncertainty. The limits are per time: who counts for longer may count more. Each section of a harness must be
 * moved for the whole time. Whoever stops early has not shown that nothing more would have come, so that is refused unless the count is beyond
 * its upper limit already.
 */
export function judgeCount(spec: CountSpec, counted: Counted): Result<Verdict, CountProblem> {
  const { counts, seconds, sectionSeconds } = counted;
  const expected = Math.max(1, spec.sections.length);
  if (counts.length !== expected || (sectionSeconds && sectionSeconds.length !== expected))
    return failed({ kind: 'otherSections', expected });
  const total = counts.reduce((sum, count) => sum + count, 0);
  const times = sectionSeconds ?? counts.map(() => seconds / expected);
  const short = times.findIndex((time) => time < spec.inSeconds);
  const isBeyond = spec.max !== null && total > spec.max;
  if (short >= 0 && !isBeyond) {
    const section = spec.sections[short];
    const name = section && (section.name || section.id);
    return failed({ kind: 'tooShort', seconds: times[short] ?? 0, inSeconds: spec.inSeconds, section: name });
  }
  const line = perTime(countZones(spec), Math.max(1, Math.min(...times) / spec.inSeconds));
  const zone = line.zones[zoneIndexAt(line, total)] as Zone;
  return ok(verdictOf(zone, zone.ok ? 'inSpec' : 'outOfSpec', sayCounted(spec, counted)));
}

/** Limits for a longer time: two in one minute are twenty in ten. */
const perTime = ({ cuts, zones }: ZoneLine, times: number): ZoneLine => ({
  cuts: cuts.map((cut) => tidy(cut * times)),
  zones,
});

/** A count in one line: how many, in how long, and where most of them were. */
export function sayCounted({ what, sections }: CountSpec, { counts, seconds }: Counted): string {
  const total = counts.reduce((sum, count) => sum + count, 0);
  const most = counts.indexOf(Math.max(...counts));
  const share = counts[most] === total ? '' : `${counts[most]} of them `;
  const where = sections.length > 1 && total > 0 ? `, ${share}at “${sections[most]?.name}”` : '';
  const events = what || 'events';
  return `${events.charAt(0).toUpperCase()}${events.slice(1)}: ${total} in ${Math.floor(seconds)} s${where}.`;
}
