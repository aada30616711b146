/** A value as it was at a moment; `null`: the unit said that it has none. */
export interface LiveSample {
  readonly atMs: number;
  readonly value: number | null;
}

/** A sample that has a value. */
export interface LivePoint extends LiveSample {
  readonly value: number;
}

/** What a value was since it was last set back. */
export interface LiveStatistics {
  readonly count: number;
  readonly least: number;
  readonly mean: number;
  readonly most: number;
}

/** The last samples of one value, and what it was since it was set back. */
export interface LiveSeries {
  readonly add: (sample: LiveSample) => void;
  /** Begins the statistics and the losses anew; the samples stay. */
  readonly reset: () => void;
  /** The last sample of all, with a value or without. */
  readonly newest: () => LiveSample | undefined;
  /** The last one that had a value. */
  readonly last: () => LivePoint | undefined;
  /** `undefined` before the first value. */
  readonly statistics: () => LiveStatistics | undefined;
  /** How often it was there and then was not. */
  readonly losses: () => number;
  /** The samples from a moment on, the oldest first. */
  readonly since: (fromMs: number) => readonly LiveSample[];
}

/**
 * Keeps the samples of one value in a ring, so that hours of them take no more room than the last minutes.
 * @param most how many samples are kept
 */
export function makeLiveSeries(most: number): LiveSeries {
  const ring: LiveSample[] = [];
  let next = 0;
  let last: LivePoint | undefined;
  let newest: LiveSample | undefined;
  let losses = 0;
  let [count, sum, least, greatest] = [0, 0, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  return {
    add: ({ atMs, value }) => {
      if (value === null && newest && newest.value !== null) losses += 1;
      newest = { atMs, value };
      ring[next] = newest;
      next = (next + 1) % most;
      if (value === null) return;
      last = { atMs, value };
      count += 1;
      sum += value;
      least = Math.min(least, value);
      greatest = Math.max(greatest, value);
    },
    reset: () => {
      losses = 0;
      [count, sum, least, greatest] = [0, 0, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    },
    newest: () => newest,
    last: () => last,
    losses: () => losses,
    statistics: () => (count === 0 ? undefined : { count, least, mean: sum / count, most: greatest }),
    // From the newest back: a board draws the last minute of a quarter of an hour (benchmark “main thread meanwhile”).
    since: (fromMs) => {
      const found: LiveSample[] = [];
      for (let back = 1; back <= ring.length; back += 1) {
        const sample = ring[(next - back + most) % most];
        if (!sample || sample.atMs < fromMs) break;
        found.push(sample);
      }
      return found.reverse();
    },
  };
}

/**
 * Samples as stretches without a gap: where a value was missing, or nothing came for longer than `gapMs`, nothing is drawn, and nothing bridged.
 * @param samples the oldest first
 */
export function stretchesOf(samples: readonly LiveSample[], gapMs: number): readonly (readonly LivePoint[])[] {
  const stretches: LivePoint[][] = [];
  let before: LivePoint | undefined;
  for (const { atMs, value } of samples) {
    if (value === null) {
      before = undefined;
      continue;
    }
    const point = { atMs, value };
    if (before && atMs - before.atMs <= gapMs) stretches.at(-1)?.push(point);
    else stretches.push([point]);
    before = point;
  }
  return stretches;
}

/**
 * Fewer points that look the same: of each cell of time the least and the greatest, in the order in which they came.
 * @param points the oldest first
 */
export function thinned(points: readonly LivePoint[], cellMs: number): readonly LivePoint[] {
  const kept: LivePoint[] = [];
  let from = 0;
  while (from < points.length) {
    const cell = Math.floor((points[from]?.atMs ?? 0) / cellMs);
    let to = from + 1;
    while (to < points.length && Math.floor((points[to]?.atMs ?? 0) / cellMs) === cell) to += 1;
    kept.push(...ends(points.slice(from, to)));
    from = to;
  }
  return kept;
}

/** The least and the greatest of some points, in their order; one where they are the same. */
function ends(points: readonly LivePoint[]): readonly LivePoint[] {
  const [first, ...more] = points;
  if (!first) return [];
  let [least, greatest] = [first, first];
  for (const point of more) {
    if (point.value < least.value) least = point;
    if (point.value > greatest.value) greatest = point;
  }
  if (least === greatest) return [least];
  return least.atMs < greatest.atMs ? [least, greatest] : [greatest, least];
}
