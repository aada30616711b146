import { convert, convertStep, type Quantity, type Unit, unitOf } from '../units/index.js';

interface Coherent {
  /** A unit of the quantity that is known here. */
  readonly unit: string;
  /** How many of the coherent unit it is. */
  readonly factor: number;
}

/**
 * The one system in which formulas are computed, so that units cancel: 70 Ah / 7 A are 36,000 s. Each quantity by a unit known here and how many
 * coherent units that is. Source: SI brochure, 9th edition, tables 2 to 4; a share counts as a fraction, a turn as one, an angle in degrees.
 */
const coherentUnits: Readonly<Record<Quantity, Coherent>> = {
  voltage: { unit: 'V', factor: 1 },
  resistance: { unit: 'Ω', factor: 1 },
  current: { unit: 'A', factor: 1 },
  frequency: { unit: 'Hz', factor: 1 },
  ratio: { unit: '%', factor: 0.01 },
  time: { unit: 's', factor: 1 },
  capacitance: { unit: 'F', factor: 1 },
  inductance: { unit: 'H', factor: 1 },
  power: { unit: 'W', factor: 1 },
  charge: { unit: 'Ah', factor: 3600 },
  temperature: { unit: 'K', factor: 1 },
  temperatureDifference: { unit: 'Δ°C', factor: 1 },
  pressure: { unit: 'Pa', factor: 1 },
  length: { unit: 'm', factor: 1 },
  volume: { unit: 'L', factor: 0.001 },
  force: { unit: 'N', factor: 1 },
  torque: { unit: 'Nm', factor: 1 },
  mass: { unit: 'kg', factor: 1 },
  angle: { unit: '°', factor: 1 },
  speed: { unit: 'rpm', factor: 1 / 60 },
  velocity: { unit: 'm/s', factor: 1 },
  massFlow: { unit: 'g/s', factor: 0.001 },
  voltageRate: { unit: 'V/s', factor: 1 },
  currentRate: { unit: 'A/s', factor: 1 },
  pressureRate: { unit: 'Pa/s', factor: 1 },
  voltageTime: { unit: 'V·s', factor: 1 },
};

const coherentOf = ({ base }: Unit): { readonly unit: Unit; readonly factor: number } => {
  const { unit, factor } = coherentUnits[base.quantity];
  return { unit: unitOf(unit), factor };
};

// A vacuum counts downwards.
const signOf = ({ datum }: Unit): number => (datum === 'vacuum' ? -1 : 1);

/** A value in coherent units, counted from the zero of its own scale: a gauge pressure stays one. */
export function toCoherent(value: number, from: Unit): number {
  const { unit, factor } = coherentOf(from);
  return signOf(from) * converted(value, { ...from, datum: undefined }, unit) * factor;
}

/** A coherent value in a unit. */
export function fromCoherent(value: number, to: Unit): number {
  const { unit, factor } = coherentOf(to);
  return signOf(to) * converted(value / factor, unit, { ...to, datum: undefined });
}

/** The size of a step, for which the zero of a scale has no meaning: 9 °F are 5 K. */
export function stepToCoherent(size: number, from: Unit): number {
  const { unit, factor } = coherentOf(from);
  return signOf(from) * convertStep(size, from, unit) * factor;
}

export function stepFromCoherent(size: number, to: Unit): number {
  const { unit, factor } = coherentOf(to);
  return signOf(to) * convertStep(size / factor, unit, to);
}

// Both are of one quantity, so there is always a way.
function converted(value: number, from: Unit, to: Unit): number {
  const result = convert(value, from, to);
  return result.ok ? result.value : Number.NaN;
}
