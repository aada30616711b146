import type { Trail, TrailEvent } from '../trail/index.js';

const minuteMs = 60_000;
/** Nobody stands at one step for longer without an entry: the tablet was laid aside. */
const longestGapMs = 60 * minuteMs;

/**
 * How long each step of a trail took, by the id of its waymark, in minutes: the time between the entry before it and the one that ended it,
 * without the pauses, and without gaps of more than an hour between two entries, which are pauses that nobody recorded.
 * @param events the log of the trail in order; the ids of waymarks are those of the events that ended them
 */
export function stepMinutes(
  { waymarks }: Pick<Trail, 'waymarks'>,
  events: readonly Pick<TrailEvent, 'id' | 'kind' | 'atMs'>[],
): ReadonlyMap<string, number> {
  const ends = new Set(waymarks.map(({ id }) => id));
  const minutes = new Map<string, number>();
  let spentMs = 0;
  for (const [at, event] of events.entries()) {
    const before = events[at - 1];
    if (before && before.kind !== 'paused') spentMs += gapMs(event.atMs - before.atMs);
    if (ends.has(event.id)) minutes.set(event.id, spentMs / minuteMs);
    if (ends.has(event.id) || beginsAnew.has(event.kind)) spentMs = 0;
  }
  return minutes;
}

/** After these nothing was done on a step yet. */
const beginsAnew: ReadonlySet<TrailEvent['kind']> = new Set(['opened', 'proofStepOpened', 'reopened', 'stepOpened']);

/** A clock that was set back has measured nothing. */
const gapMs = (gap: number): number => (gap < 0 || gap > longestGapMs ? 0 : gap);
