import { formatPlain, formatQuantity, type Reading } from '../reading/index.js';
import { uncertaintyOf, type ZoneLine } from '../spec/index.js';
import { convert, convertStep, findUnit, unitOf } from '../units/index.js';
import type { Instrument, InstrumentRange } from './instrument.js';
import type { InstrumentFunction } from './instrumentFunctions.js';

/** The range that an instrument is set to, as a plan asks for it. */
export interface AskedRange {
  readonly value: number;
  readonly unit: string;
}

/**
 * Expanded uncertainty (k = 2) of an instrument for a reading, in the unit of the reading: by the range that the plan asks for or, where it asks
 * for none, the smallest one that holds the reading. It is computed in the unit of the instrument, as percents of °C are none of °F.
 * @param ambientKPa absolute pressure of the surrounding air, for an instrument that counts from another zero
 * @returns `undefined` where the instrument cannot measure this
 */
export function accuracyOf(
  instrument: Instrument,
  measures: InstrumentFunction,
  reading: Reading,
  asked: AskedRange | null,
  ambientKPa?: number,
): number | undefined {
  const found = instrument.functions.find((one) => one.measures === measures);
  const from = unitOf(reading.unit);
  const to = found && findUnit(found.unit);
  if (!to || reading.kind !== 'exact') return undefined;
  const value = convert(reading.value, from, to, ambientKPa);
  if (!value.ok) return undefined;
  const range = rangeFor(found.ranges, Math.max(Math.abs(value.value), asked ? askedIn(asked, found.unit) : 0));
  if (!range) return undefined;
  const shown = { ...reading, value: value.value, resolution: range.lastPlace, unit: to.symbol };
  const { percent, digits, lastPlace } = range;
  return convertStep(uncertaintyOf(shown, { percent, digits, lastPlace }) ?? 0, to, from);
}

function askedIn({ value, unit }: AskedRange, symbol: string): number {
  const converted = convert(value, unitOf(unit), unitOf(symbol));
  return converted.ok ? converted.value : 0;
}

const rangeFor = (ranges: readonly InstrumentRange[], value: number): InstrumentRange | undefined =>
  ranges.find(({ upTo }) => upTo >= value) ?? ranges.at(-1);

/** The largest that an instrument shows in a function, in a unit; `undefined` where it does not measure this. */
export function largestShown(instrument: Instrument, measures: InstrumentFunction, symbol: string): number | undefined {
  const found = instrument.functions.find((one) => one.measures === measures);
  const from = found && findUnit(found.unit);
  const last = found?.ranges.at(-1);
  if (!from || !last) return undefined;
  const end = convert(last.upTo, from, unitOf(symbol));
  return end.ok ? end.value : undefined;
}

export type InstrumentWarning =
  | { readonly kind: 'overdue'; readonly sinceMs: number }
  | { readonly kind: 'cannotMeasure' }
  | { readonly kind: 'tooCoarse'; readonly uncertainty: number; readonly limit: number; readonly unit: string };

// Half the width of the limits against the uncertainty: below four, too many readings are too close to call.
// Source: ANSI/NCSL Z540.3, test uncertainty ratio of 4:1.
const leastRatio = 4;

/**
 * What must be said about an instrument before it is used: that its calibration is overdue, that it cannot measure this, or that it is too
 * coarse for these limits.
 * @param accuracyAt accuracy of the instrument at a value in the unit of the limits
 */
export function warningsOf(
  { calibrationDueAtMs, functions }: Instrument,
  measures: InstrumentFunction,
  nowMs: number,
  limits?: { readonly line: ZoneLine; readonly unit: string; readonly uncertaintyAt: (value: number) => number | null },
): readonly InstrumentWarning[] {
  const overdue: InstrumentWarning[] =
    calibrationDueAtMs !== null && calibrationDueAtMs < nowMs ? [{ kind: 'overdue', sinceMs: calibrationDueAtMs }] : [];
  if (!functions.some((one) => one.measures === measures)) return [...overdue, { kind: 'cannotMeasure' }];
  return limits ? [...overdue, ...coarse(limits.line, limits.unit, limits.uncertaintyAt)] : overdue;
}

function coarse(
  { cuts, zones }: ZoneLine,
  unit: string,
  uncertaintyAt: (value: number) => number | null,
): InstrumentWarning[] {
  const found = cuts.flatMap((limit, index) => {
    if (zones[index]?.ok === zones[index + 1]?.ok) return [];
    const ok = zones[index]?.ok ? index : index + 1;
    const width = (cuts[ok] ?? Number.POSITIVE_INFINITY) - (cuts[ok - 1] ?? Number.NEGATIVE_INFINITY);
    // A limit that is open on the other side is compared with itself.
    const half = Number.isFinite(width) ? width / 2 : Math.abs(limit);
    const uncertainty = uncertaintyAt(limit) ?? 0;
    return uncertainty * leastRatio > half ? [{ kind: 'tooCoarse' as const, uncertainty, limit, unit }] : [];
  });
  return found.slice(0, 1);
}

/** The warning in one sentence. */
export function sayInstrumentWarning(warning: InstrumentWarning, name: string): string {
  switch (warning.kind) {
    case 'overdue':
      return `The calibration of ${name} has expired.`;
    case 'cannotMeasure':
      return `${name} does not measure this.`;
    case 'tooCoarse':
      return `${name} is coarse for this limit: ±${formatPlain(Number(warning.uncertainty.toPrecision(2)))} ${warning.unit} at ${formatQuantity(warning.limit, warning.unit)}.`;
  }
}
