/** An entry as somebody makes it: without what every entry of a log has. */
export type Unstamped<Event> = Event extends unknown ? Omit<Event, 'id' | 'atMs' | 'by' | 'sentBy'> : never;

export interface Stamp {
  readonly id: string;
  /** ms since 1970. */
  readonly atMs: number;
  /** Name of the person. */
  readonly by: string;
}

/** The entry with its id, time and person. */
export const stamp = <Event extends Stamp>(event: Unstamped<Event>, { id, atMs, by }: Stamp): Event =>
  ({ ...event, id, atMs, by }) as unknown as Event;
