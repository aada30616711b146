import { formatNumber, formatPlain, formatReading, type Reading } from '../reading/index.js';
import { canBeNegative } from '../units/index.js';
import { conformityOf } from './conformity.js';
import type { Limits } from './limitsOf.js';
import { numberIn } from './numberIn.js';
import type { ChoiceSpec, Zone } from './spec.js';
import { noLimit, noValue, type ZoneLine, zoneIndexAt } from './zonesOf.js';

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
  /** The same of the limits, which may come from readings themselves; 0 where they stand in the plan. */
  readonly limitUncertainty: number;
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
  limitUncertainty: 0,
  conformity: null,
  margin: null,
  note,
});

/** The verdict where there is no limit to judge against, with the reason in a sentence. */
export const notJudged = (because: string, uncertainty: number | null = null): Verdict => ({
  ...verdictOf(noLimit, 'noLimit', because),
  uncertainty,
});

/** The verdict on a computed reading that has no value, with the reason in a sentence. */
export const withoutValue = (because: string): Verdict => verdictOf(noValue, 'noLimit', because);

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
  const both = uncertainty === null ? null : sumOfSquares(uncertainty, limits.uncertainty);
  const interval = intervalOf(reading, both);
  const slack = slackOf(reading);
  const onEdge = (value: number) => edgeAt(line, value, slack);
  const first = zoneIndexAt(line, onEdge(interval.from));
  const last = zoneIndexAt(line, onEdge(interval.to));
  // A one-sided reading stands nearest to its bound.
  const nominal =
    reading.kind === 'exact' ? zoneIndexAt(line, onEdge(reading.value)) : reading.side === 'above' ? first : last;
  const touched = line.zones.slice(first, last + 1);
  const kind = kindOf(touched);
  const zone = line.zones[nominal] as Zone;
  const margin = reading.kind === 'exact' ? marginOf(line, reading.value) : null;
  return {
    kind,
    zone,
    alsoPossible: touched.length > 1 ? touched.filter((candidate) => candidate !== zone) : [],
    uncertainty,
    limitUncertainty: limits.uncertainty,
    conformity: reading.kind === 'exact' && both !== null ? conformityFor(line, touched, reading, both) : null,
    margin,
    note: limits.text,
  };
}

/**
 * Expanded uncertainty (k = 2) of a reading in its own unit; half the typed resolution is the least that it can be, whatever the instrument
 * text, and all that is known without one.
 */
export function uncertaintyOf(reading: Reading, accuracy?: Accuracy | null): number | null {
  if (reading.kind !== 'exact') return null;
  const least = reading.resolution / 2;
  if (!accuracy) return least;
  const ofInstrument =
    (Math.abs(reading.value) * accuracy.percent) / 100 + accuracy.digits * (accuracy.lastPlace ?? reading.resolution);
  return Math.max(ofInstrument, least);
}

// Far below what was typed: an edge that was meant exactly is met exactly, whatever the last bit of a sum.
const hair = 1e-6;
// What arithmetic may leave of a number that was meant exactly, as a share of it.
const lastBits = 1e-14;

/** How far off a cut a value may be that is meant to be on it. */
function slackOf(reading: Reading): number {
  if (reading.kind === 'overload') return 0;
  return reading.kind === 'exact' && reading.resolution > 0
    ? reading.resolution * hair
    : Math.abs(numberIn(reading)) * lastBits;
}

/** Puts a value that is a hair off a cut onto it. */
function edgeAt({ cuts }: ZoneLine, value: number, slack: number): number {
  for (const cut of cuts) if (Math.abs(value - cut) <= slack) return cut;
  return value;
}

// Most limits stand in the plan and have no doubt of their own.
const sumOfSquares = (a: number, b: number): number => (b === 0 ? a : Math.sqrt(a * a + b * b));

