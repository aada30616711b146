import type { TrailEvent } from './trailEvent.js';

/** An entry on its way; `Row` is how the outbox keeps it. */
export interface OnItsWay {
  readonly trailId: string;
  readonly event: TrailEvent;
}

export type Answer =
  | { readonly kind: 'taken' }
  /** Nothing was answered, or not what matters: it is sent again later. */
  | { readonly kind: 'unanswered' }
  /** The server has understood, and says no: sending it again would not help. */
  | { readonly kind: 'refused'; readonly message: string };

/** What draining needs from the device and from the network. */
export interface Ports<Row extends OnItsWay> {
  /** What waits on the trail that has waited longest, in order; empty when nothing waits. */
  readonly next: () => Promise<readonly Row[]>;
  readonly send: (trailId: string, events: readonly TrailEvent[]) => Promise<Answer>;
  readonly onTaken: (trailId: string, rows: readonly Row[]) => Promise<void>;
  readonly onRefused: (trailId: string, rows: readonly Row[], message: string) => Promise<void>;
}

// Below what the server takes in one request.
const mostAtOnce = 200;

/**
 * Sends what waits, one trail after the other, in order, until nothing waits or nobody answers. Of entries that are refused together each is
 * sent alone: those that still fit are not lost for the one that does not.
 * @returns whether everything is off the outbox, one way or the other
 */
export async function drainOutbox<Row extends OnItsWay>(ports: Ports<Row>): Promise<boolean> {
  let alone = 0;
  for (let waiting = await ports.next(); waiting.length > 0; waiting = await ports.next()) {
    const rows = waiting.slice(0, alone > 0 ? 1 : mostAtOnce);
    const trailId = rows[0]?.trailId ?? '';
    const answer = await ports.send(
      trailId,
      rows.map(({ event }) => event),
    );
    if (answer.kind === 'unanswered') return false;
    if (answer.kind === 'refused' && rows.length > 1) {
      alone = rows.length;
      continue;
    }
    alone = Math.max(0, alone - 1);
    if (answer.kind === 'taken') await ports.onTaken(trailId, rows);
    else await ports.onRefused(trailId, rows, answer.message);
  }
  return true;
}
