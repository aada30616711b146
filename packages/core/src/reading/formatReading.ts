import { shiftDecimal, type Unit, unitOf, withPrefix } from '../units/index.js';
import type { Reading } from './reading.js';

const minus = '−';

/** Number of decimals that a resolution shows: 0.01 → 2, 1 → 0, 5 → 0; at most 12. */
export function decimalsOf(resolution: number): number {
  if (!(resolution > 0)) return 0;
  return Math.min(12, Math.max(0, Math.ceil(-Math.log10(resolution) - 1e-9)));
}

/** A number with a true minus sign and the decimals of its resolution. */
export function formatNumber(value: number, resolution: number): string {
  const text = value.toFixed(decimalsOf(resolution));
  if (!text.startsWith('-')) return text;
  return Number(text) === 0 ? text.slice(1) : minus + text.slice(1);
}

/** A limit or a computed number as short as it goes, at most six significant digits: `2.55`, `10000`. */
export function formatPlain(value: number): string {
  if (!Number.isFinite(value)) return value > 0 ? 'OL' : `${minus}OL`;
  const text = String(Number(value.toPrecision(6)));
  return text.startsWith('-') ? minus + text.slice(1) : text;
}

/** A plain number with its unit: `2.55 V`. */
export const formatQuantity = (value: number, unit: string): string => `${formatPlain(value)} ${unit}`;

/** The end of a range, with the largest prefix that leaves no zeros before the point: `6 MΩ`, never `6000000 Ω`; `600 Ω`, `0.6 A`. */
export function formatRange(value: number, symbol: string): string {
  const unit = unitOf(symbol);
  const inUnit = (candidate: Unit) => shiftDecimal(value, unit.exponent - candidate.exponent);
  const shown = (value >= 1000 ? unitsAbove(unit).findLast((candidate) => inUnit(candidate) >= 1) : undefined) ?? unit;
  return formatQuantity(inUnit(shown), shown.symbol);
}

/**
 * A reading as it is shown everywhere: every digit that was typed, and no more, in the unit of the step.
 * A coarse reading (4 M typed in Ω) takes a larger prefix, so that no digit is invented.
 * Parsing the text again gives the same quantity.
 */
export function formatReading(reading: Reading): string {
  switch (reading.kind) {
    case 'overload':
      return reading.side === 'above' ? 'OL' : `${minus}OL`;
    case 'bounded':
      return `${reading.side === 'above' ? '>' : '<'} ${formatBound(reading.bound)} ${reading.unit}`;
    case 'exact':
      return formatExact(reading.value, reading.resolution, unitOf(reading.unit));
  }
}

// A bound keeps all its digits: rounding it could move it over a limit.
const formatBound = (bound: number) => String(bound).replace('-', minus);

function formatExact(value: number, resolution: number, unit: Unit): string {
  // A step that was converted, such as that of 1 in, is no power of ten: no other prefix shows it better.
  if (resolution > 1.5 && !isPowerOfTen(resolution)) return `${formatNumber(value, 1)} ${unit.symbol}`;
  const shown = unitThatShows(unit, resolution);
  const power = unit.exponent - shown.exponent;
  if (shown === unit && resolution > 1.5) return formatWithExponent(value, resolution, unit.symbol);
  return `${formatNumber(shiftDecimal(value, power), shiftDecimal(resolution, power))} ${shown.symbol}`;
}

function unitThatShows(unit: Unit, resolution: number): Unit {
  if (resolution <= 1.5) return unit;
  const larger = unitsAbove(unit);
  return larger.find((candidate) => shiftDecimal(resolution, unit.exponent - candidate.exponent) <= 1.5) ?? unit;
}

/** The same unit with each larger prefix, the next one first. */
const unitsAbove = (unit: Unit): Unit[] =>
  [...unit.base.prefixes]
    .map((prefix) => withPrefix(unit, prefix))
    .filter((candidate): candidate is Unit => candidate !== undefined && candidate.exponent > unit.exponent)
    .sort((a, b) => a.exponent - b.exponent);

const isPowerOfTen = (resolution: number): boolean =>
  Math.abs(resolution / 10 ** Math.round(Math.log10(resolution)) - 1) < 1e-6;

function formatWithExponent(value: number, resolution: number, symbol: string): string {
  const power = Math.round(Math.log10(resolution));
  return `${formatNumber(shiftDecimal(value, -power), 1)}e${power} ${symbol}`;
}
