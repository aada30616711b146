import { convert, convertStep, type Quantity, type Unit, unitOf, withDatum } from '../units/index.js';
import { formatNumber } from './formatReading.js';
import type { Reading } from './reading.js';

/** The units in which somebody likes to read. */
export type UnitSystem = 'metric' | 'us';

const usual = {
  metric: {
    temperature: '°C',
    temperatureDifference: 'Δ°C',
    pressure: 'kPa',
    length: 'mm',
    force: 'N',
    torque: 'Nm',
    mass: 'kg',
    velocity: 'km/h',
  },
  us: {
    temperature: '°F',
    temperatureDifference: 'Δ°F',
    pressure: 'psi',
    length: 'in',
    force: 'lbf',
    torque: 'lbf·ft',
    mass: 'lb',
    velocity: 'mph',
  },
} as const satisfies Record<UnitSystem, Partial<Record<Quantity, string>>>;

const usUnits = new Set(['°F', 'Δ°F', 'psi', 'inHg', 'inH2O', 'in', 'ft', 'lbf', 'lbf·ft', 'lb', 'mph']);

const systemOf = ({ base }: Unit): UnitSystem => (usUnits.has(base.symbol) ? 'us' : 'metric');

/**
 * A reading in the usual unit of a system, with the decimals that its resolution has there.
 * @returns `undefined` where its unit is of that system already, where all use the same (volts), or where it has no number
 */
export function readingIn(reading: Reading, system: UnitSystem): string | undefined {
  if (reading.kind !== 'exact') return undefined;
  const from = unitOf(reading.unit);
  const symbol = (usual[system] as Partial<Record<Quantity, string>>)[from.base.quantity];
  if (symbol === undefined || systemOf(from) === system) return undefined;
  const to = from.datum ? withDatum(unitOf(symbol), from.datum) : unitOf(symbol);
  const value = convert(reading.value, from, to);
  return value.ok ? `${formatNumber(value.value, convertStep(reading.resolution, from, to))} ${to.symbol}` : undefined;
}
