import { formatReading, type Reading } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { differenceUnit, unitOf } from '../units/index.js';
import { type DriveSpec, nameOfDriveValue } from './driveSpec.js';
import { judgeReading, type Verdict, verdictOf, worstOf } from './judge.js';
import type { JudgedRow, JudgedSeries } from './series.js';
import { alike, membersOf, noValue, oddCases, several, type ZoneLine, zonesOfDrive } from './zonesOf.js';

/** A time of a recording, in ms since it began. */
export interface DriveStretch {
  readonly fromMs: number;
  readonly toMs: number;
}

/** A level that was held without a break for longer than a drive may be outside, and the stretch in which it was. */
export interface HeldLevel extends DriveStretch {
  /** In the unit of the limits. */
  readonly value: number;
  /** Expanded uncertainty (k = 2), in the same unit. */
  readonly uncertainty: number;
}

/** What a drive showed of one thing that is compared. */
export interface DrivenLevels {
  /** Id of the value that is held against those like it; `null` for what a formula came to. */
  readonly of: string | null;
  /** The highest level that was held; `null` where it had no value for so long at a time. */
  readonly highest: HeldLevel | null;
  readonly lowest: HeldLevel | null;
  /** The longest time without a value; `null` for none. */
  readonly gone: DriveStretch | null;
}

/** What a drive showed under the conditions of its limits. */
export interface Driven {
  /** For how long in all the conditions held, in stretches that are long enough to be judged. */
  readonly countedSeconds: number;
  /** For how long a level was held to count: what the limits said when the drive was read. */
  readonly heldSeconds: number;
  readonly levels: readonly DrivenLevels[];
}

/** What was compared around the worst stretch, so that it can be seen without the recording. */
export interface DriveTrace {
  /** ms since the recording began. */
  readonly ms: readonly number[];
  readonly lines: readonly { readonly of: string | null; readonly values: readonly (number | null)[] }[];
}

/** As many points as are kept with a reading. */
export const mostTracePoints = 120;

export type DriveProblem =
  | { readonly kind: 'tooShort'; readonly seconds: number; readonly leastSeconds: number }
  /** It was read for other limits than these. */
  | { readonly kind: 'otherLimits' };

/**
 * Judges a drive by the highest and the lowest level that was held for longer than it may be outside: those are outside the limits just where a
 * whole stretch of that length is. Who drove for too short a time under the conditions has not shown that it would have stayed inside, so that
 * is refused unless it was outside already.
 */
export function judgeDrive(spec: DriveSpec, driven: Driven): Result<JudgedSeries, DriveProblem> {
  const wanted = spec.compares.kind === 'alike' ? spec.compares.of : [null];
  const fits = driven.levels.length === wanted.length && wanted.every((of, index) => driven.levels[index]?.of === of);
  if (!fits || driven.heldSeconds !== spec.mayLastSeconds) return failed({ kind: 'otherLimits' });
  const judged = spec.compares.kind === 'alike' ? judgeAlike(spec, driven) : judgeFormula(spec, driven);
  const isShort = driven.countedSeconds < spec.leastSeconds;
  // What never held any level was perhaps not there for long enough to be seen.
  const wasSeen = driven.levels.every((one) => one.highest !== null || isGone(spec, one));
  if (isShort && !(wasSeen && judged.verdict.kind === 'outOfSpec'))
    return failed({ kind: 'tooShort', seconds: driven.countedSeconds, leastSeconds: spec.leastSeconds });
  return ok(judged);
}

/** Whether it was without a value for longer than it may be. */
const isGone = ({ mayLastSeconds }: DriveSpec, { gone }: DrivenLevels): boolean =>
  gone !== null && gone.toMs - gone.fromMs > mayLastSeconds * 1000;

function judgeFormula(spec: DriveSpec, { levels: [only] }: Driven): JudgedSeries {
  const line = zonesOfDrive(spec);
  const rows = (['highest', 'lowest'] as const).flatMap(
    (side) => judgedLevel(side, spec.unit, line, only?.[side]) ?? [],
  );
  const worst = worstRow(rows);
  return !only || !worst || isGone(spec, only)
    ? { rows, reading: undefined, verdict: withoutValue(only) }
    : { rows, reading: worst.reading, verdict: worst.verdict };
}

