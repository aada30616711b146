import { type Channel, gapMs, noValue, type Recording, rowFrom } from './recording.js';

/** A time in which something was so, in ms since the recording began. */
export interface Stretch {
  readonly fromMs: number;
  readonly toMs: number;
}

/** What is looked for in a recording. */
export type Question =
  /** One value is further from another than that. */
  | { readonly kind: 'differs'; readonly a: string; readonly b: string; readonly moreThan: number }
  /** A value is none while all of some others have one. */
  | { readonly kind: 'dropsOutAlone'; readonly a: string; readonly others: readonly string[] }
  /** A value does not change at all for so long, while the vehicle is told to be in use by another value that does. */
  | { readonly kind: 'stuck'; readonly a: string; readonly forMs: number; readonly whileMoves: string | null }
  /** A value is less than the least, or more than the most. */
  | { readonly kind: 'outside'; readonly a: string; readonly min: number | null; readonly max: number | null };

/**
 * Where it is so. A moment in which it cannot be said, as a value was not read, ends a stretch after a while, and does not begin one.
 * @returns the stretches in their order; none for channels that the recording does not have
 */
export function findStretches(recording: Recording, question: Question): readonly Stretch[] {
  switch (question.kind) {
    case 'differs': {
      const [a, b] = [held(recording, question.a), held(recording, question.b)];
      return a && b ? stretches(recording.times, (row) => isApart(a[row], b[row], question.moreThan)) : [];
    }
    case 'outside': {
      const a = held(recording, question.a);
      return a ? stretches(recording.times, (row) => isOutside(a[row], question)) : [];
    }
    case 'dropsOutAlone': {
      const a = held(recording, question.a);
      const others = question.others.flatMap((key) => held(recording, key) ?? []);
      if (!a || others.length === 0) return [];
      return stretches(recording.times, (row) =>
        isAlone(
          a[row],
          others.map((values) => values[row]),
        ),
      );
    }
    case 'stuck':
      return stuckStretches(recording, question);
  }
}

const channelOf = ({ channels }: Recording, key: string): Channel | undefined =>
  channels.find((channel) => channel.key === key);

/** The values of a channel, each held until the next one, for as long as a gap may be; `noValue` is held too. */
export function held(recording: Recording, key: string): Float64Array | undefined {
  const channel = channelOf(recording, key);
  if (!channel) return undefined;
  const { times } = recording;
  const values = new Float64Array(channel.values.length).fill(Number.NaN);
  let [last, lastMs] = [Number.NaN, Number.NEGATIVE_INFINITY];
  for (let row = 0; row < values.length; row += 1) {
    const [value, atMs] = [channel.values[row] ?? Number.NaN, times[row] ?? 0];
    if (!Number.isNaN(value)) [last, lastMs] = [value, atMs];
    if (atMs - lastMs <= gapMs) values[row] = last;
  }
  return values;
}

const isThere = (value: number | undefined): value is number =>
  value !== undefined && !Number.isNaN(value) && value !== noValue;

/** `undefined` where it cannot be said. */
type Said = boolean | undefined;

const isApart = (a: number | undefined, b: number | undefined, moreThan: number): Said =>
  isThere(a) && isThere(b) ? Math.abs(a - b) > moreThan : undefined;

const isOutside = (
  a: number | undefined,
  { min, max }: { readonly min: number | null; readonly max: number | null },
): Said => (isThere(a) ? (min !== null && a < min) || (max !== null && a > max) : undefined);

function isAlone(a: number | undefined, others: readonly (number | undefined)[]): Said {
  if ([a, ...others].some((value) => value === undefined || Number.isNaN(value))) return undefined;
  return a === noValue && others.every(isThere);
}

