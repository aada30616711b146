import { failed, ok, type Result } from '../result/index.js';
import { fromFormulaUnit, type KnownValue, toFormulaUnit, type ValueFor } from './knownValue.js';
import { type Formula, parseFormula, sayFormulaProblem } from './parseFormula.js';

/**
 * The value of a formula in a unit, with its uncertainty from those of everything that it uses.
 * @returns why there is no value, in a sentence: a name that is not known yet, a reading without number, a division by zero
 */
export function evaluateFormula(text: string, unit: string, valueFor: ValueFor): Result<KnownValue, string> {
  const formula = parseFormula(text);
  if (!formula.ok) return failed(sayFormulaProblem(formula.problem));
  const known = lookUp(formula.value, valueFor);
  if (!known.ok) return known;
  const value = compute(formula.value, known.value);
  if (!Number.isFinite(value)) return failed(`${text} has no value for these readings: it divides by zero.`);
  return ok({
    value: tidy(fromFormulaUnit(value, unit)),
    unit,
    uncertainty: Math.abs(
      fromFormulaUnit(value + spreadOf(formula.value, known.value, value), unit) - fromFormulaUnit(value, unit),
    ),
  });
}

const tidy = (value: number) => Number(value.toPrecision(12));

type Known = ReadonlyMap<string, { readonly value: number; readonly uncertainty: number }>;

function lookUp({ names }: Formula, valueFor: ValueFor): Result<Known, string> {
  const known = new Map<string, { value: number; uncertainty: number }>();
  for (const name of names) {
    const found = valueFor(name);
    if (typeof found === 'string') return failed(found);
    const value = toFormulaUnit(found.value, found.unit);
    known.set(name, {
      value,
      uncertainty: Math.abs(toFormulaUnit(found.value + found.uncertainty, found.unit) - value),
    });
  }
  return ok(known);
}

const compute = (formula: Formula, known: Known, shifted = '', by = 0): number =>
  formula.compute((name) => (known.get(name)?.value ?? Number.NaN) + (name === shifted ? by : 0));

/**
 * Expanded uncertainty of the result: the changes that the uncertainty of each name makes, added as squares.
 * Source: JCGM 100:2008, 5.1.2 with the numerical evaluation of 5.1.3, note 2; the names are taken as independent.
 */
function spreadOf(formula: Formula, known: Known, value: number): number {
  const squares = [...known].map(([name, { uncertainty }]) => {
    if (uncertainty === 0) return 0;
    const changes = [uncertainty, -uncertainty]
      .map((by) => Math.abs(compute(formula, known, name, by) - value))
      .filter(Number.isFinite);
    return Math.max(0, ...changes) ** 2;
  });
  return Math.sqrt(squares.reduce((sum, square) => sum + square, 0));
}
