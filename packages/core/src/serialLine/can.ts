import { findEdges, levelsOf, type Signal } from '../waveform/index.js';
import { makeReader, type Toggles, togglesOf } from './bits.js';

/** One frame of CAN (ISO 11898-1, classical). */
export interface CanFrame {
  readonly atMs: number;
  readonly id: number;
  readonly isExtended: boolean;
  readonly isRemote: boolean;
  readonly data: readonly number[];
  /** Whether somebody has acknowledged it. */
  readonly isAcknowledged: boolean;
}

/**
 * What is wrong with a frame: a unit broke it off with an error flag of six dominant bits, six alike that are recessive (a sender that gave up, or a
 * line that was opened), its checksum, or its end.
 */
export type CanErrorKind = 'errorFlag' | 'stuffing' | 'checksum' | 'form';

export interface CanError {
  /** When the frame began. */
  readonly atMs: number;
  readonly kind: CanErrorKind;
}

export interface CanReading {
  readonly bitUs: number;
  readonly frames: readonly CanFrame[];
  readonly errors: readonly CanError[];
}

const crcPolynomial = 0x4599;

/** The checksum of ISO 11898-1: x¹⁵ + x¹⁴ + x¹⁰ + x⁸ + x⁷ + x⁴ + x³ + 1, over the bits before stuffing. */
export function canCrc(bits: readonly number[]): number {
  let crc = 0;
  for (const bit of bits) {
    const isNext = bit ^ ((crc >> 14) & 1);
    crc = (crc << 1) & 0x7fff;
    if (isNext) crc ^= crcPolynomial;
  }
  return crc;
}

/**
 * Reads the frames of a CAN line. Each bit is read at 70 % of its time, set anew with each edge from recessive to dominant.
 * @param signal the difference of both lines, or one of them
 * @param isHighDominant whether high is dominant: for the difference and for CAN high
 * @returns a sentence where nothing is sent, or samples are too few
 */
export function readCan(signal: Signal, isHighDominant: boolean): CanReading | string {
  const toggles = togglesOf(signal, findEdges(signal));
  if (!toggles || toggles.times.length < 20) return 'Nothing is sent on this line.';
  const bitMs = bitTimeOf(toggles);
  if (bitMs < 3 * signal.stepMs)
    return `Too few samples: ${(bitMs / signal.stepMs).toFixed(1)} for each bit. ${Math.ceil(5000 / bitMs)} samples a second or more are needed.`;
  const frames: CanFrame[] = [];
  const errors: CanError[] = [];
  const { times, isHighFirst } = toggles;
  let free = Number.NEGATIVE_INFINITY;
  for (let at = 0; at < times.length; at += 1) {
    const start = times[at] ?? 0;
    // A frame begins with an edge to dominant, behind eleven recessive bits.
    const isToHigh = isHighFirst === (at % 2 === 1);
    if (isToHigh !== isHighDominant || start < free) continue;
    const before = at === 0 ? Number.POSITIVE_INFINITY : start - (times[at - 1] ?? 0);
    if (before < 9.5 * bitMs) continue;
    const read = frameAt(toggles, at, bitMs, isHighDominant);
    if (read === 'cut') break;
    if ('frame' in read) frames.push(read.frame);
    else errors.push({ atMs: start, kind: read.kind });
    free = read.endMs;
  }
  return { bitUs: bitMs * 1000, frames, errors };
}

// The rates that are used on vehicles.
const ratesKbit = [33.333, 50, 83.333, 100, 125, 250, 500, 1000] as const;

// So many say the bit time as well as all of them.
const enoughEdges = 20_000;

/** The shortest times between edges are one bit; near a usual rate that is taken. */
function bitTimeOf({ times: all }: Toggles): number {
  const times = all.subarray(0, enoughEdges);
  const lengths = Float64Array.from(
    { length: times.length - 1 },
    (_, at) => (times[at + 1] ?? 0) - (times[at] ?? 0),
  ).sort();
  const short = lengths[Math.floor(lengths.length * 0.1)] ?? 0;
  const near = lengths.filter((length) => length > 0.6 * short && length < 1.4 * short);
  // What rises slowly is longer, what falls slowly shorter: both together are right.
  const mean = near.reduce((sum, one) => sum + one, 0) / Math.max(1, near.length);
  const usual = ratesKbit.map((rate) => 1 / rate).find((bit) => Math.abs(bit / mean - 1) < 0.15);
  return usual ?? mean;
}

type ReadFrame =
  | { readonly frame: CanFrame; readonly endMs: number }
  | { readonly kind: CanErrorKind; readonly endMs: number }
  | 'cut';

