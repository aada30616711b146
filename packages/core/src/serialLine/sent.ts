import { fallingTimes, findEdges, type Signal } from '../waveform/index.js';
import { sentCrc } from './sentCrc.js';
import { type SlowMessage, slowMessages } from './sentSlow.js';

/** One frame of SENT (SAE J2716): a status nibble, data nibbles and a checksum. */
export interface SentFrame {
  readonly atMs: number;
  readonly status: number;
  readonly data: readonly number[];
  readonly isCrcRight: boolean;
}

export interface SentReading {
  readonly tickUs: number;
  readonly frames: readonly SentFrame[];
  /** Frames that began and were no frame: a pulse that is none, or a synchronisation that differs too much. */
  readonly broken: number;
  readonly slow: readonly SlowMessage[];
  readonly hasPause: boolean;
}

const [syncTicks, leastTicks, mostTicks] = [56, 12, 27];
// SAE J2716: two synchronisation pulses that follow each other differ by at most 1/64; a clock by at most a quarter.
const nearSync = 0.25;

/**
 * Reads the frames of a SENT line from the times between its falling edges: 56 ticks for the synchronisation, then 12 ticks and its value for each
 * nibble.
 * @param nibbles of data in a frame, 1 to 6 @returns a sentence where there is no frame
 */
export function readSent(signal: Signal, nibbles: number): SentReading | string {
  const falls = fallingTimes(findEdges(signal));
  if (falls.length < nibbles + 4) return 'No whole frame is in this capture.';
  const sync = syncOf(falls, nibbles);
  if (sync === undefined) return 'No synchronisation pulse with a frame behind it is in this capture.';
  const tick = sync / syncTicks;
  if (tick < 1.5 * signal.stepMs)
    return `Too few samples: ${(tick / signal.stepMs).toFixed(1)} for each tick of ${(tick * 1000).toFixed(1)} µs. ${Math.ceil(3000 / tick)} samples a second or more are needed.`;
  const frames: SentFrame[] = [];
  let [broken, hasPause, at] = [0, false, 0];
  while (at + nibbles + 3 < falls.length) {
    const length = (falls[at + 1] ?? 0) - (falls[at] ?? 0);
    if (Math.abs(length / sync - 1) > nearSync) {
      at += 1;
      continue;
    }
    const values = nibblesFrom(falls, at + 1, nibbles + 2, length / syncTicks);
    if (!values) {
      broken += 1;
      at += 1;
      continue;
    }
    const [status = 0, ...rest] = values;
    const data = rest.slice(0, nibbles);
    frames.push({ atMs: falls[at] ?? 0, status, data, isCrcRight: sentCrc(data) === rest[nibbles] });
    at += nibbles + 3;
    const next = ((falls[at + 1] ?? 0) - (falls[at] ?? 0)) / sync;
    if (Math.abs(next - 1) > nearSync) hasPause = true;
  }
  return { tickUs: tick * 1000, frames, broken, slow: slowMessages(frames), hasPause };
}

/** @returns `undefined` where a time is none of a nibble */
function nibblesFrom(falls: Float64Array, from: number, count: number, tick: number): readonly number[] | undefined {
  const values: number[] = [];
  for (let at = from; at < from + count; at += 1) {
    const ticks = ((falls[at + 1] ?? 0) - (falls[at] ?? 0)) / tick;
    const whole = Math.round(ticks);
    if (whole < leastTicks || whole > mostTicks || Math.abs(ticks - whole) > 0.45) return undefined;
    values.push(whole - leastTicks);
  }
  return values;
}

/** The length of the synchronisation: the one at which most frames have a right checksum, of those that come often. */
function syncOf(falls: Float64Array, nibbles: number): number | undefined {
  let [best, bestCount] = [undefined as number | undefined, 0];
  for (let at = 0; at + nibbles + 3 < Math.min(falls.length, 400); at += 1) {
    const length = (falls[at + 1] ?? 0) - (falls[at] ?? 0);
    const values = nibblesFrom(falls, at + 1, nibbles + 2, length / syncTicks);
    if (!values || sentCrc(values.slice(1, nibbles + 1)) !== values[nibbles + 1]) continue;
    let count = 0;
    for (let other = at; other + 1 < Math.min(falls.length, at + 400); other += 1)
      if (Math.abs(((falls[other + 1] ?? 0) - (falls[other] ?? 0)) / length - 1) < 1 / 64) count += 1;
    if (count > bestCount) [best, bestCount] = [length, count];
  }
  return best;
}
