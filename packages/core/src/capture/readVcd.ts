import { failed, ok, type Result } from '../result/index.js';
import { channelNamed, type ReadCapture } from './capture.js';

/** Changes of one signal: when, in steps of the dump, and to what. */
interface Changes {
  readonly name: string;
  readonly times: number[];
  readonly values: number[];
}

// A dump counts in steps far smaller than its signals need: more samples than that are not made of it.
const mostOfOne = 5_000_000;
const mostSignals = 64;

const unitMs: Readonly<Record<string, number>> = { s: 1000, ms: 1, us: 1e-3, ns: 1e-6, ps: 1e-9, fs: 1e-12 };

/**
 * Reads a value-change dump of logic signals (IEEE 1364, clause 18). A signal that is unknown or not driven is not a number; one of several
 * bits is the number that they make. The problem is a sentence.
 */
export function readVcd(text: string, startedAtMs: number): Result<ReadCapture, string> {
  const scale = /\$timescale\s+(\d+)\s*(s|ms|us|ns|ps|fs)\s+\$end/.exec(text);
  if (!scale || !text.includes('$enddefinitions'))
    return failed('This is no value-change dump, or its head is cut off.');
  const tickMs = Number(scale[1]) * (unitMs[scale[2] ?? ''] ?? 1);
  const bodyAt = text.indexOf('$end', text.indexOf('$enddefinitions')) + 4;
  const byId = declaredIn(text.slice(0, bodyAt));
  if (byId.size === 0) return failed('This value-change dump names no signal.');
  if (byId.size > mostSignals)
    return failed(`This value-change dump has ${byId.size} signals; up to ${mostSignals} are read.`);
  const times = takeChanges(text, bodyAt, byId);
  if (typeof times === 'string') return failed(times);
  const span = times.last - times.first;
  if (span <= 0) return failed('Nothing changes in this value-change dump.');
  const step = Math.max(times.divisor, Math.ceil(span / mostOfOne / times.divisor) * times.divisor);
  const count = Math.floor(span / step) + 1;
  const channels = [...byId.values()].map((one, index) =>
    channelNamed(one.name, index, '', samplesOf(one, times.first, step, count)),
  );
  const notes =
    step > times.divisor ? [`Edges stand within ${(step * tickMs * 1000).toPrecision(3)} µs: the dump is long.`] : [];
  return ok({ capture: { startedAtMs, stepMs: step * tickMs, channels, marks: [] }, notes });
}

function declaredIn(head: string): Map<string, Changes> {
  const byId = new Map<string, Changes>();
  for (const [, id = '', name = ''] of head.matchAll(/\$var\s+\w+\s+\d+\s+(\S+)\s+(.+?)\s+\$end/g))
    if (!byId.has(id)) byId.set(id, { name, times: [], values: [] });
  return byId;
}

interface Times {
  readonly first: number;
  readonly last: number;
  /** The greatest that all of them are multiples of. */
  readonly divisor: number;
}

/** Puts the changes to their signals. @returns the times between which they stand, or a sentence */
function takeChanges(text: string, from: number, byId: ReadonlyMap<string, Changes>): Times | string {
  let [first, now, divisor] = [Number.NaN, 0, 0];
  const words = /\S+/g;
  words.lastIndex = from;
  for (let found = words.exec(text); found; found = words.exec(text)) {
    const [token] = found;
    if (token.startsWith('#')) {
      const time = Number(token.slice(1));
      if (!Number.isSafeInteger(time)) return 'A time in this value-change dump is no whole number.';
      if (time < now) return 'Time runs backwards in this value-change dump.';
      if (Number.isNaN(first)) first = time;
      else divisor = greatestDivisor(divisor, time - now);
      now = time;
    } else if (/^[01xzXZ]/.test(token)) {
      // The value and the signal in one word.
      put(byId.get(token.slice(1)), now, bitOf(token[0] ?? ''));
    } else if (/^[bBrR]/.test(token)) {
      const id = words.exec(text)?.[0] ?? '';
      const value = token.slice(1);
      put(byId.get(id), now, /^r/i.test(token) ? Number(value) : bitsOf(value));
    }
  }
  return Number.isNaN(first) ? 'This value-change dump has no times.' : { first, last: now, divisor: divisor || 1 };
}

function put(changes: Changes | undefined, time: number, value: number): void {
  changes?.times.push(time);
  changes?.values.push(value);
}

const bitOf = (sign: string): number => (sign === '0' ? 0 : sign === '1' ? 1 : Number.NaN);
const bitsOf = (bits: string): number => (/^[01]+$/.test(bits) ? Number.parseInt(bits, 2) : Number.NaN);

function greatestDivisor(a: number, b: number): number {
  let [larger, smaller] = [a, b];
  while (smaller > 0) [larger, smaller] = [smaller, larger % smaller];
  return larger;
}

function samplesOf({ times, values }: Changes, first: number, step: number, count: number): Float32Array {
  const samples = new Float32Array(count).fill(Number.NaN);
  for (const [index, time] of times.entries()) {
    const from = Math.max(0, Math.ceil((time - first) / step));
    const next = times[index + 1];
    const to = next === undefined ? count : Math.min(count, Math.ceil((next - first) / step));
    samples.fill(values[index] ?? Number.NaN, from, to);
  }
  return samples;
}