const withoutValue = (levels: DrivenLevels | undefined): Verdict =>
  verdictOf(noValue, 'outOfSpec', levels?.gone ? `It had no value ${sayStretch(levels.gone)}.` : 'It had no value.');

function judgedLevel(
  label: string,
  unit: string,
  line: ZoneLine,
  held: HeldLevel | null | undefined,
): JudgedRow | undefined {
  if (!held) return undefined;
  const { value, uncertainty } = held;
  const reading: Reading = { kind: 'exact', value, resolution: resolutionOf(value, uncertainty), unit, text: '' };
  const verdict = judgeReading({ line, uncertainty: 0, text: `Held ${sayStretch(held)}.` }, reading, uncertainty);
  return { label, reading, verdict };
}

/** A level ends at the first digit that its uncertainty leaves unsure; without one, after four digits. */
function resolutionOf(value: number, uncertainty: number): number {
  const size = uncertainty || Math.abs(value) / 1000;
  return size > 0 ? 10 ** Math.floor(Math.log10(size)) : 1;
}

const severity = ['outOfSpec', 'tooCloseToCall', 'noLimit', 'inSpec'] as const;

/** The gravest; of those the one that is farthest beyond its limit, or nearest to it from inside. */
function worstRow(rows: readonly JudgedRow[]): JudgedRow | undefined {
  const beyond = ({ verdict: { zone, margin } }: JudgedRow) => (margin?.distance ?? 0) * (zone.ok ? -1 : 1);
  return [...rows].sort(
    (a, b) => severity.indexOf(a.verdict.kind) - severity.indexOf(b.verdict.kind) || beyond(b) - beyond(a),
  )[0];
}

/** A value that is held against those like it. */
interface Member {
  readonly levels: DrivenLevels;
  readonly name: string;
  readonly isGone: boolean;
  /** By how far it was from the median of all, on the side on which that was worse. */
  readonly row: JudgedRow | undefined;
}

function judgeAlike(spec: DriveSpec, { levels }: Driven): JudgedSeries {
  const line = zonesOfDrive(spec);
  const unit = differenceUnit(unitOf(spec.unit)).symbol;
  const members = levels.map((one): Member => {
    const name = nameOfDriveValue(spec, one.of ?? '');
    const row = worstRow([one.highest, one.lowest].flatMap((held) => judgedLevel(name, unit, line, held) ?? []));
    return { levels: one, name, row, isGone: isGone(spec, one) };
  });
  const rows = members.flatMap(({ row }) => row ?? []);
  const off = members.filter((one) => one.isGone || one.row?.verdict.zone.ok !== true);
  const [only] = off;
  if (only && off.length === 1) {
    const zone = oddCases(membersOf(spec))[members.indexOf(only)] ?? several;
    const kind = only.isGone ? 'outOfSpec' : (only.row?.verdict.kind ?? 'outOfSpec');
    return { rows, reading: only.isGone ? undefined : only.row?.reading, verdict: verdictOf(zone, kind, sayOff(only)) };
  }
  const kind = off.some((one) => one.isGone || !one.row) ? 'outOfSpec' : worstOf(rows.map(({ verdict }) => verdict));
  if (off.length > 1) return { rows, reading: undefined, verdict: verdictOf(several, kind, off.map(sayOff).join(' ')) };
  const most = worstRow(rows);
  const note = most ? `The furthest from the median is ${most.label} with ${formatReading(most.reading)}.` : '';
  return { rows, reading: most?.reading, verdict: verdictOf(alike, kind, note) };
}

function sayOff({ levels: { gone }, name, isGone, row }: Member): string {
  if (isGone && gone) return `${name} had no value ${sayStretch(gone)}, while others like it had one.`;
  return row
    ? `${name} was ${formatReading(row.reading)} from the median. ${row.verdict.note}`
    : `${name} had no value.`;
}

/** A stretch in words: “for 1.4 s, from 12:05 of the drive”. */
export function sayStretch({ fromMs, toMs }: DriveStretch): string {
  const seconds = Math.floor(fromMs / 1000);
  const from = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return `for ${((toMs - fromMs) / 1000).toFixed(1)} s, from ${from} of the drive`;
}
