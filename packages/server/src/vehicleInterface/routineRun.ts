import { unmetCondition } from '@probe-trail/core/actuator';
import { groupBy } from '@probe-trail/core/list';
import { liveValuesOf } from '@probe-trail/core/liveValue';
import { type Routine, routineResult, routinesOf } from '@probe-trail/core/routine';
import type { Line, LineUnit } from '@probe-trail/core/vehicle';
import type { RoutineLine, RoutineRequest } from '@probe-trail/core/vehicleInterface';
import { LinkLost } from '@probe-trail/vehicle/client';
import type { RunOn } from './reach.js';
import { readOnce } from './readLive.js';
import type { ReachedVehicle, UnitReply } from './vehicleInterface.js';

/** The routines that run just now: one for each vehicle at most. */
export interface RoutineRuns {
  /** Runs a routine to its end, until its time is over, a condition does not hold, or it is stopped. It never goes on unheard. */
  readonly run: (request: RoutineRequest, on: RunOn) => AsyncGenerator<RoutineLine>;
  /** @returns how many were stopped */
  readonly stop: (vehicleId: string, because: string) => number;
  /** What runs on a vehicle, and by whom, in words. */
  readonly runningOn: (vehicleId: string) => string | undefined;
}

interface Running {
  readonly by: string;
  readonly name: string;
  readonly stop: AbortController;
}

const askEveryMs = 500;

/** @param runsElse what else runs on a vehicle, and by whom */
export function makeRoutineRuns(nowMs: () => number, runsElse: (vehicleId: string) => string | undefined): RoutineRuns {
  const running = new Map<string, Running>();
  const runningOn = (vehicleId: string) => {
    const one = running.get(vehicleId);
    return one && `${one.by} runs ${one.name}`;
  };
  return {
    runningOn,
    run: async function* ({ routine: key }, on) {
      const routine = routinesOf(on.line).find((one) => one.key === key);
      const unit = on.line.units.find(({ id }) => id === routine?.unitId);
      const other = runningOn(on.vehicleId) ?? runsElse(on.vehicleId);
      const stopped = (because: string): RoutineLine => ({ kind: 'stopped', atMs: nowMs(), because });
      if (!routine || !unit) return yield stopped(`${on.line.name} has no routine ${key}.`);
      if (other !== undefined) return yield stopped(`${other} on ${on.fleetNumber}: wait for it, or stop it.`);
      const stop = new AbortController();
      running.set(on.vehicleId, { by: on.by, name: routine.name, stop });
      try {
        yield* runOne(unit, routine, { ...on, signal: AbortSignal.any([on.signal, stop.signal]) }, nowMs);
      } catch (error) {
        if (on.signal.aborted) return;
        if (!stop.signal.aborted) throw error;
        yield stopped(String(stop.signal.reason));
      } finally {
        running.delete(on.vehicleId);
      }
    },
    stop: (vehicleId, because) => {
      const one = running.get(vehicleId);
      one?.stop.abort(because);
      return one ? 1 : 0;
    },
  };
}

/** Checks, starts, asks how it stands until it has ended. Whatever ends it before, the unit is told to stop, and has its session closed. */
async function* runOne(
  unit: LineUnit,
  routine: Routine,
  { line, reached, signal }: RunOn,
  nowMs: () => number,
): AsyncGenerator<RoutineLine> {
  const identifier = Number.parseInt(routine.identifier, 16);
  const stopped = (because: string): RoutineLine => ({ kind: 'stopped', atMs: nowMs(), because });
  let isStarted = false;
  let isOver = false;
  try {
    const unmet = await unmetOf(line, routine, reached, signal, nowMs);
    if (unmet !== undefined) return yield stopped(unmet);
    const session = await reached.beginControl(unit, signal);
    const started = session.answer === 'answered' ? await reached.startRoutine(unit, identifier, signal) : session;
    const refused = sayNotDone(started, routine);
    if (refused !== undefined) return yield stopped(refused);
    isStarted = true;
    const fromMs = performance.now();
    for (;;) {
      const told = await reached.routineResults(unit, identifier, signal);
      const problem = sayNotDone(told, routine);
      if (problem !== undefined) return yield stopped(problem);
      if (told.answer !== 'answered') return;
      const { is, text } = routineResult(routine, told.result);
      isOver = is !== 'running';
      if (is !== 'running') return yield { kind: 'ended', atMs: nowMs(), is, text };
      yield { kind: 'running', atMs: nowMs(), text };
      if (performance.now() - fromMs > routine.longestSeconds * 1000)
        return yield stopped(`It has run for ${routine.longestSeconds} s, which is as long as it may.`);
      const changed = await unmetOf(line, routine, reached, signal, nowMs);
      if (changed !== undefined) return yield stopped(changed);
      await new Promise((resolve) => setTimeout(resolve, askEveryMs));
      signal.throwIfAborted();
    }
  } finally {
    if (isStarted) await endRoutine(reached, unit, identifier, isOver);
  }
}

/** The way to the unit may be gone by now: then its session ends by itself (ISO 14229-2, S3). */
async function endRoutine(reached: ReachedVehicle, unit: LineUnit, identifier: number, isOver: boolean): Promise<void> {
  try {
    await reached.endRoutine(unit, identifier, isOver);
  } catch (error) {
    if (!(error instanceof LinkLost)) throw error;
  }
}

/** Why it must not run now, in a sentence. What is not known does not hold. */
async function unmetOf(
  line: Line,
  { onlyWhile = [] }: Routine,
  reached: ReachedVehicle,
  signal: AbortSignal,
  nowMs: () => number,
): Promise<string | undefined> {
  const keys = new Set(onlyWhile.map(({ value }) => value));
  const values = liveValuesOf(line).filter(({ key }) => keys.has(key));
  const known = new Map<string, number | null>();
  for (const ofUnit of groupBy(values, ({ unitId }) => unitId).values()) {
    const told = await readOnce(ofUnit, { line, reached, nowMs, signal });
    if (told.kind === 'values') for (const { key, value } of told.values) known.set(key, value);
  }
  const nameOf = (key: string) => values.find((value) => value.key === key) ?? { name: key, unit: '' };
  return unmetCondition(onlyWhile, (key) => known.get(key) ?? null, nameOf);
}

function sayNotDone(reply: UnitReply<object>, { unitName }: Routine): string | undefined {
  if (reply.answer === 'answered') return undefined;
  return `The ${unitName} did not do it: ${reply.answer === 'unread' ? reply.because : 'it is silent'}.`;
}
