import { type Edges, findEdges } from './edges.js';
import { sayRate } from './measure.js';
import { leastOf, type Measured, medianOf, type Signal } from './signal.js';

export const toothFaultKinds = {
  missing: 'missing',
  extra: 'one too many',
  weak: 'weak',
  wide: 'wide',
  narrow: 'narrow',
} as const;

/** A tooth of a ring that is not like the others. */
export interface ToothFault {
  readonly kind: keyof typeof toothFaultKinds;
  /** When it first passed the sensor, in ms since the signal began. */
  readonly atMs: number;
  /** Which tooth of the turn, from 1, counted from the first that was seen, or from the gap where the ring has one; `null` where a turn is not known. */
  readonly tooth: number | null;
  readonly times: number;
  /** Whether it comes once in each turn; `null` where that cannot be told. */
  readonly isEachTurn: boolean | null;
}

/** What the signal of a toothed ring says. */
export interface TeethReading {
  readonly teethSeen: number;
  /** Teeth a turn, given or found by what comes again; `null` where neither. */
  readonly teethPerTurn: number | null;
  readonly turns: number | null;
  readonly rpm: Measured | null;
  readonly faults: readonly ToothFault[];
  /** How sure the faults are, 0 to 1: how far the smallest of them stands above what teeth differ anyway. */
  readonly sureness: number;
}

/** What is known of a ring. */
export interface Ring {
  /** Places for teeth in a turn, those of a gap too; `null`: not known. */
  readonly teethPerTurn: number | null;
  /** How many teeth are left out on purpose, in one gap; 0: none. */
  readonly gapTeeth: number;
}

// So many intervals to either side say how long one should be.
const around = 4;
const leastSamplesOfTooth = 5;
const [gapRatio, wideRatio, weakRatio] = [1.5, 1.15, 0.7];

/**
 * Looks at each interval between two teeth against its neighbours, so that a speed that changes does not matter, and says which teeth are
 * missing, one too many, weak, wide or narrow.
 * @returns a sentence where there are too few teeth, or samples
 */
export function readTeeth(signal: Signal, ring: Ring, edges: Edges = findEdges(signal)): TeethReading | string {
  const teeth = clearer(teethOf(edges, 'starts'), teethOf(edges, 'ends'));
  const count = teeth.times.length;
  if (count < 2 * around + 2) return `Only ${count} teeth were seen; ${2 * around + 2} are needed.`;
  const steps = Float64Array.from(
    { length: count - 1 },
    (_, at) => (teeth.times[at + 1] ?? 0) - (teeth.times[at] ?? 0),
  );
  const usual = medianOf(steps);
  if (usual < leastSamplesOfTooth * signal.stepMs)
    return `Too few samples: ${(usual / signal.stepMs).toFixed(1)} for each tooth. ${sayRate(10_000 / usual)} or more are needed.`;
  const ratios = localRatios(steps);
  const found = faultsIn(teeth, ratios, signal.stepMs);
  const places = placesOf(count, found.skipped);
  const teethPerTurn = ring.teethPerTurn ?? turnOf(found.faults, places);
  const gaps =
    ring.gapTeeth > 0 ? found.faults.filter(({ kind, size }) => kind === 'missing' && size === ring.gapTeeth) : [];
  const origin = gaps[0] ? (places[gaps[0].index + 1] ?? 0) : 0;
  const onlyFaults = found.faults.filter((fault) => !isGap(fault, gaps, places, teethPerTurn));
  const span = (teeth.times[count - 1] ?? 0) - (teeth.times[0] ?? 0);
  const passed = places[count - 1] ?? 0;
  const toothHz = (passed / span) * 1000;
  const ofTooth = (toothHz * signal.stepMs * 2 * Math.SQRT2) / Math.sqrt(12) / span;
  return {
    teethSeen: count,
    teethPerTurn,
    turns: teethPerTurn === null ? null : passed / teethPerTurn,
    rpm:
      teethPerTurn === null
        ? null
        : { value: (toothHz * 60) / teethPerTurn, uncertainty: (ofTooth * 60) / teethPerTurn },
    faults: together(onlyFaults, teeth.times, places, teethPerTurn, origin),
    sureness: surenessOf(onlyFaults, ratios),
  };
}

