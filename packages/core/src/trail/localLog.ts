import type { TrailEvent } from './trailEvent.js';

/** The events of a trail as a device knows them: what the server has, in its order, then what this device added since. */
export interface LocalLog {
  readonly events: readonly TrailEvent[];
  /** How many of them came from the server. */
  readonly confirmedCount: number;
  /** Those that the server has not acknowledged yet. */
  readonly waitingIds: readonly string[];
  /** Why the server refused entries of this trail, and which. */
  readonly refusal: { readonly message: string; readonly events: readonly TrailEvent[] } | undefined;
}

export const emptyLog: LocalLog = { events: [], confirmedCount: 0, waitingIds: [], refusal: undefined };

/** A log as it is opened: what is stored, then what still waits on the device and is not among it. */
export function openedLog(
  stored: readonly TrailEvent[],
  confirmedCount: number,
  waiting: readonly TrailEvent[],
): LocalLog {
  const storedIds = idsOf(stored);
  const own = waiting.filter(({ id }) => !storedIds.has(id));
  return { events: [...stored, ...own], confirmedCount, waitingIds: own.map(({ id }) => id), refusal: undefined };
}

/** The log with entries that were made on this device. */
export const withRecorded = (log: LocalLog, events: readonly TrailEvent[]): LocalLog => ({
  ...log,
  events: [...log.events, ...events],
  waitingIds: [...log.waitingIds, ...events.map(({ id }) => id)],
});

/** The log with entries as the server has them, from this device or another: they stand before those of this device alone. */
export function withArrived(log: LocalLog, events: readonly TrailEvent[]): LocalLog {
  const confirmed = log.events.slice(0, log.confirmedCount);
  const known = idsOf(confirmed);
  const fresh = events.filter(({ id }) => !known.has(id));
  const freshIds = idsOf(fresh);
  const own = log.events.slice(log.confirmedCount).filter(({ id }) => !freshIds.has(id));
  return {
    ...log,
    events: [...confirmed, ...fresh, ...own],
    confirmedCount: confirmed.length + fresh.length,
    waitingIds: log.waitingIds.filter((id) => !freshIds.has(id)),
  };
}

/** The log where these entries wait no more. */
export const withAcknowledged = (log: LocalLog, ids: readonly string[]): LocalLog => ({
  ...log,
  waitingIds: log.waitingIds.filter((id) => !ids.includes(id)),
});

/** The log without entries that the server refused; they are shown together, with the first reason. */
export function withRefused(log: LocalLog, ids: readonly string[], message: string): LocalLog {
  const isRefused = ({ id }: TrailEvent) => ids.includes(id);
  return {
    ...log,
    events: log.events.filter((event) => !isRefused(event)),
    waitingIds: log.waitingIds.filter((id) => !ids.includes(id)),
    refusal: {
      message: log.refusal?.message ?? message,
      events: [...(log.refusal?.events ?? []), ...log.events.filter(isRefused)],
    },
  };
}

const idsOf = (events: readonly TrailEvent[]): ReadonlySet<string> => new Set(events.map(({ id }) => id));

/** What the server has of a trail, as far as a device knows: in the server's order, then own entries that it acknowledged since. */
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
