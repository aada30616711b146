import { cutsOf, type Spec } from '../spec/index.js';

// So many steps lie between the outermost limits: a drawing of them has hardly more.
const stepsInLimits = 100;

/**
 * A reading rounded so that alike values are counted together, and a limit could still be moved by them: to a step of 1, 2 or 5 in some
 * decade, a hundredth of what its limits span or a little less; ten times that further out than the limits are wide. Where none stand
 * in the plan, to three significant digits.
 * @param value in the unit of the limits
 */
export function roundedValue(spec: Spec, value: number): number {
  const cuts = cutsOf(spec);
  const [first, last] = [Math.min(...cuts), Math.max(...cuts)];
  const span = cuts.length === 0 ? 0 : last - first || Math.abs(first);
  if (span === 0) return Number(value.toPrecision(3));
  const isFar = value < first - span || value > last + span;
  const step = stepBelow(span / stepsInLimits) * (isFar ? 10 : 1);
  return Number((Math.round(value / step) * step).toPrecision(10));
}

/** The largest of 1, 2 and 5 in some decade that is not above a number. */
function stepBelow(most: number): number {
  const decade = 10 ** Math.floor(Math.log10(most));
  const factor = [5, 2, 1].find((one) => one * decade <= most * (1 + 1e-9)) ?? 1;
  return factor * decade;
}
