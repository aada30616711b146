import type { ActingLaw } from '../network/network.js';
import { diodeAt, nextJunctionVolts } from './diode.js';
import type { Line } from './linearise.js';

// A point that moves by less stands; so does one that changes the current by less along its line, as where a diode blocks.
const [stillVolts, stillShare, stillAmps] = [1e-10, 1e-9, 1e-14];

/**
 * Where a curve is to be next, by the voltage across its branch and the current through it. The same as before: it stands there.
 * @param line by which it was solved
 */
export function nextPoint(law: ActingLaw, before: number, volts: number, amps: number, line: Line): number {
  const wanted = law.kind === 'diode' ? volts - law.ohms * amps : volts;
  const move = Math.abs(wanted - before);
  if (move <= stillVolts + stillShare * Math.abs(wanted)) return before;
  // From one direction to the other it goes over zero, where it is cold: a tangent of a hot one would lead it to and fro.
  if (law.kind !== 'diode') return before * wanted < 0 ? 0 : wanted;
  const slope = Math.max(diodeAt(law, Math.max(before, wanted)).siemens, line.conductance / line.resistance);
  if (move * slope <= stillAmps) return before;
  return nextJunctionVolts(law, before, wanted);
}
