import { type Answer, drainOutbox, type OnItsWay } from '@probe-trail/core/outbox';
import type { Plan } from '@probe-trail/core/plan';
import {
  applyTrailEvent,
  emptyLog,
  foldLog,
  type LocalLog,
  logFromKept,
  logToKeep,
  openedLog,
  type Trail,
  type TrailEvent,
  withAcknowledged,
  withArrived,
  withRecorded,
  withRefused,
} from '@probe-trail/core/trail';
import type { Network } from './network';

interface WaitingEvent extends OnItsWay {
  readonly event: TrailEvent;
}

/**
 * A tablet without a screen: the interface's own log, fold and outbox loop, over a network that fails. What it keeps outlives a reload; what
 * is only in memory does not.
 */
export class Device {
  /** In the device's own store: entries on their way, and those that the server refused. */
  readonly #waiting: WaitingEvent[] = [];
  readonly refusedIds: string[] = [];
  readonly recordedIds: string[] = [];
  #log: LocalLog | undefined;

  constructor(
    readonly name: string,
    readonly trailId: string,
    readonly plan: Plan,
    readonly network: Network,
  ) {}

  get log() {
    return this.#log;
  }

  get trail(): Trail | undefined {
    return this.log && this.log.events.length > 0 ? foldLog(this.plan, this.log) : undefined;
  }

  get waitingCount(): number {
    return this.#waiting.length;
  }

  /** Records an event if it fits, as the interface does: at once, then into the outbox. */
  record(event: TrailEvent): boolean {
    if (!applyTrailEvent(this.trail ?? { plan: this.plan }, event).ok) return false;
    this.#log = withRecorded(this.#log ?? emptyLog, [event]);
    this.#waiting.push({ queue: this.trailId, event });
    this.recordedIds.push(event.id);
    return true;
  }

  /** Forgets what is only in memory, and opens the trail again; without a network it stands as it was kept. */
  async reload(): Promise<void> {
    const kept = this.log;
    const stored = await this.network.events(this.trailId);
    const waiting = this.#waiting.map(({ event }) => event);
    const known = stored
      ? { stored, confirmedCount: stored.length }
      : kept
        ? logFromKept(logToKeep(kept))
        : { stored: [], confirmedCount: 0 };
    this.#log = openedLog(known.stored, known.confirmedCount, waiting);
  }

  /** Hears what the server has beyond what this device knows, as the live stream tells it. */
  async hear(): Promise<void> {
    const events = await this.network.events(this.trailId);
    if (events && this.#log) this.#log = withArrived(this.#log, events.slice(this.#log.confirmedCount));
  }

  /** Sends what waits. @returns whether nothing waits any more */
  send(): Promise<boolean> {
    return drainOutbox<WaitingEvent>({
      next: async () => [...this.#waiting],
      send: (rows): Promise<Answer> =>
        this.network.append(
          this.trailId,
          rows.map(({ event }) => event),
        ),
      onTaken: async (rows) => {
        this.#off(rows);
        if (this.#log) this.#log = withAcknowledged(this.#log, idsOf(rows));
      },
      onRefused: async (rows, message) => {
        this.#off(rows);
        this.refusedIds.push(...idsOf(rows));
        if (this.#log) this.#log = withRefused(this.#log, idsOf(rows), message);
      },
    });
  }

  #off(rows: readonly WaitingEvent[]): void {
    for (const row of rows) this.#waiting.splice(this.#waiting.indexOf(row), 1);
  }
}

const idsOf = (rows: readonly WaitingEvent[]) => rows.map(({ event }) => event.id);
