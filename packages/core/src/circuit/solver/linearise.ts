import type { ActingLaw } from '../network/network.js';
import { diodeAt } from './diode.js';
import { lampAt } from './lamp.js';

/** A branch as a straight line: conductance · u − resistance · i = source, so scaled that the greater of the two factors is 1. */
export interface Line {
  readonly conductance: number;
  readonly resistance: number;
  readonly source: number;
}

/** Where on its curve a branch is thought to be: the voltage of a lamp, that of the junction of a diode. */
export type Point = number;

export const isCurved = (law: ActingLaw): boolean => law.kind === 'lamp' || law.kind === 'diode';

/** The line of a law; for a curve its tangent at a point. The share of another voltage stands elsewhere. */
export function lineOf(law: ActingLaw, point: Point, sourceShare: number): Line {
  switch (law.kind) {
    case 'linear':
      return scaled(1, law.ohms, sourceShare * law.volts);
    case 'ratio':
      return scaled(1, law.ohms, 0);
    case 'open':
      return { conductance: 0, resistance: 1, source: 0 };
    case 'current':
      return { conductance: 0, resistance: 1, source: -sourceShare * law.amps };
    case 'lamp': {
      const { amps, siemens } = lampAt(law, point);
      return scaled(siemens, 1, siemens * point - amps);
    }
    case 'diode': {
      const { amps, siemens } = diodeAt(law, point);
      return scaled(siemens, 1 + siemens * law.ohms, siemens * point - amps);
    }
  }
}

function scaled(conductance: number, resistance: number, source: number): Line {
  const scale = 1 / Math.max(conductance, resistance);
  return { conductance: conductance * scale, resistance: resistance * scale, source: source * scale };
}
