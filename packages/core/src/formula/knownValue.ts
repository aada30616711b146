import { convert, findUnit, type Unit, unitOf } from '../units/index.js';

/** What is known of a name: a reading or an input, in its unit. */
export interface KnownValue {
  readonly value: number;
  readonly unit: string;
  /** Expanded uncertainty (k = 2), in the same unit. */
  readonly uncertainty: number;
}

/** Tells what a name stands for; or, in a sentence, why it stands for nothing. */
export type ValueFor = (name: string) => KnownValue | string;

/**
 * The unit in which a name stands in a formula: that of its quantity without prefix, and kPa for pressures. So mV and V, or mΩ and kΩ,
 * never differ by a factor that nobody wrote.
 */
export function formulaUnit({ base, datum }: Unit): Unit {
  if (base.quantity !== 'pressure') return unitOf(base.symbol);
  return unitOf(datum ? `kPa(${datum === 'gauge' ? 'g' : 'abs'})` : 'kPa');
}

/** A number in a unit, as it stands in a formula. */
export function toFormulaUnit(value: number, unit: string): number {
  return converted(value, unitOf(unit), formulaUnit(unitOf(unit)));
}

/** The result of a formula in the unit that is wanted of it. */
export function fromFormulaUnit(value: number, unit: string): number {
  return converted(value, formulaUnit(unitOf(unit)), unitOf(unit));
}

// Both are of one quantity and one datum, so there is always a way.
function converted(value: number, from: Unit, to: Unit): number {
  const result = convert(value, from, to);
  return result.ok ? result.value : Number.NaN;
}

/** A known value in another unit of its quantity, with its uncertainty; `undefined` where there is no way. */
export function knownIn(known: KnownValue, symbol: string): KnownValue | undefined {
  const from = unitOf(known.unit);
  const to = findUnit(symbol);
  if (!to) return undefined;
  const value = convert(known.value, from, to);
  const upper = convert(known.value + known.uncertainty, from, to);
  return value.ok && upper.ok
    ? { value: value.value, unit: symbol, uncertainty: Math.abs(upper.value - value.value) }
    : undefined;
}
