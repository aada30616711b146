import { type Actuator, actuatorsOf, unmetCondition, withinRange } from '@probe-trail/core/actuator';
import { groupBy } from '@probe-trail/core/list';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { Line, LineUnit } from '@probe-trail/core/vehicle';
import { type ActingLine, type ActingRequest, heldEveryMs, type LiveLine } from '@probe-trail/core/vehicleInterface';
import { LinkLost } from '@probe-trail/vehicle/client';
import { LRUCache } from 'lru-cache';
import { AppError } from '../problem/index.js';
import type { RunOn } from './reach.js';
import { readOnce } from './readLive.js';
import type { Confirmed, UnitReply } from './vehicleInterface.js';

/** The actuators that run just now: one for each vehicle at most. */
export interface ActingRuns {
  /**
   * Runs an actuator until the signal is aborted, its key is held no longer, its time is over, one of its conditions does not hold, or it is
   * stopped from elsewhere. Whatever ends it, the stop goes out first.
   */
  readonly run: (request: ActingRequest, on: RunOn) => AsyncGenerator<ActingLine>;
  /** The key of a run is still held, with this command. */
  readonly hold: (runId: string, command: number) => void;
  /**
   * Stops what runs on a vehicle.
   * @param runId only that run; without it, whichever it is
   * @returns how many actuators that were
   */
  readonly stop: (vehicleId: string, because: string | null, runId?: string) => Promise<number>;
  /** What runs on a vehicle, and by whom, in words: “Tobi Lunde runs ramp pump”. */
  readonly runningOn: (vehicleId: string) => string | undefined;
}

/** An actuator that runs. */
interface Run {
  readonly runId: string;
  readonly by: string;
  readonly actuator: Actuator;
  command: number;
  heldAtMs: number;
  /** Its unit was told something: there is something to give back. */
  isBegun: boolean;
  /** Ends it at once; resolves when the unit has said whether it has its actuator back. */
  readonly end: (because: string | null) => Promise<boolean>;
}

const notHeldMs = 3 * heldEveryMs;
const roundMs = 100;
const awakeEveryMs = 2000;
const giveBackTries = 8;
const giveBackAgainMs = 250;
// Far more than can be on their way at a time.
const mostLetGo = 1000;

/** @param runsElse what else runs on a vehicle, and by whom */
export function makeActingRuns(
  nowMs: () => number,
  runsElse: (vehicleId: string) => string | undefined = () => undefined,
): ActingRuns {
  const runs = new Map<string, Run>();
  const letGo = new LRUCache<string, true>({ max: mostLetGo });
  const runningOn = (vehicleId: string) => {
    const run = runs.get(vehicleId);
    return run && `${run.by} runs ${run.actuator.name}`;
  };
  return {
    runningOn,
    run: async function* (request, on) {
      if (letGo.has(request.runId)) {
        yield { kind: 'stopped', atMs: nowMs(), because: null, isConfirmed: true };
        return;
      }
      const other = runningOn(on.vehicleId) ?? runsElse(on.vehicleId);
      if (other !== undefined) {
        const because = `${other} on ${on.fleetNumber}: stop it first.`;
        yield { kind: 'stopped', atMs: nowMs(), because, isConfirmed: true };
        return;
      }
      yield* runOne(request, on, nowMs, {
        began: (run) => runs.set(on.vehicleId, run),
        ended: () => runs.delete(on.vehicleId),
      });
    },
    hold: (runId, command) => {
      const run = [...runs.values()].find((one) => one.runId === runId);
      if (!run) throw new AppError('ACTUATOR_NOT_RUNNING', 'This actuator does not run any more.');
      run.command = withinRange(command, run.actuator);
      run.heldAtMs = performance.now();
    },
    stop: async (vehicleId, because, runId) => {
      const run = runs.get(vehicleId);
      if (!run || (runId !== undefined && run.runId !== runId)) {
        // Its key was let go while the vehicle was still being reached: it must not begin.
        if (runId !== undefined) letGo.set(runId, true);
        return 0;
      }
      await run.end(because);
      return 1;
    },
  };
}

interface Registered {
  readonly began: (run: Run) => void;
  readonly ended: () => void;
}

