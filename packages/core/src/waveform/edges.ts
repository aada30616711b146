import { momentsOf, noiseOf, type Signal } from './signal.js';

/** Where a signal goes through the middle between a low and the high that follows it, or the other way. */
export interface Edges {
  /** ms since the signal began, rising. */
  readonly times: Float64Array;
  /** 1 where it rises. They take turns. */
  readonly rising: Uint8Array;
  /** The turning points between which each edge lies: the lower and the upper. */
  readonly lows: Float64Array;
  readonly highs: Float64Array;
  /** Standard deviation of the noise. */
  readonly noise: number;
}

// Of the swing between the last turning points; less than that is no turn.
const turnShare = 0.4;
// A larger swing counts at once, a smaller one by and by: it may be a single weak one.
const [rise, fall] = [0.9, 0.25];
const leastShare = 0.02;
// From the least to the greatest of a wave are at most so many of its standard deviations.
const [waveReach, waveTurn] = [5, 0.3];

/**
 * Edges by an adaptive hysteresis: a turn counts once the signal has gone back by a share of the swings that came before, and by more than its
 * noise does. An offset, a slow drift and a changing amplitude do not matter. The time of an edge is where straight lines between samples go
 * through the middle of its two turning points; noise that goes through it several times has the mean of the first and the last.
 */
export function findEdges(signal: Signal): Edges {
  const { samples, stepMs } = signal;
  const noise = noiseOf(signal);
  const found = makeEdges();
  const { count, sum, squares, least, most } = momentsOf(samples);
  const whole = most - least;
  if (!(whole > 0)) return found.end(noise);
  // So many samples of normal noise reach √(2 ln n) of its standard deviations to either side.
  const noiseTurn = (2 * Math.sqrt(2 * Math.log(samples.length)) + 1) * noise;
  // What is sampled coarsely looks noisier than it is; but noise alone has far ends, and a wave has none.
  const deviation = Math.sqrt(Math.max(0, squares / count - (sum / count) ** 2));
  const mostTurn = whole < waveReach * deviation ? waveTurn * whole : Number.POSITIVE_INFINITY;
  const leastTurn = Math.max(Math.min(noiseTurn, mostTurn), leastShare * whole);
  for (const edge of edgesBetween(turningPoints(samples, leastTurn))) {
    const at = crossing(samples, edge.from.at, edge.to.at, edge.level, edge.isRising);
    const [low, high] = edge.isRising ? [edge.from.value, edge.to.value] : [edge.to.value, edge.from.value];
    found.add(at * stepMs, edge.isRising, low, high);
  }
  return found.end(noise);
}

/** Where the signal turns, crests and troughs by turns; the first and the last may be the ends of the capture. */
function turningPoints(samples: Float32Array, leastTurn: number): readonly TurningPoint[] {
  // Until the first turn it is not known whether the signal rises or falls.
  const crest = new Float64Array(2);
  const [down, up] = [seekTurn(samples, 0, 1, leastTurn, crest), seekTurn(samples, 0, -1, leastTurn, crest)];
  if (down.passedAt === up.passedAt) return [];
  let sign = down.passedAt < up.passedAt ? 1 : -1;
  let last = sign > 0 ? down : up;
  const points = [last];
  let swing = 0;
  let turn = leastTurn;
  while (last.passedAt < samples.length) {
    sign = -sign;
    const next = seekTurn(samples, last.passedAt, sign, turn, crest);
    const size = Math.abs(next.value - last.value);
    // The last edge has no turn behind it.
    if (next.passedAt < samples.length || size > turn) points.push(next);
    swing += (size > swing ? rise : fall) * (size - swing);
    turn = Math.max(turnShare * swing, leastTurn);
    last = next;
  }
  return points;
}

interface Edge {
  readonly from: TurningPoint;
  readonly to: TurningPoint;
  readonly level: number;
  readonly isRising: boolean;
}

// A swing at an end of the capture that is so much smaller than the one beside it was not seen as a whole.
const wholeShare = 0.8;

