import { formatReading, type Reading } from '../reading/index.js';
import { convert, findUnit, shiftDecimal, type Unit, unitOf, withDatum, withPrefix } from '../units/index.js';
import { type ZoneLine, zoneIndexAt } from './zonesOf.js';

/** What the meter may really have shown: a text to record instead, if the technician says so. */
export interface Slip {
  readonly kind: 'prefix' | 'point' | 'sign' | 'datum' | 'scale' | 'comma';
  /** The reading as it would be typed, with its unit. */
  readonly text: string;
}

export type Exact = Extract<Reading, { kind: 'exact' }>;

// A reading this many times larger or smaller than the nearest in-spec limit is far out.
const farRatio = 20;

/**
 * Readings that are out of spec, but would be in with one usual slip: prefix, sign, gauge for absolute, °C for °F.
 * Asked of the technician, never corrected by itself.
 * @param ambientKPa absolute air pressure in kPa; without it gauge and absolute are not compared
 */
export function findSlips(line: ZoneLine, reading: Reading, ambientKPa?: number): readonly Slip[] {
  if (reading.kind !== 'exact' || isIn(line, reading.value)) return [];
  const unit = unitOf(reading.unit);
  return [
    ...prefixSlips(line, reading, unit),
    ...signSlips(line, reading),
    ...datumSlips(line, reading, unit, ambientKPa),
    ...scaleSlips(line, reading, unit),
  ];
}

// What probes divide by and clamps give for an ampere differs by powers of ten.
const factors = [10, 0.1, 100, 0.01] as const;

/** By what a level that is far out of spec would have to be multiplied to be in: the factor of a probe or a clamp that was set wrongly. */
export const findFactor = (line: ZoneLine, { value }: Exact): number | undefined =>
  isIn(line, value) || !isFarOut(line, value) ? undefined : factors.find((factor) => isIn(line, value * factor));

const isIn = (line: ZoneLine, value: number) => line.zones[zoneIndexAt(line, value)]?.ok === true;

function prefixSlips(line: ZoneLine, reading: Exact, unit: Unit): Slip[] {
  if (!isFarOut(line, reading.value)) return [];
  return nearestPowers(prefixPowers, reading, (value) => isIn(line, value)).map(
    (power) => ({ kind: 'prefix', text: textShifted(reading, unit, power) }) as const,
  );
}

// One prefix up or down; where that explains nothing, those that are taken for each other: µ and M, m and M.
const prefixPowers = [
  [3, -3],
  [6, -6],
  [9, -9],
] as const;
// A decimal point that was left out, or not seen.
const pointPowers = [
  [-1, 1],
  [-2, 2],
] as const;

/** The nearest powers of ten that make a reading sensible. */
const nearestPowers = (
  powers: readonly (readonly number[])[],
  reading: Exact,
  isSensible: (value: number) => boolean,
): readonly number[] =>
  powers
    .map((group) => group.filter((power) => isSensible(shiftDecimal(reading.value, power))))
    .find((group) => group.length > 0) ?? [];

/** What a reading may have been that cannot be as it stands: with another prefix, or its point elsewhere. */
export function slipsBy(reading: Exact, unit: Unit, isSensible: (value: number) => boolean): readonly Slip[] {
  const ofPrefix = nearestPowers(prefixPowers, reading, isSensible).map(
    (power): Slip => ({ kind: 'prefix', text: textShifted(reading, unit, power) }),
  );
  const ofPoint = nearestPowers(pointPowers, reading, isSensible).map(
    (power): Slip => ({ kind: 'point', text: formatReading(moved(reading, power)) }),
  );
  return [...ofPrefix, ...ofPoint];
}

const moved = (reading: Exact, power: number): Exact => ({
  ...reading,
  value: shiftDecimal(reading.value, power),
  resolution: shiftDecimal(reading.resolution, power),
});

/** The digits as typed, with the prefix three places up or down where the unit has it. */
function textShifted(reading: Exact, unit: Unit, power: number): string {
  const shifted = moved(reading, power);
  const typed = typedUnitOf(reading) ?? unit;
  const prefix = prefixAt(typed, typed.exponent + power);
  if (prefix === undefined) return formatReading(shifted);
  const from = shiftDecimal(shifted.value, unit.exponent - prefix.exponent);
  return formatReading({
    ...shifted,
    value: from,
    resolution: shiftDecimal(shifted.resolution, unit.exponent - prefix.exponent),
    unit: prefix.symbol,
  });
}

function typedUnitOf(reading: Exact): Unit | undefined {
  const unit = findUnit(reading.text.replace(/^[^a-zµμΩ°%"]*/i, '').trim());
  return unit?.base === unitOf(reading.unit).base ? unit : undefined;
}

function prefixAt(unit: Unit, exponent: number): Unit | undefined {
  const plain = unitOf(unit.base.symbol);
  if (exponent === 0) return unit.datum ? undefined : plain;
  return [...unit.base.prefixes]
    .map((prefix) => withPrefix(unit, prefix))
    .find((candidate) => candidate?.exponent === exponent);
}

// Only limits between ok and not ok count: a reading deep in a named zone may still be far out.
function isFarOut({ cuts, zones }: ZoneLine, value: number): boolean {
  const limits = cuts.filter((_, index) => zones[index]?.ok !== zones[index + 1]?.ok);
  const width = Math.max(...limits) - Math.min(...limits);
  return limits.every((limit) => {
    const ratio = Math.abs(value) / Math.abs(limit);
    return ratio >= farRatio || ratio <= 1 / farRatio || (limits.length > 1 && Math.abs(value - limit) > 2 * width);
  });
}

// Where everything below a limit is in spec, every reading above it has an opposite that is: that would be no slip.
function signSlips(line: ZoneLine, reading: Exact): Slip[] {
  const turned = -reading.value;
  const isBounded = zoneIndexAt(line, turned) > 0;
  return isBounded && isIn(line, turned) ? [{ kind: 'sign', text: formatReading({ ...reading, value: turned }) }] : [];
}

function datumSlips(line: ZoneLine, reading: Exact, unit: Unit, ambientKPa?: number): Slip[] {
  if (!unit.datum || ambientKPa === undefined) return [];
  const other = withDatum(unit, unit.datum === 'absolute' ? 'gauge' : 'absolute');
  const meant = convert(reading.value, other, unit, ambientKPa);
  if (!meant.ok || !isIn(line, meant.value)) return [];
  return [{ kind: 'datum', text: formatReading({ ...reading, unit: other.symbol }) }];
}

function scaleSlips(line: ZoneLine, reading: Exact, unit: Unit): Slip[] {
  if (unit.symbol !== '°C' && unit.symbol !== '°F') return [];
  const other = unitOf(unit.symbol === '°C' ? '°F' : '°C');
  const meant = convert(reading.value, other, unit);
  return meant.ok && isIn(line, meant.value)
    ? [{ kind: 'scale', text: formatReading({ ...reading, unit: other.symbol }) }]
    : [];
}