async function* runOne(
  { runId, actuator: key, command }: ActingRequest,
  on: RunOn,
  nowMs: () => number,
  registered: Registered,
): AsyncGenerator<ActingLine> {
  const { line, reached, signal, by } = on;
  const actuator = actuatorsOf(line).find((one) => one.key === key);
  const unit = line.units.find(({ id }) => id === actuator?.unitId);
  if (!actuator || !unit) {
    yield { kind: 'stopped', atMs: nowMs(), because: `${line.name} has no actuator ${key}.`, isConfirmed: true };
    return;
  }
  const watched = watchedValues(line, actuator);
  const ending = new AbortController();
  let because: string | null | undefined;
  let given: Promise<boolean> | undefined;
  const end = (why: string | null): Promise<boolean> => {
    because ??= why;
    // The stop first: what is being read meanwhile is called off behind it.
    given ??= run.isBegun ? giveBack(() => reached.giveBack(unit, actuator)) : Promise.resolve(true);
    ending.abort();
    return given;
  };
  const held = { command: withinRange(command, actuator), heldAtMs: performance.now() };
  const run: Run = { runId, by, actuator, ...held, isBegun: false, end };
  // Whoever let the key go before the vehicle was reached hears nothing of it.
  if (signal.aborted) return;
  const onLeft = () => void end(null);
  signal.addEventListener('abort', onLeft, { once: true });
  const stopWatch = setInterval(() => {
    if (performance.now() - run.heldAtMs > notHeldMs) void end('Nothing was heard of the key any more.');
  }, roundMs);
  registered.began(run);
  try {
    yield* actWhileHeld(run, { ...on, unit, watched, signal: ending.signal, nowMs });
  } catch (error) {
    if (!ending.signal.aborted) because ??= error instanceof LinkLost ? error.message : null;
    if (!ending.signal.aborted && !(error instanceof LinkLost)) throw error;
  } finally {
    clearInterval(stopWatch);
    signal.removeEventListener('abort', onLeft);
    await end(null);
    registered.ended();
  }
  yield { kind: 'stopped', atMs: nowMs(), because: because ?? null, isConfirmed: await end(null) };
}

/**
 * Gives an actuator back, again and again until its unit has confirmed it: whoever reads live values from the same unit keeps its session
 * awake, so that it would not take the actuator back by itself.
 * @returns whether it was confirmed in the end
 */
async function giveBack(once: () => Promise<boolean>): Promise<boolean> {
  for (let tries = 1; ; tries += 1) {
    const isConfirmed = await once().catch((error: unknown) => {
      if (error instanceof LinkLost) return false;
      throw error;
    });
    if (isConfirmed || tries === giveBackTries) return isConfirmed;
    await new Promise((resolve) => setTimeout(resolve, giveBackAgainMs));
  }
}

interface Watching extends RunOn {
  readonly unit: LineUnit;
  readonly watched: ReadonlyMap<string, readonly LiveValue[]>;
  readonly nowMs: () => number;
}

/** Checks, commands, and tells what comes of it, round after round. */
async function* actWhileHeld(run: Run, watching: Watching): AsyncGenerator<ActingLine> {
  const { unit, reached, signal, nowMs } = watching;
  const { actuator } = run;
  const values = new Map<string, number | null>();
  const fromMs = performance.now();
  let [awakeAtMs, commanded] = [fromMs, undefined as number | undefined];
  for (;;) {
    const roundFromMs = performance.now();
    yield* readAll(watching, values);
    const unmet = unmetCondition(
      actuator.onlyWhile ?? [],
      (key) => values.get(key) ?? null,
      nameIn([...watching.watched.values()].flat()),
    );
    if (unmet !== undefined) return void (await run.end(unmet));
    if (roundFromMs - fromMs > actuator.longestSeconds * 1000)
      return void (await run.end(`It ran for ${actuator.longestSeconds} s, which is as long as it may.`));
    if (!run.isBegun) {
      run.isBegun = true;
      const refused = sayRefused(await reached.beginControl(unit, signal), actuator);
      if (refused !== undefined) return void (await run.end(refused));
    }
    if (commanded !== run.command) {
      const next = run.command;
      const refused = sayRefused(await reached.adjust(unit, actuator, next, signal), actuator);
      if (refused !== undefined) return void (await run.end(refused));
      commanded = next;
      yield { kind: 'acting', atMs: nowMs(), command: next };
    }
    if (roundFromMs - awakeAtMs > awakeEveryMs) {
      awakeAtMs = roundFromMs;
      await reached.keepAwake(unit, signal);
    }
    const restMs = roundMs - (performance.now() - roundFromMs);
    if (restMs > 0) await new Promise((resolve) => setTimeout(resolve, restMs));
    signal.throwIfAborted();
  }
}

/** Why a unit does not do what it is told, in a sentence; `undefined` where it does. */
function sayRefused(reply: UnitReply<Confirmed>, { unitName }: Actuator): string | undefined {
  if (reply.answer === 'answered') return undefined;
  return `The ${unitName} did not do it: ${reply.answer === 'unread' ? reply.because : 'it is silent'}.`;
}

/** The values that an actuator is watched by, by their units. */
function watchedValues(line: Line, { onlyWhile = [], effects = [] }: Actuator): Watching['watched'] {
  const keys = new Set([...onlyWhile, ...effects].map(({ value }) => value));
  const values = liveValuesOf(line).filter(({ key }) => keys.has(key));
  return groupBy(values, ({ unitId }) => unitId);
}

const nameIn = (values: readonly LiveValue[]) => (key: string) =>
  values.find((value) => value.key === key) ?? { name: key, unit: '' };

async function* readAll(watching: Watching, values: Map<string, number | null>): AsyncGenerator<LiveLine> {
  for (const ofUnit of watching.watched.values()) {
    const told = await readOnce(ofUnit, watching);
    if (told.kind === 'values') for (const { key, value } of told.values) values.set(key, value);
    else for (const { key } of ofUnit) values.set(key, null);
    yield told;
  }
}