/** The edges between turning points. Of a swing that was seen in part, the middle is that of the swing beside it. */
function* edgesBetween(points: readonly TurningPoint[]): Generator<Edge> {
  const last = points.length - 2;
  for (let at = 0; at <= last; at += 1) {
    const [from, to] = [points[at], points[at + 1]];
    if (!from || !to) continue;
    const size = Math.abs(to.value - from.value);
    const beside = at === 0 ? points[2] : at === last ? points[last - 1] : undefined;
    const turn = at === 0 ? to : from;
    const isPart = beside !== undefined && size < wholeShare * Math.abs(beside.value - turn.value);
    const level = isPart ? (beside.value + turn.value) / 2 : (from.value + to.value) / 2;
    const isRising = to.value > from.value;
    const isSeen = level > Math.min(from.value, to.value) && level < Math.max(from.value, to.value);
    if (isSeen) yield { from, to, level, isRising };
  }
}

interface TurningPoint {
  readonly value: number;
  readonly at: number;
  /** Where the signal has gone back by a turn; the number of samples where it does not. */
  readonly passedAt: number;
}

const seekBlock = 4096;

/**
 * The next crest from a sample on, or with the sign −1 the next trough. In blocks, see `inBlocks`.
 * @param crest room to count in: of hundreds of thousands of turns none makes its own
 */
function seekTurn(samples: Float32Array, from: number, sign: number, turn: number, crest: Float64Array): TurningPoint {
  crest[0] = Number.NEGATIVE_INFINITY;
  crest[1] = from;
  let at = from;
  while (at < samples.length) {
    const to = Math.min(samples.length, at + seekBlock);
    at = climb(samples, at, to, sign, turn, crest);
    if (at < to) break;
  }
  return { value: sign * (crest[0] ?? 0), at: crest[1] ?? from, passedAt: at };
}

/** @param crest the greatest so far and where it is, which are written @returns where it has gone back, or the end of the block */
function climb(
  samples: Float32Array,
  from: number,
  to: number,
  sign: number,
  turn: number,
  crest: Float64Array,
): number {
  let most = crest[0] ?? 0;
  let mostAt = crest[1] ?? 0;
  let at = from;
  for (; at < to; at += 1) {
    const value = sign * (samples[at] ?? Number.NaN);
    if (value > most) {
      most = value;
      mostAt = at;
    } else if (value < most - turn) break;
  }
  crest[0] = most;
  crest[1] = mostAt;
  return at;
}

/** Where samples go through a level between two of them, in samples. */
function crossing(samples: Float32Array, from: number, to: number, level: number, isRising: boolean): number {
  // Falling turned round is rising; each sample of a line is looked at here (benchmark “ten million samples read as can”).
  const sign = isRising ? 1 : -1;
  const limit = sign * level;
  let first = from + 1;
  while (first < to && !(sign * (samples[first] ?? 0) >= limit)) first += 1;
  let last = to - 1;
  while (last >= first && sign * (samples[last] ?? 0) >= limit) last -= 1;
  return (between(samples, first, level) + between(samples, last + 1, level)) / 2;
}

function between(samples: Float32Array, at: number, level: number): number {
  const [before, after] = [samples[at - 1] ?? 0, samples[at] ?? 0];
  if (Number.isNaN(before) || Number.isNaN(after)) return at;
  return after === before ? at : at - 1 + Math.min(1, Math.max(0, (level - before) / (after - before)));
}

/** Edges that come one by one. */
function makeEdges() {
  const [times, rising, lows, highs] = [[], [], [], []] as [number[], number[], number[], number[]];
  return {
    add: (atMs: number, isRising: boolean, low: number, high: number): void => {
      times.push(atMs);
      rising.push(isRising ? 1 : 0);
      lows.push(low);
      highs.push(high);
    },
    end: (noise: number): Edges => ({
      times: Float64Array.from(times),
      rising: Uint8Array.from(rising),
      lows: Float64Array.from(lows),
      highs: Float64Array.from(highs),
      noise,
    }),
  };
}

/** The times at which it rises, in ms. */
export const risingTimes = ({ times, rising }: Edges): Float64Array => times.filter((_, at) => rising[at] === 1);
/** The times at which it falls, in ms. */
export const fallingTimes = ({ times, rising }: Edges): Float64Array => times.filter((_, at) => rising[at] === 0);