/** From the first row in which it is so to the last in a row; a row in which it cannot be said is passed over while no gap comes of it. */
function stretches(times: Float64Array, isSo: (row: number) => Said): readonly Stretch[] {
  const found: Stretch[] = [];
  let open: { fromMs: number; toMs: number } | undefined;
  const close = () => {
    if (open) found.push(open);
    open = undefined;
  };
  for (let row = 0; row < times.length; row += 1) {
    const atMs = times[row] ?? 0;
    const said = isSo(row);
    if (open && (said === false || atMs - open.toMs > gapMs)) close();
    if (said !== true) continue;
    open ??= { fromMs: atMs, toMs: atMs };
    open.toMs = atMs;
  }
  close();
  return found;
}

function stuckStretches(
  recording: Recording,
  { a, forMs, whileMoves }: Extract<Question, { kind: 'stuck' }>,
): readonly Stretch[] {
  const values = held(recording, a);
  if (!values) return [];
  const { times } = recording;
  const other = whileMoves === null ? undefined : held(recording, whileMoves);
  if (whileMoves !== null && !other) return [];
  let still = Number.NaN;
  const same = stretchesOfSame(times, (row) => {
    const value = values[row];
    if (!isThere(value)) return undefined;
    const isSame = value === still;
    still = value;
    return isSame;
  });
  return same.filter(({ fromMs, toMs }) => toMs - fromMs >= forMs && (!other || moves(times, other, fromMs, toMs)));
}

/** Like `stretches`, each from the row before the first that repeats. */
function stretchesOfSame(times: Float64Array, isSame: (row: number) => Said): readonly Stretch[] {
  let before = 0;
  const from: number[] = [];
  const found = stretches(times, (row) => {
    const said = isSame(row);
    from[row] = before;
    if (said !== undefined) before = times[row] ?? 0;
    return said;
  });
  return found.map(({ fromMs, toMs }) => ({ fromMs: from[rowFrom(times, fromMs)] ?? fromMs, toMs }));
}

/** Whether a value changes between two times. */
function moves(times: Float64Array, values: Float64Array, fromMs: number, toMs: number): boolean {
  let first: number | undefined;
  for (let row = rowFrom(times, fromMs); row < times.length && (times[row] ?? 0) <= toMs; row += 1) {
    const value = values[row];
    if (!isThere(value)) continue;
    first ??= value;
    if (value !== first) return true;
  }
  return false;
}

/** What stretches come to, against the whole. */
export interface StretchSum {
  readonly count: number;
  /** Of all of it, 0 to 1. */
  readonly share: number;
  readonly longestMs: number;
}

export function sumOf(found: readonly Stretch[], wholeMs: number): StretchSum {
  const lengths = found.map(({ fromMs, toMs }) => toMs - fromMs);
  const sum = lengths.reduce((all, one) => all + one, 0);
  return { count: found.length, share: wholeMs > 0 ? sum / wholeMs : 0, longestMs: Math.max(0, ...lengths) };
}

/** What a channel was between two moments. */
export interface Between {
  readonly count: number;
  readonly least: number;
  readonly mean: number;
  readonly most: number;
  readonly first: number;
  readonly last: number;
  /** The last less the first. */
  readonly difference: number;
  /** By how much it changed in a second; 0 where there is no time between them. */
  readonly rate: number;
}

/** @returns `undefined` where there is no value between them */
export function betweenMarkers(
  { times }: Recording,
  { values }: Channel,
  aMs: number,
  bMs: number,
): Between | undefined {
  const [fromMs, toMs] = [Math.min(aMs, bMs), Math.max(aMs, bMs)];
  let [count, sum, least, most] = [0, 0, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  let [first, last, firstMs, lastMs] = [0, 0, 0, 0];
  for (let row = rowFrom(times, fromMs); row < times.length && (times[row] ?? 0) <= toMs; row += 1) {
    const value = values[row];
    if (!isThere(value)) continue;
    if (count === 0) [first, firstMs] = [value, times[row] ?? 0];
    [last, lastMs] = [value, times[row] ?? 0];
    count += 1;
    sum += value;
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  if (count === 0) return undefined;
  const rate = lastMs > firstMs ? ((last - first) * 1000) / (lastMs - firstMs) : 0;
  return { count, least, mean: sum / count, most, first, last, difference: last - first, rate };
}
