import { groupBy } from '@probe-trail/core/list';
import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { Line } from '@probe-trail/core/vehicle';
import type { LiveLine } from '@probe-trail/core/vehicleInterface';
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
      watchBus(
        ofBus.map(({ id }) => byUnit.get(id) ?? []),
        watched,
      ),
    ),
  );
}

async function* watchBus(units: readonly (readonly LiveValue[])[], watched: Watched): AsyncGenerator<LiveLine> {
  while (!watched.signal.aborted) {
    const fromMs = performance.now();
    for (const values of units) yield await readOnce(values, watched);
    const restMs = roundMs - (performance.now() - fromMs);
    if (restMs > 0) await new Promise((resolve) => setTimeout(resolve, restMs));
  }
}

async function readOnce(values: readonly LiveValue[], { line, reached, nowMs, signal }: Watched): Promise<LiveLine> {
  const unitId = values[0]?.unitId ?? '';
  const unit = line.units.find(({ id }) => id === unitId);
  if (!unit) throw new Error(`the line has no unit ${unitId}`);
  const reply = await reached.readValues(unit, values, signal);
  if (reply.answer === 'answered') return { kind: 'values', atMs: nowMs(), values: reply.values };
  return { kind: 'nothing', atMs: nowMs(), unitId, because: reply.answer === 'unread' ? reply.because : null };
}
