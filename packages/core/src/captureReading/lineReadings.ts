import type { Known } from '../captureSource/index.js';
import {
  type CanErrorKind,
  type CanFrame,
  canFaults,
  readCan,
  readCanLevels,
  readLin,
  readSent,
} from '../serialLine/index.js';
import type { Signal } from '../waveform/index.js';
import { type Finding, makeFacts } from './fact.js';
import { detectors } from './known.js';

export function asSent(signal: Signal, { nibbles }: Known): Finding | string {
  const read = readSent(signal, nibbles ?? 6);
  if (typeof read === 'string') return read;
  const wrong = read.frames.filter(({ isCrcRight }) => !isCrcRight);
  const channel = (data: readonly number[], from: number) =>
    data.slice(from, from + 3).reduce((sum, one) => sum * 16 + one, 0);
  const last = read.frames.at(-1);
  const fact = makeFacts(detectors.sent.facts, '');
  return {
    facts: [
      fact('tick', read.tickUs),
      fact('frames', read.frames.length),
      fact('wrong', wrong.length),
      fact('broken', read.broken),
      ...(last ? [fact('first', channel(last.data, 0))] : []),
      ...(last && last.data.length === 6 ? [fact('second', channel(last.data, 3))] : []),
    ],
    notes: [
      `${read.hasPause ? 'With' : 'Without'} a pause between frames.`,
      ...read.slow.map(
        ({ format, id, value, isCrcRight }) =>
          `Slow message ${id}, ${format}: ${value}${isCrcRight ? '' : ', checksum wrong'}.`,
      ),
    ],
    flags: wrong.map(({ atMs }) => ({ atMs, text: 'checksum' })),
    sureness: null,
  };
}

const hex = (number: number): string => number.toString(16).toUpperCase();
// More than that nobody reads.
export const mostListed = 12;

/** Each message with how often it came and what it had last. */
function messagesOf(frames: readonly Pick<CanFrame, 'id' | 'data'>[]): readonly string[] {
  const byId = new Map<number, { times: number; data: readonly number[] }>();
  for (const { id, data } of frames) byId.set(id, { times: (byId.get(id)?.times ?? 0) + 1, data });
  const all = [...byId].sort(([a], [b]) => a - b);
  const lines = all
    .slice(0, mostListed)
    .map(
      ([id, { times, data }]) =>
        `${hex(id)}: ${times} times, last ${data.map((byte) => hex(byte).padStart(2, '0')).join(' ')}`,
    );
  return all.length > mostListed ? [...lines, `and ${all.length - mostListed} more`] : lines;
}

const errorNames: Readonly<Record<CanErrorKind, string>> = {
  errorFlag: 'error flag',
  stuffing: 'broken off',
  checksum: 'checksum',
  form: 'form',
};

export function asCan(signal: Signal, { isLowActive }: Known): Finding | string {
  const read = readCan(signal, !isLowActive);
  if (typeof read === 'string') return read;
  const fact = makeFacts(detectors.can.facts, '');
  return {
    facts: [
      fact('bit', read.bitUs),
      fact('frames', read.frames.length),
      fact('broken', read.errors.length),
      fact('errorFlags', read.errors.filter(({ kind }) => kind === 'errorFlag').length),
      fact('checksums', read.errors.filter(({ kind }) => kind === 'checksum').length),
      fact('unacknowledged', read.frames.filter(({ isAcknowledged }) => !isAcknowledged).length),
    ],
    notes: messagesOf(read.frames),
    flags: read.errors.map(({ atMs, kind }) => ({ atMs, text: errorNames[kind] })),
    sureness: null,
  };
}

/** What the levels of both lines of a bus say; the other line is the only other channel. */
export function asCanPair(signal: Signal, { isLowActive }: Known, siblings: readonly Signal[]): Finding | string {
  const [other, ...more] = siblings;
  if (!other || more.length > 0) return 'The levels are read of a capture of two channels: CAN high and CAN low.';
  const fault = isLowActive ? readCanLevels(other, signal) : readCanLevels(signal, other);
  return { facts: [], notes: [canFaults[fault]], flags: [], sureness: null };
}

export function asLin(signal: Signal): Finding | string {
  const read = readLin(signal);
  if (typeof read === 'string') return read;
  const silent = read.frames.filter(({ data }) => data.length === 0);
  const wrong = read.frames.filter(({ data, checksum }) => data.length > 0 && checksum === null);
  const fact = makeFacts(detectors.lin.facts, '');
  return {
    facts: [
      fact('bit', read.bitUs),
      fact('frames', read.frames.length),
      fact('silent', silent.length),
      fact('wrong', wrong.length),
    ],
    notes: messagesOf(read.frames),
    flags: [
      ...silent.map(({ atMs }) => ({ atMs, text: 'no answer' })),
      ...wrong.map(({ atMs }) => ({ atMs, text: 'checksum' })),
    ],
    sureness: null,
  };
}