/** What is known of the true value; of a quantity that cannot be negative nothing lies below zero. */
function intervalOf(reading: Reading, uncertainty: number | null): Interval {
  if (reading.kind === 'exact') {
    const from = reading.value - (uncertainty ?? 0);
    const least = reading.value >= 0 && !canBeNegative(reading.unit) ? 0 : Number.NEGATIVE_INFINITY;
    return { from: Math.max(from, least), to: reading.value + (uncertainty ?? 0) };
  }
  const edge = reading.kind === 'overload' ? Number.POSITIVE_INFINITY : reading.bound;
  if (reading.kind === 'overload')
    return reading.side === 'above' ? { from: edge, to: edge } : { from: -edge, to: -edge };
  // More than 5 is not 5 any more; at least 5 may be.
  const beyond = /[≥≤]/.test(reading.text) ? 0 : Math.max(Math.abs(edge), Number.MIN_VALUE) * 100 * lastBits;
  return reading.side === 'above'
    ? { from: edge + beyond, to: Number.POSITIVE_INFINITY }
    : { from: Number.NEGATIVE_INFINITY, to: edge - beyond };
}

function kindOf(touched: readonly Zone[]): VerdictKind {
  if (touched.every(({ ok }) => ok)) return 'inSpec';
  return touched.some(({ ok }) => ok) ? 'tooCloseToCall' : 'outOfSpec';
}

// Only near a limit is the distribution worth computing: further away it is 0 or 1 to more digits than are shown.
function conformityFor(line: ZoneLine, touched: readonly Zone[], reading: ExactReading, uncertainty: number): number {
  if (touched.length <= 1) return Number(touched[0]?.ok);
  const isFromZero = reading.value >= 0 && !canBeNegative(reading.unit);
  return conformityOf(line, reading.value, uncertainty, isFromZero ? 0 : Number.NEGATIVE_INFINITY);
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
 * Why a verdict is what it is, in one line; empty for a choice, whose name says it.
 * @param reading that was judged; `undefined` for a choice
 */
export function sayVerdict(verdict: Verdict, reading: Reading | undefined): string {
  const { kind, note } = verdict;
  if (kind === 'noLimit' || (!reading && note !== '')) return note;
  // What was seen is its own reason.
  if (!reading) return '';
  const text = sayPlace(verdict, reading);
  return note === '' ? text : `${text} ${note}`;
}

type ExactReading = Extract<Reading, { kind: 'exact' }>;

function sayPlace(verdict: Verdict, reading: Reading): string {
  const { kind, zone, margin } = verdict;
  const shown = formatReading(reading);
  if (reading.kind === 'overload') return `${shown}: over range, ${zone.name}.`;
  if (reading.kind === 'bounded')
    return kind === 'tooCloseToCall'
      ? `${shown} could be on either side of a limit.`
      : `${shown} is ${zone.name} whatever the exact value.`;
  if (!margin) return `${shown} is ${zone.name}; there is no limit to be near to.`;
  const limit = `${formatPlain(margin.limit)} ${reading.unit}`;
  if (kind === 'tooCloseToCall') return sayTooClose(shown, limit, verdict, reading.unit);
  return `${shown} is ${sayDistance(margin, reading, zone.ok)} the limit of ${limit}.`;
}

function sayTooClose(shown: string, limit: string, { uncertainty, limitUncertainty }: Verdict, unit: string): string {
  const within = (size: number) => `±${formatPlain(roundUp(size))} ${unit}`;
  const ofLimit =
    limitUncertainty > 0
      ? `the limit, which comes from readings, is ${limit} ${within(limitUncertainty)}`
      : `the limit is ${limit}`;
  return `${shown} ${within(uncertainty ?? 0)}; ${ofLimit}.`;
}

// Two digits, rounded up: an uncertainty is never shown smaller than it is.
function roundUp(uncertainty: number): number {
  if (uncertainty === 0) return 0;
  const step = 10 ** (Math.floor(Math.log10(uncertainty)) - 1);
  return Number((Math.ceil(uncertainty / step - 1e-9) * step).toPrecision(12));
}

/** How far it is inside the limit, or beyond it and on which side: what is fine is never said to be above a limit. */
function sayDistance({ distance, limit }: Margin, reading: ExactReading, isOk: boolean): string {
  if (distance <= reading.resolution * hair) return 'on';
  return `${formatNumber(distance, Math.min(reading.resolution, distance))} ${reading.unit} ${isOk ? 'inside' : reading.value > limit ? 'above' : 'below'}`;
}
