import { formatNumber, formatPlain, formatReading, type Reading } from '../reading/index.js';
import { conformityOf } from './conformity.js';
import type { Limits } from './limitsOf.js';
import type { ChoiceSpec, Zone } from './spec.js';
import { noLimit, type ZoneLine, zoneIndexAt } from './zonesOf.js';

/** Accuracy of an instrument: ±(percent of the reading + digits of its last place). */
export interface Accuracy {
  readonly percent: number;
  readonly digits: number;
  /** The last place of the display in the unit of the reading; without it, what was typed tells it. */
  readonly lastPlace?: number;
}

/** Gives the expanded uncertainty (k = 2) of a reading in its unit; `null` for one without number. */
export type UncertaintyOf = (reading: Reading) => number | null;

/** `noLimit`: there is nothing to judge against, and the reason is said. */
export type VerdictKind = 'inSpec' | 'outOfSpec' | 'tooCloseToCall' | 'noLimit';

export interface Verdict {
  readonly kind: VerdictKind;
  /** The zone of the value as read; where the verdict is too close to call, this is what it nominally says. */
  readonly zone: Zone;
  /** Other zones that the uncertainty reaches into. */
  readonly alsoPossible: readonly Zone[];
  /** Expanded uncertainty (k = 2) in the unit of the spec; `null` for a choice or a reading without number. */
  readonly uncertainty: number | null;
  /** Probability that the true value is in spec, 0 to 1; `null` where there is no number. */
  readonly conformity: number | null;
  readonly margin: Margin | null;
  /** What is to be said besides: where the limits come from, which row it is, why there is no limit; empty for nothing. */
  readonly note: string;
}

/** How far a reading is from the nearest limit between in spec and out of spec. */
export interface Margin {
  readonly limit: number;
  /** In the unit of the spec, never negative. */
  readonly distance: number;
  /** The distance in percent of the width of the in-spec zone next to that limit; `null` where that is open. */
  readonly percentOfTolerance: number | null;
}

/** The gravest of several verdicts. */
export function worstOf(verdicts: readonly Verdict[]): VerdictKind {
  const kinds = new Set(verdicts.map(({ kind }) => kind));
  return (['outOfSpec', 'tooCloseToCall', 'noLimit'] as const).find((kind) => kinds.has(kind)) ?? 'inSpec';
}

/** Judges what was seen against the states that can be seen; the option must be one of the spec's. */
export const judgeChoice = (option: Zone): Verdict => verdictOf(option, option.ok ? 'inSpec' : 'outOfSpec');

/** A verdict that does not come from one number on a line. */
export const verdictOf = (zone: Zone, kind: VerdictKind, note = ''): Verdict => ({
  kind,
  zone,
  alsoPossible: [],
  uncertainty: null,
  conformity: null,
  margin: null,
  note,
});

/** The verdict where there is no limit to judge against, with the reason in a sentence. */
export const notJudged = (because: string, uncertainty: number | null = null): Verdict => ({
  ...verdictOf(noLimit, 'noLimit', because),
  uncertainty,
});

/** The option of that id, if the spec has it. */
export const optionOf = (spec: ChoiceSpec, optionId: string): Zone | undefined =>
  spec.options.find(({ id }) => id === optionId);

/** What is known of the true value: a closed interval, open-ended for OL and one-sided readings. */
interface Interval {
  readonly from: number;
  readonly to: number;
}

/**
 * Judges a measured reading in three steps: the interval in which the true value lies, the zones that it touches, the verdict.
 * Wholly inside the limits it is in spec, wholly outside out of spec, otherwise too close to call.
 * @param uncertainty of the reading (k = 2), as `uncertaintyOf` gives it; that of the limits is added as a square
 */
export function judgeReading(limits: Limits, reading: Reading, uncertainty: number | null): Verdict {
  const { line } = limits;
  const both = uncertainty === null ? null : Math.hypot(uncertainty, limits.uncertainty);
  const interval = intervalOf(reading, both);
  const first = zoneIndexAt(line, interval.from);
  const last = zoneIndexAt(line, interval.to);
  // A one-sided reading stands nearest to its bound.
  const nominal = reading.kind === 'exact' ? zoneIndexAt(line, reading.value) : reading.side === 'above' ? first : last;
  const touched = line.zones.slice(first, last + 1);
  const kind = kindOf(touched);
  const zone = line.zones[nominal] as Zone;
  const margin = reading.kind === 'exact' ? marginOf(line, reading.value) : null;
  return {
    kind,
    zone,
    alsoPossible: touched.length > 1 ? touched.filter((candidate) => candidate !== zone) : [],
    uncertainty,
    conformity: reading.kind === 'exact' && both !== null ? conformityFor(line, touched, reading.value, both) : null,
    margin,
    note: limits.says,
  };
}