interface Teeth {
  /** When each tooth passes, by its beginning or by its end, in ms. */
  readonly times: Float64Array;
  /** How long it lasts, in ms. */
  readonly widths: Float64Array;
  readonly heights: Float64Array;
}

/** A tooth is what is high between two edges. */
function teethOf({ times, rising, lows, highs }: Edges, by: 'starts' | 'ends'): Teeth {
  const [passed, widths, heights] = [[], [], []] as [number[], number[], number[]];
  for (let at = 0; at + 1 < times.length; at += 1) {
    if (rising[at] !== 1) continue;
    const [start, end] = [times[at] ?? 0, times[at + 1] ?? 0];
    passed.push(by === 'starts' ? start : end);
    widths.push(end - start);
    heights.push((highs[at] ?? 0) - Math.min(lows[at] ?? 0, lows[at + 1] ?? 0));
  }
  return { times: Float64Array.from(passed), widths: Float64Array.from(widths), heights: Float64Array.from(heights) };
}

const stepsOf = ({ times }: Teeth): Float64Array => times.subarray(1).map((time, at) => time - (times[at] ?? 0));

/** Of the beginnings and the ends of teeth those that stand at whole teeth: in a gap, a voltage of zero is the middle of its signal. */
function clearer(starts: Teeth, ends: Teeth): Teeth {
  const off = (teeth: Teeth) =>
    localRatios(stepsOf(teeth)).reduce((sum, ratio) => sum + Math.abs(ratio - Math.round(ratio)), 0);
  return off(ends) < off(starts) ? ends : starts;
}

/** What a number should be: the middle of its neighbours, as many on one side as on the other where there are. */
function expectedAt(numbers: Float64Array, at: number, near: Float64Array): number {
  let count = 0;
  for (let off = 1; count < 2 * around && off < numbers.length; off += 1) {
    if (at >= off) count = insert(near, count, numbers[at - off] ?? 0);
    if (at + off < numbers.length && count < 2 * around) count = insert(near, count, numbers[at + off] ?? 0);
  }
  const half = count / 2;
  return ((near[Math.ceil(half) - 1] ?? Number.NaN) + (near[Math.floor(half)] ?? Number.NaN)) / 2;
}

/** Puts a number where it belongs among those before it, of which there are few. @returns how many there are then */
function insert(sorted: Float64Array, count: number, number: number): number {
  let at = count;
  while (at > 0 && (sorted[at - 1] ?? 0) > number) {
    sorted[at] = sorted[at - 1] ?? 0;
    at -= 1;
  }
  sorted[at] = number;
  return count + 1;
}

interface FoundFault {
  readonly kind: ToothFault['kind'];
  /** Of the tooth before it, or of the tooth itself. */
  readonly index: number;
  /** How many teeth, for those that are missing. */
  readonly size: number;
  /** By how much it stands off, as a share of a tooth. */
  readonly off: number;
}

/** @returns with the faults how many places were passed behind each tooth besides the next, −1 behind one that is too many */
function faultsIn({ widths, heights }: Teeth, ratios: Float64Array, stepMs: number) {
  const faults: FoundFault[] = [];
  const skipped = new Map<number, number>();
  const odd = new Set<number>();
  const put = (kind: FoundFault['kind'], index: number, off: number, size = 1) =>
    faults.push({ kind, index, size, off });
  for (let at = 0; at < ratios.length; at += 1) {
    const [ratio, next] = [ratios[at] ?? 1, ratios[at + 1] ?? 1];
    if (ratio > gapRatio) {
      const size = Math.round(ratio) - 1;
      put('missing', at, ratio - 1, size);
      skipped.set(at, size);
      odd.add(at).add(at + 1);
    } else if (ratio + next < wideRatio + 0.1 && ratio < 0.8 && next < 0.8) {
      put('extra', at + 1, 1 - Math.max(ratio, next));
      skipped.set(at, -1);
      odd
        .add(at)
        .add(at + 1)
        .add(at + 2);
      at += 1;
    }
  }
  const [width, height] = [localRatios(widths), localRatios(heights)];
  const usual = spreadOf(width);
  // The first and the last may have been seen in part.
  for (let at = 1; at + 1 < widths.length; at += 1) {
    if (odd.has(at)) continue;
    // Its two edges lie each somewhere between two samples.
    const limit = Math.max(0.3, 6 * usual, (2 * stepMs) / (widths[at] ?? 1));
    if ((height[at] ?? 1) < weakRatio) put('weak', at, 1 - (height[at] ?? 1));
    else if ((width[at] ?? 1) > 1 + limit) put('wide', at, (width[at] ?? 1) - 1);
    else if ((width[at] ?? 1) < 1 - limit) put('narrow', at, 1 - (width[at] ?? 1));
  }
  return { faults: faults.sort((a, b) => a.index - b.index), skipped };
}

