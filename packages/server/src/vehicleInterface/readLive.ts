import { groupBy } from '@probe-trail/core/list';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { Line, LineUnit } from '@probe-trail/core/vehicle';
import type { LiveLine, WatchLine } from '@probe-trail/core/vehicleInterface';
import { busOf } from './busOf.js';
import { merged } from './merged.js';
import type { ReachedVehicle } from './vehicleInterface.js';

/** No value is read more often: ten times a second is as fast as anybody sees. */
const roundMs = 100;

interface Watched {
  readonly line: Line;
  readonly reached: ReachedVehicle;
  readonly nowMs: () => number;
  readonly signal: AbortSignal;
}

/**
 * Reads values again and again until the signal is aborted: those of one unit in one question, the units of a bus one after the other, buses
 * beside each other.
 * @param keys of the values; those that the line does not have are passed over
 */
export async function* readLive(keys: ReadonlySet<string>, watched: Watched): AsyncGenerator<LiveLine> {
  const chosen = liveValuesOf(watched.line).filter(({ key }) => keys.has(key));
  const byUnit = groupBy(chosen, ({ unitId }) => unitId);
  const units = watched.line.units.filter(({ id }) => byUnit.has(id));
  const buses = groupBy(units, (unit) => busOf(watched.line, unit));
  yield* merged(
    [...buses.values()].map((ofBus) =>
      inRounds(
        ofBus.map(({ id }) => byUnit.get(id) ?? []),
        (values) => readOnce(values, watched),
        roundMs,
        watched.signal,
      ),
    ),
  );
}

/** What one unit tells of some of its values. */
export async function readOnce(
  values: readonly LiveValue[],
  { line, reached, nowMs, signal }: Watched,
): Promise<Exclude<LiveLine, { readonly kind: 'failed' }>> {
  const unitId = values[0]?.unitId ?? '';
  const unit = line.units.find(({ id }) => id === unitId);
  if (!unit) throw new Error(`the line has no unit ${unitId}`);
  const reply = await reached.readValues(unit, values, signal);
  if (reply.answer === 'answered') return { kind: 'values', atMs: nowMs(), unitId, values: reply.values };
  return { kind: 'nothing', atMs: nowMs(), unitId, because: reply.answer === 'unread' ? reply.because : null };
}

/** No unit is asked more often whether it is there. */
const watchRoundMs = 250;

/**
 * Asks every unit again and again whether it is there, until the signal is aborted: all at once where the vehicle knows their common address, and
 * each that did not answer once more by itself. A unit without an address is not asked.
 */
export async function* watchUnits(watched: Omit<Watched, 'nowMs'>): AsyncGenerator<WatchLine> {
  const units = watched.line.units.filter(({ address }) => address !== undefined);
  const first = await watched.reached.whoIsThere(watched.signal);
  if (first) yield* watchTogether(units, first, watched);
  else yield* watchEach(units, watched);
}

const seen = (unitId: string, isThere: boolean): WatchLine => ({ kind: 'seen', unitId, isThere });

/** Also a unit that fell silent long ago costs the others no time: one whose silence is known is asked with all alone. */
async function* watchTogether(
  units: readonly LineUnit[],
  first: ReadonlySet<string>,
  { reached, signal }: Omit<Watched, 'nowMs'>,
): AsyncGenerator<WatchLine> {
  const silent = new Set<string>();
  for (let answered: ReadonlySet<string> | undefined = first; answered && !signal.aborted; ) {
    const fromMs = performance.now();
    for (const unit of units) {
      const isThere = answered.has(unit.id) || (!silent.has(unit.id) && (await reached.isThere(unit, signal)));
      if (isThere) silent.delete(unit.id);
      else silent.add(unit.id);
      yield seen(unit.id, isThere);
    }
    await restOf(watchRoundMs, fromMs);
    if (!signal.aborted) answered = await reached.whoIsThere(signal);
  }
}

async function* watchEach(units: readonly LineUnit[], { line, reached, signal }: Omit<Watched, 'nowMs'>) {
  const buses = groupBy(units, (unit) => busOf(line, unit));
  yield* merged(
    [...buses.values()].map((ofBus) =>
      inRounds(
        ofBus,
        async (unit): Promise<WatchLine> => seen(unit.id, await reached.isThere(unit, signal)),
        watchRoundMs,
        signal,
      ),
    ),
  );
}

async function restOf(roundMs: number, fromMs: number): Promise<void> {
  const restMs = roundMs - (performance.now() - fromMs);
  if (restMs > 0) await new Promise((resolve) => setTimeout(resolve, restMs));
}

/** Asks each in turn, again and again, each round taking so long at least. */
async function* inRounds<Asked, Said>(
  all: readonly Asked[],
  ask: (one: Asked) => Promise<Said>,
  roundMs: number,
  signal: AbortSignal,
): AsyncGenerator<Said> {
  while (!signal.aborted) {
    const fromMs = performance.now();
    for (const one of all) yield await ask(one);
    await restOf(roundMs, fromMs);
  }
}
