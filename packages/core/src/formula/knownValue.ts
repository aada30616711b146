import { convert, findUnit, type Unit, unitOf, withDatum } from '../units/index.js';

/** What is known of a name: a reading or an input, in its unit. */
export interface KnownValue {
  readonly value: number;
  readonly unit: string;
  /** Expanded uncertainty (k = 2), in the same unit. */
  readonly uncertainty: number;
  /**
   * What each thing that was really measured adds to the uncertainty, with its sign, in the same unit: so that of two values which come from one
   * measurement its doubt cancels. Without it the value is a measurement of its own.
   */
  readonly sources?: ReadonlyMap<string, number> | undefined;
}

/** Tells what a name stands for; or, in a sentence, why it stands for nothing. */
export type ValueFor = (name: string) => KnownValue | string;

/** The unit that a bare number has beside a name: that of the name without prefix, and kPa for pressures. */
export function formulaUnit({ base, datum }: Unit): Unit {
  if (base.quantity !== 'pressure') return unitOf(base.symbol);
  const kPa = unitOf('kPa');
  return datum ? withDatum(kPa, datum) : kPa;
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