/** Each against the middle of its neighbours. */
function localRatios(numbers: Float64Array): Float64Array {
  const near = new Float64Array(2 * around + 1);
  return numbers.map((number, at) => number / expectedAt(numbers, at, near));
}

/** By how much most of them differ from one. */
const spreadOf = (ratios: Float64Array): number => medianOf(ratios.map((ratio) => Math.abs(ratio - 1))) / 0.6745;

/** The place of each tooth on the ring, counted from the first. */
function placesOf(count: number, skipped: ReadonlyMap<number, number>): Float64Array {
  const places = new Float64Array(count);
  for (let at = 1; at < count; at += 1) places[at] = (places[at - 1] ?? 0) + 1 + (skipped.get(at - 1) ?? 0);
  return places;
}

const leastRepeats = 3;

/** The number of teeth a turn, where what stands off comes again after always the same number. */
function turnOf(faults: readonly FoundFault[], places: Float64Array): number | null {
  for (const kind of ['missing', 'weak', 'extra', 'wide', 'narrow'] as const) {
    const at = faults.filter((fault) => fault.kind === kind).map(({ index }) => places[index] ?? 0);
    const apart = at.slice(1).map((place, index) => place - (at[index] ?? 0));
    if (apart.length + 1 >= leastRepeats && apart.every((one) => Math.abs(one - (apart[0] ?? 0)) <= 0))
      return apart[0] ?? null;
  }
  return null;
}

/** A gap that is made so comes once a turn, at the place of the first. */
function isGap(
  fault: FoundFault,
  gaps: readonly FoundFault[],
  places: Float64Array,
  teethPerTurn: number | null,
): boolean {
  const [first] = gaps;
  if (!first || !gaps.includes(fault)) return false;
  if (teethPerTurn === null) return true;
  return turnPlace((places[fault.index] ?? 0) - (places[first.index] ?? 0), teethPerTurn) === 0;
}

const turnPlace = (place: number, teethPerTurn: number): number =>
  ((place % teethPerTurn) + teethPerTurn) % teethPerTurn;

/** Faults of one kind at one place of the turn are one. */
function together(
  faults: readonly FoundFault[],
  times: Float64Array,
  places: Float64Array,
  teethPerTurn: number | null,
  origin: number,
): readonly ToothFault[] {
  const turns = teethPerTurn === null ? 0 : (places.at(-1) ?? 0) / teethPerTurn;
  const groups = new Map<string, { fault: FoundFault; tooth: number | null; times: number }>();
  for (const fault of faults) {
    // What is missing stands behind the tooth at which it was seen.
    const place = (places[fault.index] ?? 0) + (fault.kind === 'missing' ? 1 : 0) - origin;
    const tooth = teethPerTurn === null ? null : turnPlace(place, teethPerTurn) + 1;
    const key = `${fault.kind} ${tooth ?? fault.index}`;
    const group = groups.get(key) ?? { fault, tooth, times: 0 };
    group.times += 1;
    groups.set(key, group);
  }
  return [...groups.values()].map(({ fault, tooth, times: count }) => ({
    kind: fault.kind,
    atMs: times[fault.index] ?? 0,
    tooth,
    times: count,
    isEachTurn: turns < 2 ? null : count >= Math.floor(turns) * 0.8,
  }));
}

/** 1 where the smallest fault is four times what teeth differ anyway, or where there is none and all are alike. */
function surenessOf(faults: readonly FoundFault[], ratios: Float64Array): number {
  const usual = spreadOf(ratios);
  const smallest = faults.length > 0 ? leastOf(faults.map(({ off }) => off)) : gapRatio - 1;
  return Math.min(1, smallest / Math.max(1e-9, 8 * usual));
}
