import type { LiveSample } from '../liveValue/index.js';

/**
 * Values of a vehicle over a drive, on one row of times. A row stands for `rowMs`; what a value was in a row is a number, `NaN` where it was
 * not read in that time, or `noValue` where its unit said that it has none.
 */
export interface Recording {
  /** When it began, in ms since 1970, by the clock of the device. */
  readonly startedAtMs: number;
  /** ms since it began, rising. */
  readonly times: Float64Array;
  readonly channels: readonly Channel[];
  readonly marks: readonly Mark[];
}

/** A value over the rows of its recording. */
export interface Channel extends ChannelInfo {
  readonly values: Float64Array;
}

export interface ChannelInfo {
  /** Unit and value on the vehicle line, such as `A10.boostPressure`. */
  readonly key: string;
  readonly name: string;
  readonly unitName: string;
  readonly unit: string;
}

/** A moment that was marked while it was recorded. */
export interface Mark {
  /** ms since the recording began. */
  readonly atMs: number;
  readonly text: string;
}

/** The unit answered, and said that it has no value. */
export const noValue = Number.NEGATIVE_INFINITY;

/** Ten rows a second: no value is read more often. */
export const rowMs = 100;

/** A channel that was not read for so long has a gap: it is not drawn over. */
export const gapMs = 1500;

/** How long a recording is, in ms. */
export const lengthOf = ({ times }: Pick<Recording, 'times'>): number => times.at(-1) ?? 0;

/** Collects what comes while a drive is recorded. */
export interface Recorder {
  readonly add: (key: string, sample: LiveSample) => void;
  /** The rows from one up to, but not including, another: each channel in the order in which they were given. The newest may still change. */
  readonly rows: (from: number, to: number) => RecordedRows;
  /** How many rows there are. */
  readonly count: () => number;
}

/** Some rows of a recording that goes on. */
export interface RecordedRows {
  readonly times: Float64Array;
  /** One for each channel. */
  readonly columns: readonly Float64Array[];
}

/**
 * Puts samples as they come into rows. Of several in one row the last stands. A clock that jumps back writes into the newest row; one that
 * jumps ahead leaves a gap.
 */
export function makeRecorder(keys: readonly string[], startedAtMs: number): Recorder {
  const columnOf = new Map(keys.map((key, index) => [key, index]));
  const times: number[] = [];
  const columns = keys.map((): number[] => []);
  const rowAt = (atMs: number): number => {
    const time = Math.floor((atMs - startedAtMs) / rowMs) * rowMs;
    const newest = times.at(-1);
    if (newest !== undefined && time <= newest) return times.length - 1;
    times.push(Math.max(0, time));
    for (const column of columns) column.push(Number.NaN);
    return times.length - 1;
  };
  return {
    add: (key, { atMs, value }) => {
      const column = columns[columnOf.get(key) ?? -1];
      if (column) column[rowAt(atMs)] = value ?? noValue;
    },
    rows: (from, to) => ({
      times: Float64Array.from(times.slice(from, to)),
      columns: columns.map((column) => Float64Array.from(column.slice(from, to))),
    }),
    count: () => times.length,
  };
}

/** A recording of pieces that were kept one after the other. */
export function recordingOf(
  startedAtMs: number,
  channels: readonly ChannelInfo[],
  pieces: readonly RecordedRows[],
  marks: readonly Mark[],
): Recording {
  return {
    startedAtMs,
    times: joined(pieces.map(({ times }) => times)),
    channels: channels.map((channel, index) => ({
      ...channel,
      values: joined(pieces.map(({ columns }) => columns[index] ?? new Float64Array())),
    })),
    marks,
  };
}

function joined(parts: readonly Float64Array[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** The first row at or after a time, by halving; as many as there are rows where all are before. */
export function rowFrom(times: Float64Array, atMs: number): number {
  let [low, high] = [0, times.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((times[middle] ?? 0) < atMs) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The value of a channel at a moment: the last that was read, if that is not too long ago and there was one. */
export function valueAt({ times }: Pick<Recording, 'times'>, values: Float64Array, atMs: number): number | undefined {
  for (let row = rowFrom(times, atMs + 1) - 1; row >= 0 && atMs - (times[row] ?? 0) <= gapMs; row -= 1) {
    const value = values[row] ?? Number.NaN;
    if (value === noValue) return undefined;
    if (!Number.isNaN(value)) return value;
  }
  return undefined;
}
