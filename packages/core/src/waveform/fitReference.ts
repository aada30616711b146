/** How a capture lies against a known-good one. */
export interface ReferenceFit {
  /** By how many steps the reference is moved to later, and by what its time is stretched, so that it fits best. */
  readonly shift: number;
  readonly stretch: number;
  /** How alike both are then, −1 to 1. */
  readonly correlation: number;
  /** The share of samples that lie outside the band about the reference, of those that both have. */
  readonly shareOutside: number;
  /** The first sample that lies outside; `null`: none does. */
  readonly firstOutside: number | null;
  readonly compared: number;
}

/** How wide the band about a reference is: part of its range, and how many steps it may be early or late. */
export interface Band {
  readonly share: number;
  readonly steps: number;
}

const coarsePoints = 1024;
const stretches = [1, 0.8, 0.84, 0.88, 0.91, 0.94, 0.96, 0.98, 1.02, 1.04, 1.06, 1.09, 1.13, 1.18, 1.25] as const;
const fineSteps = 24;
const [coarseStretch, leastStretch, leastShift, mostMoves] = [0.02, 0.001, 0.2, 8];

/**
 * Lays a reference over a signal where both are most alike: first over a coarse picture of both with all shifts up to half of it, and stretched
 * where that is wanted; then shift and stretch are found more finely about the best. What lies outside the band is counted.
 * @param own and reference are sampled in the same steps
 * @param isStretched whether the reference may be of another speed
 */
export function fitReference(
  own: Float32Array,
  reference: Float32Array,
  band: Band,
  isStretched: boolean,
): ReferenceFit {
  const by = Math.max(1, Math.ceil(Math.max(own.length, reference.length) / coarsePoints));
  const [coarseOwn, coarse] = [thinned(own, by), thinned(reference, by)];
  let best = { shift: 0, stretch: 1, correlation: Number.NEGATIVE_INFINITY };
  for (const stretch of isStretched ? stretches : [1]) {
    const most = Math.floor(coarseOwn.length / 2);
    for (let shift = -most; shift <= most; shift += 1) {
      const correlation = alike(coarseOwn, coarse, shift, stretch);
      if (correlation > best.correlation) best = { shift, stretch, correlation };
    }
  }
  const about = centreOf(reference);
  best = climbed(own, reference, { ...best, shift: best.shift * by }, by);
  for (let width = coarseStretch; isStretched && width > leastStretch; width /= 2)
    for (const side of [-1, 1]) {
      const stretch = best.stretch + side * width;
      // What stands out of the reference stays where it is.
      const shift = best.shift - side * width * about;
      const other = climbed(own, reference, { shift, stretch, correlation: -1 }, by);
      if (other.correlation > best.correlation) best = other;
    }
  return { ...best, ...outside(own, reference, best.shift, best.stretch, band) };
}

type Place = Pick<ReferenceFit, 'shift' | 'stretch' | 'correlation'>;

/** The best shift near a place: each round looks half as far as the one before, and goes on in it as long as it gets better. */
function climbed(own: Float32Array, reference: Float32Array, { shift, stretch }: Place, by: number): Place {
  const every = Math.max(1, Math.floor(own.length / (coarsePoints * fineSteps)));
  let best = { shift, stretch, correlation: alike(own, reference, shift, stretch, every) };
  for (let width = 4 * by; width > leastShift; width /= 2)
    for (let move = 0; move < mostMoves; move += 1) {
      const from = best;
      for (const turn of [-1, 1]) {
        const moved = from.shift + turn * width;
        const correlation = alike(own, reference, moved, stretch, every);
        if (correlation > best.correlation) best = { shift: moved, stretch, correlation };
      }
      if (best === from) break;
    }
  return best;
}

/** Where the middle of what stands out of a signal lies. */
function centreOf(samples: Float32Array): number {
  let mean = 0;
  for (const sample of samples) mean += (Number.isNaN(sample) ? 0 : sample) / samples.length;
  let [weights, places] = [0, 0];
  for (let at = 0; at < samples.length; at += 1) {
    const sample = samples[at] ?? Number.NaN;
    const weight = Number.isNaN(sample) ? 0 : Math.abs(sample - mean);
    weights += weight;
    places += weight * at;
  }
  return weights > 0 ? places / weights : 0;
}

/** Means of so many samples each. */
function thinned(samples: Float32Array, by: number): Float32Array {
  if (by === 1) return samples;
  return Float32Array.from({ length: Math.floor(samples.length / by) }, (_, point) => {
    let sum = 0;
    for (let at = point * by; at < (point + 1) * by; at += 1) sum += samples[at] ?? 0;
    return sum / by;
  });
}

/** The reference at a sample of the signal, between two of its samples on a straight line; `NaN` where it has none. */
function referenceAt(reference: Float32Array, at: number, shift: number, stretch: number): number {
  const place = (at - shift) / stretch;
  if (place < 0 || place > reference.length - 1) return Number.NaN;
  const first = Math.floor(place);
  const share = place - first;
  const value = reference[first] ?? Number.NaN;
  return share === 0 ? value : value * (1 - share) + (reference[first + 1] ?? Number.NaN) * share;
}

// Of the shorter one, so much must lie over the other.
const leastOverlap = 0.5;

/** The correlation of both where they lie over each other (Pearson); the least there is where they do so too little. */
function alike(own: Float32Array, reference: Float32Array, shift: number, stretch: number, every = 1): number {
  let [count, sumX, sumY, sumXX, sumYY, sumXY] = [0, 0, 0, 0, 0, 0];
  for (let at = 0; at < own.length; at += every) {
    const [x, y] = [own[at] ?? Number.NaN, referenceAt(reference, at, shift, stretch)];
    if (Number.isNaN(x) || Number.isNaN(y)) continue;
    count += 1;
    sumX += x;
    sumY += y;
    sumXX += x * x;
    sumYY += y * y;
    sumXY += x * y;
  }
  if (count * every < leastOverlap * Math.min(own.length, reference.length)) return -1;
  const spread = Math.sqrt((sumXX - (sumX * sumX) / count) * (sumYY - (sumY * sumY) / count));
  return spread > 0 ? (sumXY - (sumX * sumY) / count) / spread : 0;
}

function outside(own: Float32Array, reference: Float32Array, shift: number, stretch: number, { share, steps }: Band) {
  const [least, most] = rangeOf(reference);
  const allowed = share * (most - least);
  let [compared, out, first] = [0, 0, null as number | null];
  for (let at = 0; at < own.length; at += 1) {
    const sample = own[at] ?? Number.NaN;
    if (Number.isNaN(sample) || Number.isNaN(referenceAt(reference, at, shift, stretch))) continue;
    compared += 1;
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (let off = -steps; off <= steps; off += 1) {
      const value = referenceAt(reference, at + off, shift, stretch);
      if (value < low) low = value;
      if (value > high) high = value;
    }
    if (sample >= low - allowed && sample <= high + allowed) continue;
    out += 1;
    first ??= at;
  }
  return { shareOutside: compared > 0 ? out / compared : 0, firstOutside: first, compared };
}

function rangeOf(samples: Float32Array): readonly [number, number] {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const sample of samples) {
    if (sample < least) least = sample;
    if (sample > most) most = sample;
  }
  return [least, most];
}
