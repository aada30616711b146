import { failed, ok, type Result } from '../result/index.js';
import { type BaseUnit, baseUnits, prefixExponents, type Quantity } from './baseUnits.js';
import { convertByLibrary } from './library.js';

/** What a pressure is counted from: the surrounding air, upwards or, as a vacuum, downwards; or from no pressure at all. */
export type Datum = 'gauge' | 'absolute' | 'vacuum';

const datumSigns: Readonly<Record<Datum, string>> = { gauge: 'g', absolute: 'abs', vacuum: 'vac' };

/** How a unit is written that counts from there: `kPa(g)`. */
export const withDatum = (unit: Unit, datum: Datum): Unit => ({
  ...unit,
  datum,
  symbol: `${unit.symbol.replace(/\(.*\)$/, '')}(${datumSigns[datum]})`,
});

/** A unit as a plan or a technician writes it: `mV`, `kΩ`, `kPa(g)`. */
export interface Unit {
  readonly symbol: string;
  readonly base: BaseUnit;
  /** Power of ten of its prefix; 0 without one. */
  readonly exponent: number;
  /** Only for pressures, and only where it was written. */
  readonly datum: Datum | undefined;
}

export type ConversionProblem = 'otherQuantity' | 'ambientPressureNeeded';

const datumSuffix = /\s*(?:\(?\b(abs(?:olute)?|a|g(?:auge)?|vac(?:uum)?)\)?)$/i;
const unitsByText = new Map<string, Unit | undefined>();

/** Finds a unit by symbol or usual spelling, with prefix and pressure datum; `undefined` when there is none. */
export function findUnit(text: string): Unit | undefined {
  const known = unitsByText.get(text);
  if (known || unitsByText.has(text)) return known;
  const unit = readUnit(text);
  // What people mistype is without end; what they mean is not.
  if (unitsByText.size < 5000) unitsByText.set(text, unit);
  return unit;
}

function readUnit(text: string): Unit | undefined {
  const plain = readWithPrefix(text.trim());
  return plain ?? readWithDatum(text.trim());
}

function readWithDatum(text: string): Unit | undefined {
  // psig, bara and the like: the datum is glued to the unit.
  const match = datumSuffix.exec(text) ?? /(?<=psi|bar)(a|g)$/i.exec(text);
  if (!match?.[1]) return undefined;
  const unit = readWithPrefix(text.slice(0, match.index).trim());
  if (unit?.base.quantity !== 'pressure') return undefined;
  const letter = match[1].charAt(0).toLowerCase();
  return withDatum(unit, letter === 'a' ? 'absolute' : letter === 'v' ? 'vacuum' : 'gauge');
}

function readWithPrefix(text: string): Unit | undefined {
  const whole = findBase(text);
  if (whole) return { symbol: whole.symbol, base: whole, exponent: 0, datum: undefined };
  const prefix = toPrefix(text.charAt(0));
  const base = prefix ? findBase(text.slice(1)) : undefined;
  if (!prefix || !base?.prefixes.includes(prefix)) return undefined;
  return { symbol: prefix + base.symbol, base, exponent: prefixExponents[prefix] ?? 0, datum: undefined };
}

function findBase(text: string): BaseUnit | undefined {
  const exact = baseUnits.find((unit) => unit.symbol === text || unit.spellings.includes(text));
  // Single letters differ by case (K is not k); words do not.
  return exact ?? (text.length > 1 ? baseUnits.find((unit) => isSpelling(unit, text.toLowerCase())) : undefined);
}

const isSpelling = (unit: BaseUnit, lower: string) =>
  unit.symbol.toLowerCase() === lower || unit.spellings.includes(lower);

/** The SI prefix that a character stands for: `u` is micro, and `K` is taken for kilo as on many meters. */
export function toPrefix(character: string): string | undefined {
  if (character === 'u' || character === 'μ') return 'µ';
  if (character === 'K') return 'k';
  return character in prefixExponents ? character : undefined;
}

/** The same unit with another prefix; `undefined` where meters never put that prefix before it. */
export function withPrefix(unit: Unit, prefix: string): Unit | undefined {
  if (!unit.base.prefixes.includes(prefix)) return undefined;
  const prefixed = { ...unit, symbol: prefix + unit.base.symbol, exponent: prefixExponents[prefix] ?? 0 };
  return unit.datum ? withDatum(prefixed, unit.datum) : prefixed;
}

/** The unit of a text where only one quantity can be meant: `F` is °F for a temperature, and `K` a step for a difference. */
export function findUnitOf(text: string, quantity: Quantity): Unit | undefined {
  const unit = findUnit(text);
  if (unit?.base.quantity === quantity) return unit;
  const base = baseUnits.find((one) => one.quantity === quantity && isSpelled(one, text));
  if (base) return { symbol: base.symbol, base, exponent: 0, datum: undefined };
  // Where meters put no milli before a unit, nothing but mega can be meant.
  const mega = /^m(.+)$/.exec(text)?.[1];
  const whole = mega === undefined ? undefined : findBase(mega);
  return whole?.quantity === quantity && !whole.prefixes.includes('m') ? withPrefix(plainUnit(whole), 'M') : undefined;
}

const isSpelled = (unit: BaseUnit, text: string): boolean =>
  unit.symbol === text || unit.spellings.includes(text) || (text.length > 1 && isSpelling(unit, text.toLowerCase()));

const plainUnit = (base: BaseUnit): Unit => ({ symbol: base.symbol, base, exponent: 0, datum: undefined });