/** @param at the number of the edge with which it begins */
function frameAt(toggles: Toggles, at: number, bitMs: number, isHighDominant: boolean): ReadFrame {
  const next = makeBitReader(toggles, at, bitMs, isHighDominant);
  const bits: number[] = [];
  let [same, last] = [0, -1];
  /** The next bit without those that are stuffed in; `undefined` where six alike follow each other. */
  const take = (): number | undefined => {
    const bit = next.bit();
    if (same === 5) {
      if (bit === last) return undefined;
      [same, last] = [1, bit];
      return take();
    }
    same = bit === last ? same + 1 : 1;
    last = bit;
    bits.push(bit);
    return bit;
  };
  const number = (count: number): number | undefined => {
    let value = 0;
    for (let index = 0; index < count; index += 1) {
      const bit = take();
      if (bit === undefined) return undefined;
      value = value * 2 + bit;
    }
    return value;
  };
  const wrong = (kind: CanErrorKind) => ({ kind, endMs: next.atMs() + 6 * bitMs });
  // Six alike: an error flag is dominant.
  const broken = () => wrong(last === 0 ? 'errorFlag' : 'stuffing');
  const isCut = () => next.atMs() > toggles.endMs;
  if (number(1) !== 0) return wrong('form');
  const [base, remote, extension] = [number(11), number(1), number(1)];
  if (base === undefined || remote === undefined || extension === undefined) return isCut() ? 'cut' : broken();
  const isExtended = extension === 1;
  const more = isExtended ? number(18) : 0;
  const isRemote = isExtended ? number(1) : remote;
  // Reserved bits: two in an extended frame, one in a base frame.
  const reserved = number(isExtended ? 2 : 1);
  const length = number(4);
  if (more === undefined || isRemote === undefined || reserved === undefined || length === undefined)
    return isCut() ? 'cut' : broken();
  const data: number[] = [];
  for (let index = 0; index < Math.min(8, length) && isRemote === 0; index += 1) {
    const byte = number(8);
    if (byte === undefined) return isCut() ? 'cut' : broken();
    data.push(byte);
  }
  const wanted = canCrc(bits);
  const crc = number(15);
  // A stuffed bit may follow the last of the checksum.
  if (same === 5) next.bit();
  const [delimiter, acknowledge] = [next.bit(), next.bit()];
  const end = [0, 1, 2, 3, 4, 5, 6, 7].map(() => next.bit());
  if (isCut()) return 'cut';
  if (crc === undefined) return broken();
  if (crc !== wanted) return wrong('checksum');
  if (delimiter !== 1 || end.includes(0)) return wrong('form');
  const id = isExtended ? base * 2 ** 18 + more : base;
  return {
    frame: {
      atMs: toggles.times[at] ?? 0,
      id,
      isExtended,
      isRemote: isRemote === 1,
      data,
      isAcknowledged: acknowledge === 0,
    },
    endMs: next.atMs(),
  };
}

const samplePoint = 0.7;

/** Reads bit after bit: 0 is dominant. An edge to dominant says anew where a bit begins. */
function makeBitReader(toggles: Toggles, at: number, bitMs: number, isHighDominant: boolean) {
  const isHigh = makeReader(toggles, at);
  let beginMs = toggles.times[at] ?? 0;
  let edge = at + 1;
  return {
    atMs: () => beginMs,
    bit: (): number => {
      const bit = isHigh(beginMs + samplePoint * bitMs) === isHighDominant ? 0 : 1;
      beginMs += bitMs;
      while (edge < toggles.times.length && (toggles.times[edge] ?? 0) < beginMs + bitMs / 2) {
        const time = toggles.times[edge] ?? 0;
        const isToHigh = toggles.isHighFirst === (edge % 2 === 1);
        if (isToHigh === isHighDominant && Math.abs(time - beginMs) < bitMs / 2) beginMs = time;
        edge += 1;
      }
      return bit;
    },
  };
}

/** What the levels of two CAN lines say while nothing is sent, and while something is (ISO 11898-2). */
export type CanFault = 'dominantStuck' | 'highOpen' | 'lowOpen' | 'bothStill' | 'noTermination' | 'none';

export const canFaults: Readonly<Record<CanFault, string>> = {
  dominantStuck: 'One line holds the bus dominant: nothing else can be sent.',
  highOpen: 'CAN high does not follow: it is open, or shorted.',
  lowOpen: 'CAN low does not follow: it is open, or shorted.',
  bothStill:
    'Both lines stand still at their middle: nothing is sent, or the instrument is not connected to a bus that is awake.',
  noTermination: 'The lines come back slowly from dominant to recessive: a termination is missing.',
  none: 'Both lines move against each other as they should.',
};

const [moves, dominant] = [0.5, 0.9];

/** @param high CAN high against ground @param low CAN low against ground */
export function readCanLevels(high: Signal, low: Signal): CanFault {
  const [ofHigh, ofLow] = [levelsOf(high), levelsOf(low)];
  if (!ofHigh || !ofLow) return 'bothStill';
  const [highMoves, lowMoves] = [ofHigh.high - ofHigh.low > moves, ofLow.high - ofLow.low > moves];
  if (!highMoves && !lowMoves) return ofHigh.low - ofLow.high > dominant ? 'dominantStuck' : 'bothStill';
  if (!highMoves) return 'highOpen';
  if (!lowMoves) return 'lowOpen';
  return isSlow(high) ? 'noTermination' : 'none';
}

// A bit that takes so much of itself to come back has no resistor that pulls it.
const slowShare = 0.35;

function isSlow(high: Signal): boolean {
  const edges = findEdges(high);
  const toggles = togglesOf(high, edges);
  if (!toggles || toggles.times.length < 20) return false;
  const bitMs = bitTimeOf(toggles);
  const { samples, stepMs } = high;
  const levels = levelsOf(high);
  if (!levels) return false;
  const limit = levels.low + 0.1 * (levels.high - levels.low);
  const taken = Array.from(toggles.times)
    .filter((_, at) => edges.rising[at] === 0)
    .slice(0, 200)
    .map((time) => {
      let at = Math.ceil(time / stepMs);
      while (at < samples.length && (samples[at] ?? 0) > limit && at * stepMs - time < bitMs) at += 1;
      return at * stepMs - time;
    })
    .sort((a, b) => a - b);
  return (taken[Math.floor(taken.length / 2)] ?? 0) > slowShare * bitMs;
}
