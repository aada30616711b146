import type { ActingLaw } from '../network/network.js';
import { diodeAt } from './diode.js';
import { type CurvePoint, lampAt } from './lamp.js';

/** A branch as a straight line: conductance · u − resistance · i = source, so scaled that the greater of the two factors is 1. */
export interface Line {
  readonly conductance: number;
  readonly resistance: number;
  readonly source: number;
}

/** Where on its curve a branch is thought to be: the voltage of a lamp, that of the junction of a diode. */
export type Point = number;

export const isCurved = (law: ActingLaw): law is CurvedLaw => law.kind === 'lamp' || law.kind === 'diode';

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
    case 'lamp':
    case 'diode':
      return tangentOf(law, point, curveAt(law, point));
  }
}

/** A law with a curve. */
export type CurvedLaw = Extract<ActingLaw, { readonly kind: 'lamp' | 'diode' }>;

export const curveAt = (law: CurvedLaw, point: Point): CurvePoint =>
  law.kind === 'lamp' ? lampAt(law, point) : diodeAt(law, point);

/** What a curve has in series with it, Ω. */
const seriesOhms = (law: CurvedLaw): number => (law.kind === 'diode' ? law.ohms : 0);

export const tangentOf = (law: CurvedLaw, point: Point, { amps, siemens }: CurvePoint): Line =>
  scaled(siemens, 1 + siemens * seriesOhms(law), siemens * point - amps);

/** The source of the line with a given slope through a point of a curve: beside its tangent, it is nearly one. */
export const chordSource = (
  law: CurvedLaw,
  point: Point,
  { amps }: CurvePoint,
  { conductance, resistance }: Line,
): number => conductance * (point + seriesOhms(law) * amps) - resistance * amps;

function scaled(conductance: number, resistance: number, source: number): Line {
  const scale = 1 / Math.max(conductance, resistance);
  return { conductance: conductance * scale, resistance: resistance * scale, source: source * scale };
}
