import { failed, ok, type Result } from '../result/index.js';
import { type Unit, unitOf } from '../units/index.js';
import { type Amount, amountOf, computeAmount, type FormulaFault } from './amount.js';
import { inWanted } from './evaluateFormula.js';
import { parseFormula, sayFormulaProblem } from './parseFormula.js';

/** What a name stands for in each of many rows, in one unit; rows without a number have none. */
export interface NamedRows {
  readonly unit: string;
  readonly values: Float64Array;
}

/**
 * Evaluates a formula in each of many rows; see `evaluateFormula`, which does the same for one and knows its uncertainty. Conversions between units
 * are straight lines, so each is asked for once (benchmark “limits over a drive of four hours”).
 * @param wants the rows that are wanted; the others stay `NaN`, as do those in which the formula has no value
 * @returns what is wrong with the formula, in a sentence
 */
export function evaluateRows(
  text: string,
  unit: string,
  columns: ReadonlyMap<string, NamedRows>,
  wants: (row: number) => boolean,
): Result<Float64Array, string> {
  const formula = parseFormula(text);
  if (!formula.ok) return failed(sayFormulaProblem(formula.problem));
  const { names, expression } = formula.value;
  const inputs = new Map<string, Input>();
  for (const name of names) {
    const column = columns.get(name);
    if (!column) return failed(`${name} is not known.`);
    inputs.set(name, inputOf(column));
  }
  const wanted = unitOf(unit);
  let toWanted: Line | undefined;
  const count = Math.max(0, ...[...columns.values()].map(({ values }) => values.length));
  const result = new Float64Array(count).fill(Number.NaN);
  for (let row = 0; row < count; row += 1) {
    if (!wants(row)) continue;
    const faults: FormulaFault[] = [];
    const amount = computeAmount(expression, (name) => amountIn(inputs.get(name) as Input, row), faults);
    if (faults.length > 0) continue;
    // Of what kind the result is does not depend on the numbers.
    toWanted ??= lineToWanted(amount, wanted);
    if (!toWanted) return ok(result);
    const value = toWanted.offset + toWanted.factor * amount.value;
    if (Number.isFinite(value)) result[row] = Number(value.toPrecision(12));
  }
  return ok(result);
}

interface Line {
  readonly offset: number;
  readonly factor: number;
}

// So far apart, the twelve digits of a conversion give a slope of as many.
const span = 1e6;

interface Input extends Line {
  readonly amount: Amount;
  readonly values: Float64Array;
}

function inputOf({ unit, values }: NamedRows): Input {
  const [zero, far] = [amountOf(0, unitOf(unit)), amountOf(span, unitOf(unit))];
  return { amount: zero, values, offset: zero.value, factor: (far.value - zero.value) / span };
}

const amountIn = ({ amount, values, offset, factor }: Input, row: number): Amount => ({
  ...amount,
  value: offset + factor * (values[row] ?? Number.NaN),
});

function lineToWanted(amount: Amount, wanted: Unit): Line | undefined {
  const [zero, far] = [0, span].map((value) => inWanted({ ...amount, value }, wanted, undefined));
  return zero?.ok && far?.ok ? { offset: zero.value, factor: (far.value - zero.value) / span } : undefined;
}
