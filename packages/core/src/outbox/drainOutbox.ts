/** An entry on its way. What is in the same queue, such as that of one trail or of one job, arrives in its order. */
export interface OnItsWay {
  readonly queue: string;
}

export type Answer =
  | { readonly kind: 'taken' }
  /** Nothing was answered, or not what matters: it is sent again later. */
  | { readonly kind: 'unanswered' }
  /** The server has understood, and says no: sending it again would not help. */
  | { readonly kind: 'refused'; readonly message: string };

/** What draining needs from the device and from the network. */
export interface Ports<Row extends OnItsWay> {
  /** What waits in the queue that has waited longest, in order, as far as it can be sent together; empty when nothing waits. */
  readonly next: () => Promise<readonly Row[]>;
  readonly send: (rows: readonly Row[]) => Promise<Answer>;
  readonly onTaken: (rows: readonly Row[]) => Promise<void>;
  readonly onRefused: (rows: readonly Row[], message: string) => Promise<void>;
}

// Below what the server takes in one request.
const mostAtOnce = 200;

/**
 * Sends what waits, one queue after the other, in order, until nothing waits or nobody answers. Of entries that are refused together each is
 * sent alone: those that still fit are not lost for the one that does not.
 * @returns whether everything is off the outbox, one way or the other
 */
export async function drainOutbox<Row extends OnItsWay>(ports: Ports<Row>): Promise<boolean> {
  let alone = 0;
  for (let waiting = await ports.next(); waiting.length > 0; waiting = await ports.next()) {
    const rows = waiting.slice(0, alone > 0 ? 1 : mostAtOnce);
    const answer = await ports.send(rows);
    if (answer.kind === 'unanswered') return false;
    if (answer.kind === 'refused' && rows.length > 1) {
      alone = rows.length;
      continue;
    }
    alone = Math.max(0, alone - 1);
    if (answer.kind === 'taken') await ports.onTaken(rows);
    else await ports.onRefused(rows, answer.message);
  }
  return true;
}
