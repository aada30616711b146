import { foldedHeights, humpsPerSecond } from './bars.js';
import { followHumps, type Humps, pointsOfHump } from './humps.js';
import { blockMeans, greatestOf, type Measured, medianOf, partOf, type Signal } from './signal.js';
import { powerOfTwo, strongestLine } from './spectrum.js';

/** What the current of a starter says of the compressions of an engine. */
export interface CrankingReading {
  readonly fromMs: number;
  readonly toMs: number;
  readonly rpm: Measured;
  /** For each cylinder in the order in which they come, the height of its hump as a share of the middle one. */
  readonly heights: readonly number[];
  /** The weakest, from 0 in the order in which they come; `null`: none is weaker than the others by more than they differ. */
  readonly weakest: number | null;
  readonly sureness: number;
}

// As a share of the middle hump: engines that are well differ by that.
const leastWeakness = 0.12;

const speeds = 0.06;

/** Without those at the beginning, while the starter still gathers speed. */
function evenHumps(humps: Humps): Humps {
  const lengths = humps.starts.subarray(1).map((start, at) => start - (humps.starts[at] ?? 0));
  const usual = medianOf(lengths);
  const even = lengths.findIndex((length) => Math.abs(length / usual - 1) < speeds);
  const from = Math.min(Math.max(even, 0) + 2, humps.count);
  return {
    points: humps.points.subarray(from * pointsOfHump),
    count: humps.count - from,
    starts: humps.starts.subarray(from),
  };
}

/**
 * Looks at the humps that the compressions make in the current of a starter, one for each cylinder in two turns of a four-stroke engine.
 * @returns a sentence where the engine is not turned for two of its cycles
 */
export function readCranking(signal: Signal, cylinders: number): CrankingReading | string {
  const blockMs = 5;
  const size = Math.max(1, Math.round(blockMs / signal.stepMs));
  const means = blockMeans(signal.samples, size);
  const most = greatestOf(means);
  const usual = medianOf(means.filter((mean) => mean > 0.1 * most));
  // From where the first rush is over to where it is let go.
  const first = means.findIndex(
    (mean, at) => at > 0 && mean <= 1.5 * usual && means.subarray(0, at).some((one) => one > 1.2 * usual),
  );
  const last = means.findLastIndex((mean) => mean > 0.4 * usual);
  const slow = { samples: Float32Array.from(means), stepMs: size * signal.stepMs };
  const cranking = partOf(slow, (Math.max(0, first) + 2) * slow.stepMs, (last - 2) * slow.stepMs);
  const count = cranking.samples.length;
  // Between 60 and 600 turns a minute.
  const [fromHz, toHz] = [cylinders / 2, cylinders * 5];
  const line = strongestLine(cranking, Math.max(fromHz, 3000 / (count * slow.stepMs)), toHz, powerOfTwo(count));
  if (!line) return 'The engine is not turned for long enough in this capture.';
  const humps = evenHumps(followHumps(cranking, line.hz));
  if (humps.count < 2 * cylinders) return 'The engine is not turned for two of its cycles in this capture.';
  const heights = foldedHeights(humps, cylinders);
  const hz = humpsPerSecond(humps);
  const least = Math.min(...heights);
  const others = heights.filter((height) => height !== least);
  const usualOff = medianOf(others.map((height) => Math.abs(height - 1))) / 0.6745;
  const weakness = 1 - least;
  const limit = Math.max(leastWeakness, 4 * usualOff);
  const fromMs = (Math.max(0, first) + 2) * slow.stepMs;
  return {
    fromMs,
    toMs: (last - 2) * slow.stepMs,
    rpm: { value: (hz * 120) / cylinders, uncertainty: (hz * 120 * 2) / cylinders / humps.count / Math.sqrt(12) },
    heights,
    weakest: weakness > limit ? heights.indexOf(least) : null,
    sureness: weakness > limit ? Math.min(1, weakness / (2 * limit)) : Math.min(1, 1 - weakness / (2 * limit)),
  };
}
