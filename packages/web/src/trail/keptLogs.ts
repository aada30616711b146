import type { TrailEvent } from '@probe-trail/core/trail';
import { device, type KeptLog } from '../offline/device';
import type { LocalLog } from './trailSlice';

/** Keeps what the server has of a trail, so that it opens without a network as it stood. Without room it is not kept. */
export async function keepLog(trailId: string, { events, confirmedCount, waitingIds }: LocalLog): Promise<void> {
  const waiting = new Set(waitingIds);
  const acknowledged = events.slice(confirmedCount).filter(({ id }) => !waiting.has(id));
  const log: KeptLog = { trailId, confirmed: events.slice(0, confirmedCount), acknowledged };
  await device.logs.put(log).catch(() => undefined);
}

/** The events of a trail that the server had when this device last heard of it, and how many of them stand in its order. */
export async function keptLog(
  trailId: string,
): Promise<{ readonly events: readonly TrailEvent[]; readonly confirmedCount: number } | undefined> {
  const log = await device.logs.get(trailId);
  return log && { events: [...log.confirmed, ...log.acknowledged], confirmedCount: log.confirmed.length };
}
