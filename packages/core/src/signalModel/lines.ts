import type { Sampling } from './machines.js';

/** A line as the lengths for which it is at one level and then at the other, in ms. */
export interface LineModel {
  readonly isHighFirst: boolean;
  readonly lengths: readonly number[];
  readonly low: number;
  readonly high: number;
}

/** Samples of a line; a sample in which it changes has the share of both levels, as an instrument sees it. */
export function lineSignal(
  { isHighFirst, lengths, low, high }: LineModel,
  { stepMs, lengthMs }: Sampling,
): Float32Array {
  const samples = new Float32Array(Math.round(lengthMs / stepMs));
  let [at, isHigh, next] = [0, isHighFirst, lengths[0] ?? Number.POSITIVE_INFINITY];
  for (let index = 0; index < samples.length; index += 1) {
    let [from, highTime] = [index * stepMs, 0];
    const end = from + stepMs;
    while (next < end) {
      if (isHigh) highTime += next - from;
      [from, isHigh] = [next, !isHigh];
      at += 1;
      next += lengths[at] ?? Number.POSITIVE_INFINITY;
    }
    if (isHigh) highTime += end - from;
    samples[index] = low + ((high - low) * highTime) / stepMs;
  }
  return samples;
}

/** The lengths of bits that follow each other, 1 for high; bits that are alike are one length. */
export function lengthsOfBits(bits: readonly number[], bitMs: number): Pick<LineModel, 'isHighFirst' | 'lengths'> {
  const lengths: number[] = [];
  let last = -1;
  for (const bit of bits) {
    if (bit === last) lengths[lengths.length - 1] = (lengths.at(-1) ?? 0) + bitMs;
    else lengths.push(bitMs);
    last = bit;
  }
  return { isHighFirst: bits[0] === 1, lengths };
}

/** The lengths of SENT frames: five ticks low and the rest high for the synchronisation and each nibble. */
export function lengthsOfSent(
  frames: readonly (readonly number[])[],
  tickMs: number,
): Pick<LineModel, 'isHighFirst' | 'lengths'> {
  const low = 5;
  const lengths = [30 * tickMs];
  const pulse = (ticks: number) => lengths.push(low * tickMs, (ticks - low) * tickMs);
  for (const nibbles of frames) {
    pulse(56);
    for (const nibble of nibbles) pulse(12 + nibble);
  }
  lengths.push(low * tickMs);
  return { isHighFirst: true, lengths };
}

/** Bits of CAN with those that are stuffed in, 1 for recessive, for bits from the start to the checksum. */
export function stuffed(bits: readonly number[]): readonly number[] {
  const all: number[] = [];
  let [same, last] = [0, -1];
  for (const bit of bits) {
    all.push(bit);
    same = bit === last ? same + 1 : 1;
    last = bit;
    if (same === 5) {
      all.push(1 - bit);
      [same, last] = [1, 1 - bit];
    }
  }
  return all;
}

/** A byte on a serial line with start and stop bit, the lowest bit first. */
export const bitsOfByte = (byte: number): readonly number[] => [
  0,
  ...[0, 1, 2, 3, 4, 5, 6, 7].map((index) => (byte >> index) & 1),
  1,
];
