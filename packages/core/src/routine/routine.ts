import type { Line, LineUnit, RoutineInfo } from '../vehicle/index.js';

/** A test that a control unit runs by itself, as somebody picks it. */
export interface Routine extends RoutineInfo {
  /** By which it is known on its line: unit and routine, such as `A41.selfTest`. */
  readonly key: string;
  readonly unitId: string;
  readonly unitName: string;
}

/** Every routine of the units of a line, in the order of the line. */
export const routinesOf = ({ units }: Pick<Line, 'units'>): readonly Routine[] =>
  units.flatMap((unit) => (unit.routines ?? []).map((routine) => named(unit, routine)));

const named = (unit: LineUnit, routine: RoutineInfo): Routine => ({
  ...routine,
  key: `${unit.id}.${routine.id}`,
  unitId: unit.id,
  unitName: unit.name,
});

/** How a routine stands: it runs, or it came out as its line says; `unknown` where the line does not know what the unit said. */
export type RoutineStanding = 'running' | 'passed' | 'failed' | 'unknown';

export interface RoutineResult {
  readonly is: RoutineStanding;
  /** What the unit says by it, in words. */
  readonly text: string;
}

/** What the first byte of the results means (ISO 14229-1, 14.2: the rest is the maker's own). */
export function routineResult({ results }: RoutineInfo, bytes: Uint8Array): RoutineResult {
  const [first] = bytes;
  if (first === undefined) return { is: 'unknown', text: 'The unit says nothing of how it came out.' };
  const known = results.find(({ byte }) => byte === first);
  const written = `0x${first.toString(16).padStart(2, '0').toUpperCase()}`;
  return known
    ? { is: known.is, text: known.text }
    : { is: 'unknown', text: `The unit says ${written}, which is not known of it.` };
}
