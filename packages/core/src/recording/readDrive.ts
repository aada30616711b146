import { ok, type Result } from '../result/index.js';
import {
  type Driven,
  type DrivenLevels,
  type DriveSpec,
  type DriveStretch,
  type DriveTrace,
  type HeldLevel,
  limitsOfDrive,
  mostTracePoints,
} from '../spec/index.js';
import { type AccuracyOf, type ComparedRows, compareRows, type FoundValues, findValues } from './comparedRows.js';
import {
  type DriveRows,
  driveRowsOf,
  highestHeld,
  type Level,
  lengthOfRun,
  type Run,
  runsWhere,
  wholeRun,
} from './driveRows.js';
import { noValue, type Recording, rowFrom } from './recording.js';

export interface ReadDrive extends Driven {
  readonly trace: DriveTrace;
}

/**
 * Reads from a recording what the limits of a plan ask for: the highest and the lowest level of what is compared that was held for longer than it
 * may be outside, while the conditions held.
 * @returns a sentence where the recording lacks a value, or has it in a unit of another kind
 */
export function readDrive(recording: Recording, spec: DriveSpec, accuracyOf: AccuracyOf): Result<ReadDrive, string> {
  const found = findValues(recording, spec, accuracyOf);
  if (!found.ok) return found;
  const compared = compareRows(spec, found.value, recording.times.length);
  const counts = countedRows(spec, found.value, compared);
  const rows = driveRowsOf(recording.times);
  const heldMs = spec.mayLastSeconds * 1000;
  const runs = runsWhere(rows, wholeRun(rows), (row) => counts[row] === 1).filter(
    (run) => lengthOfRun(rows, run) > heldMs,
  );
  const limits = limitsOfDrive(spec);
  const levels = compared.map((one) => levelsOf(one, rows, runs, heldMs, limits));
  return ok({
    countedSeconds: runs.reduce((sum, run) => sum + lengthOfRun(rows, run), 0) / 1000,
    heldSeconds: spec.mayLastSeconds,
    levels,
    trace: traceAround(recording, compared, worstStretch(levels, limits, heldMs)),
  });
}

/** 1 for each row in which all conditions hold and what is compared can be said. */
function countedRows({ during }: DriveSpec, values: FoundValues, compared: readonly ComparedRows[]): Uint8Array {
  const conditions = during.map(({ of, min, max }) => ({
    held: values.get(of)?.held,
    min: min ?? Number.NEGATIVE_INFINITY,
    max: max ?? Number.POSITIVE_INFINITY,
  }));
  const counts = new Uint8Array(compared[0]?.values.length ?? 0);
  for (let row = 0; row < counts.length; row += 1) {
    const isMet = conditions.every(({ held, min, max }) => {
      const value = held?.[row] ?? Number.NaN;
      return Number.isFinite(value) && value >= min && value <= max;
    });
    if (isMet && compared.every((one) => !Number.isNaN(one.values[row]))) counts[row] = 1;
  }
  return counts;
}

type Limits = ReturnType<typeof limitsOfDrive>;

/** What one thing that is compared showed; a stretch beyond a limit is given whole. */
function levelsOf(
  compared: ComparedRows,
  rows: DriveRows,
  runs: readonly Run[],
  heldMs: number,
  limits: Limits,
): DrivenLevels {
  const { of, values } = compared;
  const there = runs.flatMap((run) => runsWhere(rows, run, (row) => Number.isFinite(values[row])));
  const side = (sign: 1 | -1, limit: number | null): HeldLevel | null => {
    const turned = sign === 1 ? values : values.map((value) => -value);
    const edge = limit === null ? Number.POSITIVE_INFINITY : sign * limit;
    const level = highestOf(there.map((run) => highestHeld(turned, rows, run, heldMs)));
    if (!level) return null;
    const run = there.find(({ first, last }) => first <= level.row && level.row <= last) ?? wholeRun(rows);
    return {
      value: Number((sign * level.value).toPrecision(12)),
      uncertainty: compared.uncertaintyAt(level.row),
      ...stretchOf(rows, stretchAt(turned, rows, run, level, edge)),
    };
  };
  const gone = runs
    .flatMap((run) => runsWhere(rows, run, (row) => values[row] === noValue))
    .sort((a, b) => lengthOfRun(rows, b) - lengthOfRun(rows, a))[0];
  return { of, highest: side(1, limits.max), lowest: side(-1, limits.min), gone: gone ? stretchOf(rows, gone) : null };
}

const highestOf = (levels: readonly (Level | undefined)[]): Level | undefined =>
  levels.reduce((best, level) => (level && (!best || level.value > best.value) ? level : best), undefined);

const stretchOf = ({ from, to }: DriveRows, { first, last }: Run): DriveStretch => ({
  fromMs: from[first] ?? 0,
  toMs: to[last] ?? 0,
});

/** The time around a level: all of it beyond the limit where it lies beyond one, else only that at the level itself. */
function stretchAt(values: Float64Array, rows: DriveRows, run: Run, level: Level, limit: number): Run {
  const around = runsWhere(rows, run, (row) => {
    const value = values[row] ?? Number.NaN;
    return level.value > limit ? value > limit : value >= level.value;
  });
  const isAround = ({ first, last }: Run) => first <= level.row && level.row <= last;
  return around.find(isAround) ?? { first: level.row, last: level.row };
}

/** Where to look: a time without a value, or what is farthest beyond a limit or nearest to it. */
function worstStretch(levels: readonly DrivenLevels[], { min, max }: Limits, heldMs: number): DriveStretch | undefined {
  // Where a side is open, nothing is near its limit.
  const [least, most] = [min ?? Number.NEGATIVE_INFINITY, max ?? Number.POSITIVE_INFINITY];
  const all = levels.flatMap(({ highest, lowest, gone }) => [
    ...(gone && gone.toMs - gone.fromMs > heldMs ? [{ ...gone, beyond: Number.POSITIVE_INFINITY }] : []),
    ...(highest ? [{ ...highest, beyond: highest.value - most }] : []),
    ...(lowest ? [{ ...lowest, beyond: least - lowest.value }] : []),
  ]);
  return all.sort((a, b) => b.beyond - a.beyond)[0];
}

const aroundMs = 5000;

/** What was compared from a while before a stretch to a while after it. */
function traceAround(
  { times }: Recording,
  compared: readonly ComparedRows[],
  stretch: DriveStretch | undefined,
): DriveTrace {
  if (!stretch) return { ms: [], lines: [] };
  const [first, end] = [rowFrom(times, stretch.fromMs - aroundMs), rowFrom(times, stretch.toMs + aroundMs)];
  const step = Math.max(1, Math.ceil((end - first) / mostTracePoints));
  const rows = Array.from({ length: Math.ceil((end - first) / step) }, (_, index) => first + index * step);
  const known = (value: number | undefined) => (Number.isFinite(value) ? Number(value?.toPrecision(6)) : null);
  return {
    ms: rows.map((row) => Math.round(times[row] ?? 0)),
    lines: compared.map(({ of, drawn }) => ({ of, values: rows.map((row) => known(drawn[row])) })),
  };
}
