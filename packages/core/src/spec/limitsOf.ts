import { evaluateFormula, knownIn, type ValueFor } from '../formula/index.js';
import { formatQuantity } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import type { CurveSpec, FormulaSpec, MeasuredSpec } from './spec.js';
import { bandZones, boundsOf, tidy, type ZoneLine, zonesOf } from './zonesOf.js';

/** The limits that hold for one reading, here and now. */
export interface Limits {
  readonly line: ZoneLine;
  /** Expanded uncertainty (k = 2) of the limits themselves, where they come from other readings; 0 where they stand in the plan. */
  readonly uncertainty: number;
  /** Where they come from, in one line; empty for those that stand in the plan. */
  readonly text: string;
}

/**
 * The limits of a spec; or, in a sentence, why there are none. Limits that are computed are rounded to a hundredth of what lies between them,
 * or to five digits where one side is open: a reading is judged by what is shown, to the last digit.
 */
export function limitsOf(spec: MeasuredSpec, valueFor: ValueFor): Result<Limits, string> {
  if (spec.kind === 'curve') return curveLimits(spec, valueFor);
  if (spec.kind === 'formula') return formulaLimits(spec, valueFor);
  return ok({ line: zonesOf(spec), uncertainty: 0, text: '' });
}

function curveLimits(spec: CurveSpec, valueFor: ValueFor): Result<Limits, string> {
  const found = valueFor(spec.of);
  if (typeof found === 'string') return failed(found);
  const at = knownIn(found, spec.ofUnit);
  if (!at) return failed(`“${spec.of}” is read in ${found.unit}, which is no way to ${spec.ofUnit}.`);
  const exact = boundsAt(spec, at.value);
  if (!exact) return failed(sayOutside(spec, at.value));
  const beside = [at.value - at.uncertainty, at.value + at.uncertainty].map((x) => boundsAt(spec, x) ?? exact);
  const uncertainty = Math.max(
    ...beside.flatMap((bounds) => bounds.map((bound, side) => distance(bound, exact[side]))),
  );
  const here = spec.rows.some((row) => row.at === at.value) ? exact : rounded(exact);
  const text = `At ${formatQuantity(at.value, spec.ofUnit)} the limits are ${sayBounds(here, spec.unit)}.`;
  return ok({ line: bandZones(...here), uncertainty, text: text });
}

const distance = (a: number | null, b: number | null | undefined) => (a === null || b == null ? 0 : Math.abs(a - b));

type Bounds = readonly [number | null, number | null];

function rounded([min, max]: Bounds): Bounds {
  if (min === null || max === null || min === max) return [roundedAlone(min), roundedAlone(max)];
  const step = 10 ** Math.floor(Math.log10(Math.abs(max - min) / 100));
  return [tidy(Math.round(min / step) * step), tidy(Math.round(max / step) * step)];
}

const roundedAlone = (bound: number | null): number | null => (bound === null ? null : Number(bound.toPrecision(5)));

/** Limits at a place of the curve, linear between its rows; `undefined` outside it. */
export function boundsAt({ rows }: CurveSpec, x: number): Bounds | undefined {
  const upper = rows.findIndex(({ at }) => at >= x);
  const above = rows[upper];
  if (!above) return undefined;
  if (above.at === x) return boundsOf(above.limits);
  const below = rows[upper - 1];
  if (!below) return undefined;
  const share = (x - below.at) / (above.at - below.at);
  const [lowMin, lowMax] = boundsOf(below.limits);
  const [highMin, highMax] = boundsOf(above.limits);
  return [between(lowMin, highMin, share), between(lowMax, highMax, share)];
}

const between = (low: number | null, high: number | null, share: number): number | null =>
  low === null || high === null ? null : tidy(low + share * (high - low));

function sayOutside({ rows, ofUnit }: CurveSpec, x: number): string {
  const ends = [rows[0], rows.at(-1)].map((row) => formatQuantity(row?.at ?? 0, ofUnit));
  return `There is no limit here: the table goes from ${ends[0]} to ${ends[1]}, and this is at ${formatQuantity(x, ofUnit)}.`;
}

function sayBounds([min, max]: Bounds, unit: string): string {
  if (min !== null && max !== null) return `${formatQuantity(min, unit)} to ${formatQuantity(max, unit)}`;
  if (min !== null) return `${formatQuantity(min, unit)} or more`;
  return max === null ? 'open' : `${formatQuantity(max, unit)} or less`;
}

function formulaLimits({ unit, min, max }: FormulaSpec, valueFor: ValueFor): Result<Limits, string> {
  const [lower, upper] = [min, max].map((text) => (text === null ? null : evaluateFormula(text, unit, valueFor)));
  if (lower && !lower.ok) return lower;
  if (upper && !upper.ok) return upper;
  const bounds = rounded([lower?.value.value ?? null, upper?.value.value ?? null]);
  if (bounds[0] !== null && bounds[1] !== null && bounds[0] > bounds[1])
    return failed(
      `There is no limit here: the lower one comes out as ${formatQuantity(bounds[0], unit)}, above the upper one.`,
    );
  const uncertainty = Math.max(lower?.value.uncertainty ?? 0, upper?.value.uncertainty ?? 0);
  return ok({
    line: bandZones(...bounds),
    uncertainty,
    text: `By ${sayFormulas(min, max)} the limits are ${sayBounds(bounds, unit)}.`,
  });
}

const sayFormulas = (min: string | null, max: string | null) =>
  [min, max].filter((text): text is string => text !== null).join(' and ');
