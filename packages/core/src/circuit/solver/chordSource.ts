import type { ActingLaw } from '../network/network.js';
import { diodeAt } from './diode.js';
import { lampAt } from './lamp.js';
import type { Line } from './linearise.js';

/** The source of the line with a given slope through a point of a curve: beside its tangent, it is nearly one. */
export function chordSource(law: ActingLaw, point: number, { conductance, resistance }: Line): number {
  if (law.kind === 'lamp') return conductance * point - resistance * lampAt(law, point).amps;
  if (law.kind !== 'diode') throw new Error(`${law.kind} is no curve`);
  const { amps } = diodeAt(law, point);
  return conductance * (point + law.ohms * amps) - resistance * amps;
}
