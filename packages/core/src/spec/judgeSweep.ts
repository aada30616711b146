import { formatPlain, formatQuantity, type Reading } from '../reading/index.js';
import { judgeReading, type UncertaintyOf, verdictOf, worstOf } from './judge.js';
import type { JudgedRow, JudgedSeries } from './series.js';
import type { RowLimits, SweepSpec } from './spec.js';
import { boundsOf, sweepCases, zonesOf } from './zonesOf.js';

type Row = SweepSpec['rows'][number];

/** Judges readings at commanded values: which rows fail, and the pattern that they make together. */
export function judgeSweep(spec: SweepSpec, readings: readonly Reading[], uncertaintyOf: UncertaintyOf): JudgedSeries {
  const rows = readings.map((reading, index) => judgeRow(spec, spec.rows[index] as Row, reading, uncertaintyOf));
  const kind = worstOf(rows.map(({ verdict }) => verdict));
  const out = rows.filter(({ verdict }) => !verdict.zone.ok);
  const pattern = out.length === 0 ? 'inSpec' : patternOf(spec, rows);
  const note = `${sayPattern(spec, rows, pattern)}${sayRows(rows, out)}`;
  return { rows, reading: undefined, verdict: verdictOf(sweepCases[pattern], kind, note) };
}

/** Judges one row; the others need not have been read yet. */
export function judgeRow(
  spec: SweepSpec,
  { at, limits }: Row,
  reading: Reading,
  uncertaintyOf: UncertaintyOf,
): JudgedRow {
  const verdict = judgeReading({ line: zonesOf(limits), uncertainty: 0, says: '' }, reading, uncertaintyOf(reading));
  return { label: formatQuantity(at, spec.commandUnit), reading, verdict };
}

function sayRows(rows: readonly JudgedRow[], out: readonly JudgedRow[]): string {
  if (out.length === 0) return `All ${rows.length} rows are in spec.`;
  const named = out.slice(0, 3).map(({ label }) => label);
  const more = out.length > named.length ? ` and ${out.length - named.length} more` : '';
  return `${out.length} of ${rows.length} rows out of spec: at ${named.join(', ')}${more}.`;
}

export type SweepPattern = Exclude<keyof typeof sweepCases, 'inSpec'>;

interface Point {
  readonly expected: number;
  readonly actual: number;
  /** Half the width of the row's limits. */
  readonly half: number;
}

/** A row's expected value: its nominal, or the middle of its limits; `undefined` where one side is open. */
export function expectedOf(limits: RowLimits): number | undefined {
  if (limits.kind === 'tolerance') return limits.nominal;
  const [min, max] = boundsOf(limits);
  return min === null || max === null ? undefined : (min + max) / 2;
}

function pointsOf(spec: SweepSpec, rows: readonly JudgedRow[]): Point[] {
  return rows.flatMap(({ reading }, index) => {
    const limits = spec.rows[index]?.limits;
    const expected = limits && expectedOf(limits);
    const [min, max] = limits ? boundsOf(limits) : [null, null];
    if (reading.kind !== 'exact' || expected === undefined || min === null || max === null) return [];
    return [{ expected, actual: reading.value, half: (max - min) / 2 }];
  });
}

// A slope below this is no following any more.
const stuckSlope = 0.1;

/**
 * The pattern of a sweep that fails, from straight lines through actual over expected. The simplest line within the tolerance of its rows
 * wins: one that is shifted (offset), one that is tilted about nothing (gain), both (whichever moves the rows more), else scatter.
 * Where expected values hardly differ, or too few rows have a number, it is scatter; two are enough to see that nothing follows.
 * Source: ordinary least squares.
 */
export function patternOf(spec: SweepSpec, rows: readonly JudgedRow[]): SweepPattern {
  const points = pointsOf(spec, rows);
  const span = spanOf(points.map(({ expected }) => expected));
  if (points.length < 2 || span === 0) return 'scatter';
  const { slope, intercept } = fit(points);
  const lineFits = isWithin(points, ({ expected }) => intercept + slope * expected);
  if (Math.abs(slope) < stuckSlope && lineFits) return 'stuck';
  if (points.length < 3) return 'scatter';
  const shift = mean(points.map(({ expected, actual }) => actual - expected));
  if (isWithin(points, ({ expected }) => expected + shift)) return 'offset';
  const tilt =
    sum(points.map(({ expected, actual }) => expected * actual)) / sum(points.map(({ expected }) => expected ** 2));
  if (isWithin(points, ({ expected }) => tilt * expected)) return 'gain';
  if (!lineFits) return 'scatter';
  return Math.abs(slope - 1) * span > Math.abs(shift) ? 'gain' : 'offset';
}

const sum = (numbers: readonly number[]) => numbers.reduce((total, one) => total + one, 0);
const mean = (numbers: readonly number[]) => sum(numbers) / numbers.length;
const spanOf = (numbers: readonly number[]) => (numbers.length === 0 ? 0 : Math.max(...numbers) - Math.min(...numbers));

function fit(points: readonly Point[]): { slope: number; intercept: number } {
  const x = mean(points.map(({ expected }) => expected));
  const y = mean(points.map(({ actual }) => actual));
  const along = sum(points.map(({ expected, actual }) => (expected - x) * (actual - y)));
  const slope = along / sum(points.map(({ expected }) => (expected - x) ** 2));
  return { slope, intercept: y - slope * x };
}

const isWithin = (points: readonly Point[], model: (point: Point) => number): boolean =>
  points.every((point) => Math.abs(point.actual - model(point)) <= point.half * 1.0000001);

/** How a pattern shows itself in numbers, for whoever reads the result. */
function sayPattern(spec: SweepSpec, rows: readonly JudgedRow[], pattern: keyof typeof sweepCases): string {
  const points = pointsOf(spec, rows);
  if (pattern === 'offset') {
    const shift = mean(points.map(({ expected, actual }) => actual - expected));
    return `On average ${shift > 0 ? '+' : ''}${formatPlain(Number(shift.toPrecision(3)))} ${spec.unit}. `;
  }
  return pattern === 'gain' ? `It follows ${Math.round(fit(points).slope * 100)} % of what it should. ` : '';
}