/** Whether a text can be milli or mega of its unit, as nobody writes `mhz` for millihertz: written in lower case, it says neither. */
export function isMilliOrMega(text: string): boolean {
  const unit = findUnit(text);
  if (unit?.exponent !== -3 || !unit.base.prefixes.includes('M')) return false;
  // Only of units that are written with a capital, and of which both are met.
  return unit.base.quantity === 'frequency' && text === text.toLowerCase();
}

/** The unit in which two readings of a unit differ: that of a step, without the zero of a scale. */
export function differenceUnit(unit: Unit): Unit {
  if (unit.base.quantity === 'temperature') return unitOf(unit.base.symbol === '°F' ? 'Δ°F' : 'Δ°C');
  return unit.datum ? { ...unit, datum: undefined, symbol: unit.symbol.replace(/\(.*\)$/, '') } : unit;
}

/** The unit of a plan's own text; plans are validated where they come in, so a missing one is a bug. */
export function unitOf(symbol: string): Unit {
  const unit = findUnit(symbol);
  if (!unit) throw new Error(`unit "${symbol}" is not known; validate the plan first`);
  return unit;
}

/** `value × 10^power` without the rounding noise of a multiplication: 200e-3 is 0.2, not 0.2000…1. */
export function shiftDecimal(value: number, power: number): number {
  if (power === 0 || value === 0 || !Number.isFinite(value)) return value;
  const [mantissa = '', exponent = '0'] = String(value).split('e');
  return Number(`${mantissa}e${Number(exponent) + power}`);
}

const linearMaps = new Map<string, { readonly factor: number; readonly offset: number }>();

/** Every conversion between two units of a quantity is linear; the library is asked for it once. */
function linearMap(from: BaseUnit, to: BaseUnit) {
  const key = `${from.library}→${to.library}`;
  let map = linearMaps.get(key);
  if (!map) {
    const offset = convertByLibrary(0, from.library, to.library);
    map = { offset, factor: convertByLibrary(1, from.library, to.library) - offset };
    linearMaps.set(key, map);
  }
  return map;
}

const standardPressureUnit: Unit = unitOf('kPa');
const tidy = (value: number) => Number(value.toPrecision(12));

/**
 * Converts a value between two units.
 * @param ambientKPa absolute pressure of the surrounding air in kPa; needed only between gauge and absolute
 * @returns the value in `to`, tidied to 12 significant digits where the library's factor was used
 */
export function convert(value: number, from: Unit, to: Unit, ambientKPa?: number): Result<number, ConversionProblem> {
  if (from.base.quantity !== to.base.quantity) return failed('otherQuantity');
  if (from.datum && to.datum && from.datum !== to.datum) return changeDatum(value, from, to, ambientKPa);
  if (from.base === to.base) return ok(shiftDecimal(value, from.exponent - to.exponent));
  const { factor, offset } = linearMap(from.base, to.base);
  return ok(tidy(shiftDecimal(shiftDecimal(value, from.exponent) * factor + offset, -to.exponent)));
}

function changeDatum(value: number, from: Unit, to: Unit, ambientKPa?: number): Result<number, ConversionProblem> {
  const inTarget = convert(value, { ...from, datum: undefined }, to);
  if (!inTarget.ok) return inTarget;
  const upwards = from.datum === 'vacuum' ? -inTarget.value : inTarget.value;
  const turned = (gauge: number) => (to.datum === 'vacuum' ? (gauge === 0 ? 0 : -gauge) : gauge);
  if (from.datum !== 'absolute' && to.datum !== 'absolute') return ok(turned(upwards));
  if (ambientKPa === undefined) return failed('ambientPressureNeeded');
  const ambient = convert(ambientKPa, standardPressureUnit, { ...to, datum: undefined });
  if (!ambient.ok) return ambient;
  return ok(tidy(from.datum === 'absolute' ? turned(upwards - ambient.value) : upwards + ambient.value));
}

/**
 * Converts a step such as a resolution, for which an offset (°C to °F) or a datum has no meaning.
 * @returns the size in `to` of a step of `size` in `from`, both of one quantity
 */
export function convertStep(size: number, from: Unit, to: Unit): number {
  if (from.base === to.base) return shiftDecimal(size, from.exponent - to.exponent);
  return tidy(shiftDecimal(shiftDecimal(size, from.exponent) * linearMap(from.base, to.base).factor, -to.exponent));
}

/** Quantities whose readings can be negative on a meter. */
const signed: ReadonlySet<Quantity> = new Set([
  'voltage',
  'current',
  'temperature',
  'temperatureDifference',
  'pressure',
  'angle',
  'torque',
  'force',
  'velocity',
  'massFlow',
  'charge',
  'voltageRate',
  'currentRate',
  'pressureRate',
  'voltageTime',
]);

/** Whether a meter can show a negative number in this unit; an absolute pressure has none. */
export function canBeNegative(symbol: string): boolean {
  const { base, datum } = unitOf(symbol);
  return signed.has(base.quantity) && datum !== 'absolute';
}

/** The least that there is in a unit: absolute zero, or no pressure at all; `undefined` where there is none. */
export function leastIn(unit: Unit): number | undefined {
  if (unit.datum === 'absolute') return 0;
  if (unit.base.quantity !== 'temperature') return undefined;
  const zero = convert(0, unitOf('K'), unit);
  return zero.ok ? zero.value : undefined;
}
