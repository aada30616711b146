import type { TrailEvent } from '@probe-trail/core/trail';
import { AppError } from '../problem/index.js';
import type { makeAppendQueue } from './appendQueue.js';
import { type LiveTrail, stateAfter } from './liveTrails.js';
import { remarksIn, toTrailRow } from './table.js';

interface AppendingOptions {
  readonly queue: ReturnType<typeof makeAppendQueue>;
  /** Takes a trail out of memory: it is read anew the next time. */
  readonly forget: (trailId: string) => void;
  /** Hears of every trail that has new entries on the disk. */
  readonly told: (trailId: string) => void;
}

/** Entries that fit, on their way from the state in memory to the disk. */
export function makeAppending({ queue, forget, told }: AppendingOptions) {
  return { acknowledgeRepeated, appendFresh };

  async function acknowledgeRepeated(target: LiveTrail): Promise<void> {
    await queue.drained();
    if (target.isLost) throw new AppError('STORE_UNAVAILABLE', 'This entry could not be stored before. Send it again.');
  }

  async function appendFresh(trailId: string, target: LiveTrail, fresh: readonly TrailEvent[]): Promise<void> {
    // No `await` between reading the state and changing it: two requests for one trail cannot get between each other.
    const trail = stateAfter(target, fresh);
    const rows = fresh.map((event, index) => ({
      trailId,
      seq: target.length + index,
      eventId: event.id,
      event,
    }));
    target.trail = trail;
    target.length += fresh.length;
    for (const { id } of fresh) target.eventIds.add(id);
    try {
      await queue.add({
        rows,
        line: toTrailRow(trailId, trail),
        remarks: remarksIn(trailId, trail, fresh),
        log: target,
      });
      told(trailId);
    } catch (error) {
      // The state in memory ran ahead of the disk; the next request reads it anew.
      target.isLost = true;
      forget(trailId);
      throw error;
    }
  }
}
