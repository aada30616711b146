import type { Signal } from '../waveform/index.js';
import { makeReader, type Toggles, togglesOf } from './bits.js';

/** One frame of LIN (ISO 17987). */
export interface LinFrame {
  readonly atMs: number;
  readonly id: number;
  readonly isParityRight: boolean;
  readonly data: readonly number[];
  /** By which rule the checksum is right: over the data alone, or with the identifier; `null`: by neither; with no data, nobody answered. */
  readonly checksum: 'classic' | 'enhanced' | null;
}

export interface LinReading {
  readonly bitUs: number;
  readonly frames: readonly LinFrame[];
}

const [breakBits, mostBytes] = [10.5, 9];

/** The identifier with its two parity bits (ISO 17987-3). */
export function protectedId(id: number): number {
  const bit = (index: number) => (id >> index) & 1;
  const even = bit(0) ^ bit(1) ^ bit(2) ^ bit(4);
  const odd = 1 ^ bit(1) ^ bit(3) ^ bit(4) ^ bit(5);
  return id | (even << 6) | (odd << 7);
}

/** The inverted sum with the carry added. @param from 0 for the classic rule, the protected identifier for the enhanced one */
export function linChecksum(data: readonly number[], from: number): number {
  const sum = data.reduce((all, byte) => (all + byte > 255 ? all + byte - 255 : all + byte), from);
  return ~sum & 255;
}

/**
 * Reads the frames of a LIN line: a break of at least 13 dominant bits, 0x55 that says the bit time, the identifier, and up to eight bytes with
 * their checksum. Low is dominant.
 * @returns a sentence where there is no frame
 */
export function readLin(signal: Signal): LinReading | string {
  const toggles = togglesOf(signal);
  if (!toggles) return 'Nothing is sent on this line.';
  const { times, isHighFirst } = toggles;
  const frames: LinFrame[] = [];
  const bits: number[] = [];
  for (let at = 0; at + 11 < times.length; at += 1) {
    const isLow = isHighFirst === (at % 2 === 0);
    if (!isLow) continue;
    const low = (times[at + 1] ?? 0) - (times[at] ?? 0);
    // Behind the break and its delimiter, 0x55 has five falling edges, two bits apart.
    const [first, fifth] = [times[at + 2] ?? 0, times[at + 10] ?? 0];
    const bitMs = (fifth - first) / 8;
    if (low < breakBits * bitMs || !isEven(times, at + 2, bitMs)) continue;
    if (bitMs < 3 * signal.stepMs)
      return `Too few samples: ${(bitMs / signal.stepMs).toFixed(1)} for each bit. ${Math.ceil(5000 / bitMs)} samples a second or more are needed.`;
    bits.push(bitMs);
    frames.push(frameBehind(toggles, at, first + 10 * bitMs, bitMs));
  }
  if (frames.length === 0) return 'No break with a synchronisation behind it is in this capture.';
  return { bitUs: (bits.reduce((sum, one) => sum + one, 0) / bits.length) * 1000, frames };
}

const isEven = (times: Float64Array, from: number, bitMs: number): boolean =>
  Array.from({ length: 8 }, (_, index) => (times[from + index + 1] ?? 0) - (times[from + index] ?? 0)).every(
    (length) => Math.abs(length / bitMs - 1) < 0.4,
  );

/** @param at the number of the edge with which the break begins */
function frameBehind(toggles: Toggles, at: number, fromMs: number, bitMs: number): LinFrame {
  const { times, isHighFirst } = toggles;
  const bytes: number[] = [];
  const isHigh = makeReader(toggles, at);
  let [after, edge] = [fromMs - bitMs / 2, at];
  while (bytes.length <= mostBytes) {
    // A byte begins with a falling edge, soon behind the one before it.
    while (edge < times.length && ((times[edge] ?? 0) <= after || isHighFirst !== (edge % 2 === 0))) edge += 1;
    const start = times[edge];
    if (start === undefined || start - after > 15 * bitMs) break;
    const bits = Array.from({ length: 10 }, (_, index) => (isHigh(start + (index + 0.5) * bitMs) ? 1 : 0));
    // Without a stop bit it is the break of the next frame.
    if (start + 9.5 * bitMs > toggles.endMs || bits[0] === 1 || bits[9] === 0) break;
    bytes.push(bits.slice(1, 9).reduce<number>((value, bit, index) => value + bit * 2 ** index, 0));
    after = start + 9.5 * bitMs;
  }
  const [said = 0, ...rest] = bytes;
  const [data, checksum] = [rest.slice(0, -1), rest.at(-1)];
  const id = said & 63;
  const isClassic = checksum === linChecksum(data, 0);
  const isEnhanced = checksum === linChecksum(data, said);
  return {
    atMs: times[at] ?? 0,
    id,
    isParityRight: protectedId(id) === said,
    data,
    checksum: isEnhanced ? 'enhanced' : isClassic ? 'classic' : null,
  };
}
