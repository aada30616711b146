import type { LineUnit, RoutineInfo } from '@probe-trail/core/vehicle';
import { type RoutineRequest, refusals, type UdsResponse } from '../uds/index.js';

/** Tests that the units of a stand-in run by themselves. */
export interface Routines {
  /** What a unit does with a request about one of its routines: ISO 14229-1, 14.2. */
  readonly asked: (unit: LineUnit, request: RoutineRequest, mayRun: boolean) => UdsResponse | number;
}

interface RoutineWorld {
  readonly seconds: () => number;
  /** The byte by which a routine says how it came out. */
  readonly resultOf: (key: string, routine: RoutineInfo) => number;
}

export function makeRoutines({ seconds, resultOf }: RoutineWorld): Routines {
  const startedAt = new Map<string, number>();
  const standing = (key: string, routine: RoutineInfo): number | undefined => {
    const from = startedAt.get(key);
    if (from === undefined) return undefined;
    const running = routine.results.find(({ is }) => is === 'running')?.byte;
    return seconds() - from < routine.takesSeconds && running !== undefined ? running : resultOf(key, routine);
  };
  return {
    asked: (unit, { act, routine: identifier }, mayRun) => {
      const routine = unit.routines?.find((one) => Number.parseInt(one.identifier, 16) === identifier);
      if (!routine) return refusals.notThere;
      if (!mayRun) return refusals.notInThisSession;
      const key = `${unit.id}.${routine.id}`;
      const said = (...bytes: number[]): UdsResponse => ({
        kind: 'routine',
        act,
        routine: identifier,
        result: Uint8Array.from(bytes),
      });
      if (act === 'start') {
        startedAt.set(key, seconds());
        return said();
      }
      const byte = standing(key, routine);
      // Nobody has started it: ISO 14229-1, table 426.
      if (byte === undefined) return refusals.wrongOrder;
      if (act === 'stop') startedAt.delete(key);
      return act === 'stop' ? said() : said(byte);
    },
  };
}
