interface AnyEvent {
  readonly id: string;
  readonly kind: string;
}

/** An administrator's word that an entry counts no more; the entry stays in the log. */
export interface Voiding {
  readonly by: string;
  readonly atMs: number;
  readonly reason: string;
}

type VoidingEvent = AnyEvent & Voiding & { readonly kind: 'entryVoided'; readonly entryId: string };

const isVoiding = (event: AnyEvent): event is VoidingEvent => event.kind === 'entryVoided';

/** The entries of a log that were voided, by their ids, with who did it and why. */
export const voidedEntries = (events: readonly AnyEvent[]): ReadonlyMap<string, Voiding> =>
  new Map(events.filter(isVoiding).map(({ entryId, by, atMs, reason }) => [entryId, { by, atMs, reason }]));

/** The entries of a log that still count: without those that were voided, and without the voidings. */
export function standingEntries<Event extends AnyEvent>(events: readonly Event[]): readonly Event[] {
  const voided = voidedEntries(events);
  return voided.size === 0 ? events : events.filter((event) => !voided.has(event.id) && !isVoiding(event));
}
