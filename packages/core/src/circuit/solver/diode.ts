import type { Law } from '../network/network.js';
import type { CurvePoint } from './lamp.js';

type Diode = Pick<Extract<Law, { readonly kind: 'diode' }>, 'saturationAmps' | 'emission' | 'ohms' | 'celsius'>;

// Boltzmann's constant over the elementary charge, V/K: exact values of the SI since 2019.
const voltsPerKelvin = 1.380649e-23 / 1.602176634e-19;
const zeroCelsius = 273.15;
/** So much always leaks past a junction, S: what hangs behind one that blocks has a potential all the same. */
const leakSiemens = 1e-12;

const slopeVolts = ({ emission, celsius }: Diode): number => emission * voltsPerKelvin * (celsius + zeroCelsius);

/** A junction at a voltage. */
export function diodeAt(diode: Diode, volts: number): CurvePoint {
  const slope = slopeVolts(diode);
  const growth = Math.exp(volts / slope);
  return {
    amps: diode.saturationAmps * (growth - 1) + leakSiemens * volts,
    siemens: (diode.saturationAmps * growth) / slope + leakSiemens,
  };
}

/**
 * The next point of a junction, where a whole step would run up the exponential and never come back. Source: L. W. Nagel, SPICE2 (1975),
 * limiting of junctions.
 */
export function nextJunctionVolts(diode: Diode, before: number, wanted: number): number {
  const slope = slopeVolts(diode);
  const critical = slope * Math.log(slope / (Math.SQRT2 * diode.saturationAmps));
  if (wanted <= critical || Math.abs(wanted - before) <= 2 * slope) return wanted;
  if (before <= 0) return slope * Math.log(wanted / slope);
  const growth = 1 + (wanted - before) / slope;
  return growth > 0 ? before + slope * Math.log(growth) : critical;
}
