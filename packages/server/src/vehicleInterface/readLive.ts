import { groupBy } from '@probe-trail/core/list';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { Line } from '@probe-trail/core/vehicle';
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

/** Asks every unit again and again whether it is there, until the signal is aborted. A unit without an address is not asked. */
export async function* watchUnits({ line, reached, signal }: Omit<Watched, 'nowMs'>): AsyncGenerator<WatchLine> {
  const units = line.units.filter(({ address }) => address !== undefined);
  const buses = groupBy(units, (unit) => busOf(line, unit));
  yield* merged(
    [...buses.values()].map((ofBus) =>
      inRounds(
        ofBus,
        async (unit): Promise<WatchLine> => ({
          kind: 'seen',
          unitId: unit.id,
          isThere: await reached.isThere(unit, signal),
        }),
        watchRoundMs,
        signal,
      ),
    ),
  );
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
    const restMs = roundMs - (performance.now() - fromMs);
    if (restMs > 0) await new Promise((resolve) => setTimeout(resolve, restMs));
  }
}