/** Expanded uncertainty (k = 2) of a reading in its own unit; without an instrument known, half the typed resolution. */
export function uncertaintyOf(reading: Reading, accuracy?: Accuracy | null): number | null {
  if (reading.kind !== 'exact') return null;
  if (!accuracy) return reading.resolution / 2;
  return (
    (Math.abs(reading.value) * accuracy.percent) / 100 + accuracy.digits * (accuracy.lastPlace ?? reading.resolution)
  );
}

function intervalOf(reading: Reading, uncertainty: number | null): Interval {
  if (reading.kind === 'exact')
    return { from: reading.value - (uncertainty ?? 0), to: reading.value + (uncertainty ?? 0) };
  const edge = reading.kind === 'overload' ? Number.POSITIVE_INFINITY : reading.bound;
  if (reading.kind === 'overload')
    return reading.side === 'above' ? { from: edge, to: edge } : { from: -edge, to: -edge };
  return reading.side === 'above'
    ? { from: edge, to: Number.POSITIVE_INFINITY }
    : { from: Number.NEGATIVE_INFINITY, to: edge };
}

function kindOf(touched: readonly Zone[]): VerdictKind {
  if (touched.every(({ ok }) => ok)) return 'inSpec';
  return touched.some(({ ok }) => ok) ? 'tooCloseToCall' : 'outOfSpec';
}

// Only near a limit is the distribution worth computing: further away it is 0 or 1 to more digits than are shown.
function conformityFor(line: ZoneLine, touched: readonly Zone[], value: number, uncertainty: number): number {
  return touched.length > 1 ? conformityOf(line, value, uncertainty) : Number(touched[0]?.ok);
}

function marginOf({ cuts, zones }: ZoneLine, value: number): Margin | null {
  let nearest: Margin | null = null;
  for (let index = 0; index < cuts.length; index += 1) {
    const limit = cuts[index] ?? 0;
    const okIndex = zones[index]?.ok ? index : index + 1;
    if (zones[index]?.ok === zones[index + 1]?.ok) continue;
    const distance = Math.abs(value - limit);
    if (nearest && nearest.distance <= distance) continue;
    const width = (cuts[okIndex] ?? Number.POSITIVE_INFINITY) - (cuts[okIndex - 1] ?? Number.NEGATIVE_INFINITY);
    nearest = {
      limit,
      distance,
      percentOfTolerance: Number.isFinite(width) && width > 0 ? (100 * distance) / width : null,
    };
  }
  return nearest;
}

/**
 * Why a verdict is what it is, in one line.
 * @param reading that was judged; `undefined` for a choice
 */
export function sayVerdict(verdict: Verdict, reading: Reading | undefined): string {
  const { kind, note } = verdict;
  if (kind === 'noLimit' || (!reading && note !== '')) return note;
  if (!reading) return verdict.zone.meaning || `Seen: ${verdict.zone.name}.`;
  const says = sayPlace(verdict, reading);
  return note === '' ? says : `${says} ${note}`;
}

function sayPlace({ kind, zone, margin, uncertainty }: Verdict, reading: Reading): string {
  const shown = formatReading(reading);
  if (reading.kind === 'overload') return `${shown}: beyond every number, which is ${zone.name}.`;
  if (reading.kind === 'bounded')
    return kind === 'tooCloseToCall'
      ? `${shown} could be on either side of a limit.`
      : `${shown} is ${zone.name} whatever the exact value.`;
  if (!margin) return `${shown} is ${zone.name}; there is no limit to be near to.`;
  const limit = `${formatPlain(margin.limit)} ${reading.unit}`;
  if (kind === 'tooCloseToCall') return sayTooClose(shown, limit, uncertainty ?? 0, reading.unit);
  return `${shown} is ${sayDistance(margin, reading)} the limit of ${limit}.`;
}

function sayTooClose(shown: string, limit: string, uncertainty: number, unit: string): string {
  return `${shown} may be ${formatPlain(roundUp(uncertainty))} ${unit} off, and the limit is ${limit}.`;
}

// Two digits, rounded up: an uncertainty is never shown smaller than it is.
function roundUp(uncertainty: number): number {
  if (uncertainty === 0) return 0;
  const step = 10 ** (Math.floor(Math.log10(uncertainty)) - 1);
  return Number((Math.ceil(uncertainty / step - 1e-9) * step).toPrecision(12));
}

function sayDistance({ distance, limit }: Margin, reading: Extract<Reading, { kind: 'exact' }>): string {
  if (distance === 0) return 'on';
  return `${formatNumber(distance, Math.min(reading.resolution, distance))} ${reading.unit} ${reading.value > limit ? 'above' : 'below'}`;
}
