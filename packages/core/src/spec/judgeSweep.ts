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
  const verdict = judgeReading({ line: zonesOf(limits), uncertainty: 0, text: '' }, reading, uncertaintyOf(reading));
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
// Fewer rows fit every line.
const leastRows = 4;
// What differs by less than this share of the tolerance is not told apart.
const leastResidual = 0.05;
// A pattern is named where scatter has clearly less support than it: by more than 4, "considerably less".
const clearlyBetter = 4;

/** A way in which actual values can come from expected ones. */
interface Fit {
  readonly pattern: SweepPattern;
  /** Numbers that are fitted, the scatter about the fit among them. */
  readonly parameters: number;
  readonly valueAt: (point: Point) => number;
}

/**
 * The pattern of a sweep that fails. Straight lines through actual over expected are compared: nothing but scatter about the expected values, all
 * shifted (offset), all in proportion (gain), both, or the same everywhere (stuck). The one with the lowest AICc is named, where scatter has
 * clearly less support, every row is within its tolerance of it, and a rival pattern does not explain the rows as well; else it is scatter.
 * Source: ordinary least squares; Akaike's information criterion for few rows, Burnham and Anderson, Model Selection and Multimodel Inference,
 * 2nd edition, 2.4 and 2.6.
 */
export function patternOf(spec: SweepSpec, rows: readonly JudgedRow[]): SweepPattern {
  const points = pointsOf(spec, rows);
  const span = spanOf(points.map(({ expected }) => expected));
  if (points.length < leastRows || span === 0) return isStuck(points, span) ? 'stuck' : 'scatter';
  const scatter = supportOf(points, { pattern: 'scatter', parameters: 1, valueAt: ({ expected }) => expected });
  const fits = fitsOf(points, span).map((fit) => ({ fit, aicc: supportOf(points, fit) }));
  const [best, ...others] = fits.sort((a, b) => a.aicc - b.aicc);
  if (!best || scatter - best.aicc <= clearlyBetter || !isWithin(points, best.fit.valueAt)) return 'scatter';
  const rival = others.find(({ fit }) => fit.pattern !== best.fit.pattern);
  return rival && rival.aicc - best.aicc <= 2 ? 'scatter' : best.fit.pattern;
}

/** That every row reads the same is seen from two rows on; it needs no fit. */
const isStuck = (points: readonly Point[], span: number): boolean =>
  points.length > 1 && spanOf(points.map(({ actual }) => actual)) < stuckSlope * span;

function fitsOf(points: readonly Point[], span: number): readonly Fit[] {
  const { slope, intercept } = fit(points);
  const shift = mean(points.map(({ expected, actual }) => actual - expected));
  const tilt =
    sum(points.map(({ expected, actual }) => expected * actual)) / sum(points.map(({ expected }) => expected ** 2));
  const middle = mean(points.map(({ actual }) => actual));
  return [
    { pattern: 'offset', parameters: 2, valueAt: ({ expected }) => expected + shift },
    { pattern: 'gain', parameters: 2, valueAt: ({ expected }) => tilt * expected },
    ...(Math.abs(slope) < stuckSlope
      ? [{ pattern: 'stuck' as const, parameters: 2, valueAt: () => middle }]
      : [
          {
            pattern: Math.abs(slope - 1) * span > Math.abs(shift) ? ('gain' as const) : ('offset' as const),
            parameters: 3,
            valueAt: ({ expected }: Point) => intercept + slope * expected,
          },
        ]),
  ];
}

/** AICc of a fit, from residuals in tolerances; the lower, the better. */
function supportOf(points: readonly Point[], { parameters, valueAt }: Fit): number {
  const count = points.length;
  if (count - parameters - 1 <= 0) return Number.POSITIVE_INFINITY;
  const square = mean(
    points.map((point) => ((point.actual - valueAt(point)) / Math.max(point.half, Number.MIN_VALUE)) ** 2),
  );
  return (
    count * Math.log(Math.max(square, leastResidual ** 2)) +
    2 * parameters +
    (2 * parameters * (parameters + 1)) / (count - parameters - 1)
  );
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
