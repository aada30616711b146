import type { TrailEvent } from '@probe-trail/core/trail';
import type { LocalLog } from './trailSlice';

/** What the server has of a trail, as far as this device knows: in the server's order, then own entries that it acknowledged since. */
export interface ServersPart {
  readonly confirmed: readonly TrailEvent[];
  readonly acknowledged: readonly TrailEvent[];
}

/** The part of a log that is kept, so that the trail opens without a network; what waits is in the outbox. */
export function logToKeep({ events, confirmedCount, waitingIds }: LocalLog): ServersPart {
  const waiting = new Set(waitingIds);
  return {
    confirmed: events.slice(0, confirmedCount),
    acknowledged: events.slice(confirmedCount).filter(({ id }) => !waiting.has(id)),
  };
}

/** The events to open a trail with from what was kept, and how many of them stand in the server's order. */
export const logFromKept = ({ confirmed, acknowledged }: ServersPart) => ({
  stored: [...confirmed, ...acknowledged],
  confirmedCount: confirmed.length,
});
