import type { Plan } from '@probe-trail/core/plan';
import { applyTrailEvent, type Trail, type TrailEvent } from '@probe-trail/core/trail';
import { type Answer, drainOutbox, type OnItsWay } from '../../packages/web/src/trail/drainOutbox';
import { foldLog } from '../../packages/web/src/trail/foldLog';
import { logFromKept, logToKeep } from '../../packages/web/src/trail/logToKeep';
import {
  acknowledged,
  arrived,
  logOpened,
  recorded,
  refused,
  type TrailState,
  trailSlice,
} from '../../packages/web/src/trail/trailSlice';
import type { Network } from './network';

type Action = Parameters<typeof trailSlice.reducer>[1];

const nothing: TrailState = { logs: {}, isOnline: true, waitingCount: 0, isFull: false };

/**
 * A tablet without a screen: the interface's own log, fold and outbox loop, over a network that fails. What it keeps outlives a reload; what
 * is only in memory does not.
 */
export class Device {
  /** In the device's own store: entries on their way, and those that the server refused. */
  readonly #waiting: OnItsWay[] = [];
  readonly refusedIds: string[] = [];
  readonly recordedIds: string[] = [];
  #state: TrailState = nothing;

  constructor(
    readonly name: string,
    readonly trailId: string,
    readonly plan: Plan,
    readonly network: Network,
  ) {}

  get log() {
    return this.#state.logs[this.trailId];
  }

  get trail(): Trail | undefined {
    return this.log && this.log.events.length > 0 ? foldLog(this.plan, this.log) : undefined;
  }

  get waitingCount(): number {
    return this.#waiting.length;
  }

  #dispatch(action: Action): void {
    this.#state = trailSlice.reducer(this.#state, action);
  }

  /** Records an event if it fits, as the interface does: at once, then into the outbox. */
  record(event: TrailEvent): boolean {
    if (!applyTrailEvent(this.plan, this.trail, event).ok) return false;
    this.#dispatch(recorded({ trailId: this.trailId, events: [event] }));
    this.#waiting.push({ trailId: this.trailId, event });
    this.recordedIds.push(event.id);
    return true;
  }

  /** Forgets what is only in memory, and opens the trail again; without a network it stands as it was kept. */
  async reload(): Promise<void> {
    const kept = this.log;
    const stored = await this.network.events(this.trailId);
    this.#state = nothing;
    const waiting = this.#waiting.map(({ event }) => event);
    const known = stored
      ? { stored, confirmedCount: stored.length }
      : kept
        ? logFromKept(logToKeep(kept))
        : { stored: [], confirmedCount: 0 };
    this.#dispatch(logOpened({ trailId: this.trailId, ...known, waiting }));
  }

  /** Hears what the server has beyond what this device knows, as the live stream tells it. */
  async hear(): Promise<void> {
    const events = await this.network.events(this.trailId);
    if (events && this.log)
      this.#dispatch(arrived({ trailId: this.trailId, events: events.slice(this.log.confirmedCount) }));
  }

  /** Sends what waits. @returns whether nothing waits any more */
  send(): Promise<boolean> {
    return drainOutbox<OnItsWay>({
      next: async () => [...this.#waiting],
      send: (trailId, events): Promise<Answer> => this.network.append(trailId, events),
      onTaken: async (trailId, rows) => {
        this.#off(rows);
        this.#dispatch(acknowledged({ trailId, ids: rows.map(({ event }) => event.id) }));
      },
      onRefused: async (trailId, rows, says) => {
        this.#off(rows);
        this.refusedIds.push(...rows.map(({ event }) => event.id));
        this.#dispatch(refused({ trailId, ids: rows.map(({ event }) => event.id), says }));
      },
    });
  }

  #off(rows: readonly OnItsWay[]): void {
    for (const row of rows) this.#waiting.splice(this.#waiting.indexOf(row), 1);
  }
}
