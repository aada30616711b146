import { failed, ok, type Result } from '../result/index.js';
import { type Unit, unitOf } from '../units/index.js';
import { type Amount, amountOf, computeAmount, type FormulaFault, isGaugeUnit, isPointUnit, isSame } from './amount.js';
import { fromCoherent, stepFromCoherent, toCoherent } from './coherent.js';
import type { Expression } from './expression.js';
import { formulaUnit, type KnownValue, type ValueFor } from './knownValue.js';
import { type Formula, parseFormula, sayFormulaProblem } from './parseFormula.js';

/**
 * The value of a formula in a unit, with its uncertainty from those of everything that it uses. It is computed in one coherent system,
 * whatever units its names are read in. A bare number has the unit of the name beside it, without prefix.
 * @returns why there is no value, in a sentence: a name that is not known yet, a reading without number, a division by zero
 */
export function evaluateFormula(text: string, unit: string, valueFor: ValueFor): Result<KnownValue, string> {
  const formula = parseFormula(text);
  if (!formula.ok) return failed(sayFormulaProblem(formula.problem));
  const known = lookUp(formula.value, valueFor);
  if (!known.ok) return known;
  const wanted = unitOf(unit);
  const ambient = ambientFrom(valueFor);
  const valueWith = (changes: Changes) => valueFrom(formula.value.expression, known.value, changes, wanted, ambient);
  const result = valueWith(noChanges);
  if (!result.ok) return failed(`${text} has no value here: it ${result.problem.message}.`);
  const { value } = result;
  const sources = new Map(
    [...sourcesOf(known.value)].map((source) => [source, changeBy(source, known.value, value, valueWith)] as const),
  );
  const uncertainty = Math.sqrt([...sources.values()].reduce((sum, change) => sum + change ** 2, 0));
  return ok({ value: tidy(value), unit, uncertainty, sources });
}

/**
 * What is wrong with the scales in a formula whatever is read, such as the sum of two temperatures; completes “the formula …”.
 * @param unitFor the unit of a name; `undefined` where it is not known
 */
export function scaleFaultIn(
  { expression }: Formula,
  unit: string,
  unitFor: (name: string) => Unit | undefined,
): string | undefined {
  const faults: FormulaFault[] = [];
  const amount = computeAmount(
    expression,
    (name) => {
      const found = unitFor(name);
      return found ? amountOf(1, found) : { value: 1, points: 0, gauges: 0, isBare: true, hint: undefined };
    },
    faults,
  );
  return faults.find(({ kind }) => kind === 'scale')?.message ?? wrongScale(amount, unitOf(unit));
}

const tidy = (value: number) => Number(value.toPrecision(12));

type Known = ReadonlyMap<string, KnownValue>;
/** By how much each name is changed, in its own unit. */
type Changes = ReadonlyMap<string, number>;
const noChanges: Changes = new Map();

function lookUp({ names }: Formula, valueFor: ValueFor): Result<Known, string> {
  const known = new Map<string, KnownValue>();
  for (const name of names) {
    const found = valueFor(name);
    if (typeof found === 'string') return failed(found);
    known.set(name, found);
  }
  return ok(known);
}

/** The pressure of the air in Pa, where it is known. */
function ambientFrom(valueFor: ValueFor): number | undefined {
  const found = valueFor('ambientPressure');
  return typeof found === 'string' ? undefined : toCoherent(found.value, unitOf(found.unit));
}

function valueFrom(
  expression: Expression,
  known: Known,
  changes: Changes,
  wanted: Unit,
  ambient: number | undefined,
): Result<number, FormulaFault> {
  const faults: FormulaFault[] = [];
  const amountFor = (name: string): Amount => {
    const { value, unit } = known.get(name) as KnownValue;
    return amountOf(value + (changes.get(name) ?? 0), unitOf(unit));
  };
  const amount = computeAmount(expression, amountFor, faults);
  const [fault] = faults;
  if (fault) return failed(fault);
  const value = inWanted(amount, wanted, ambient);
  if (!value.ok) return value;
  return Number.isFinite(value.value) ? value : failed({ kind: 'noValue', message: 'is larger than any number' });
}

/** What a formula came to, in the unit that is wanted of it. */
export function inWanted(amount: Amount, wanted: Unit, ambient: number | undefined): Result<number, FormulaFault> {
  const { value, points, gauges } = amount;
  if (amount.isBare) return ok(fromCoherent(toCoherent(value, formulaUnit(wanted)), wanted));
  // A difference is wanted in the unit of a scale: it is no point there, and has its size.
  if (isSame(points, 0) && isSame(gauges, 0)) return ok(stepFromCoherent(value, wanted));
  const wrong = wrongScale(amount, wanted);
  if (wrong !== undefined) return failed({ kind: 'scale', message: wrong });
  if (wanted.base.quantity === 'temperature') return ok(fromCoherent(value, wanted));
  if (wanted.base.quantity !== 'pressure') return ok(stepFromCoherent(value, wanted));
  // A share of an absolute pressure, such as 0.9 × that of the air, is one.
  const whole = wholePoints(points);
  const offset = isPointUnit(wanted) ? 1 - whole : -whole;
  if (isSame(offset, 0)) return ok(stepFromCoherent(value, wanted));
  if (ambient === undefined)
    return failed({ kind: 'noValue', message: 'needs the pressure of the air, which is not known' });
  return ok(stepFromCoherent(value + offset * ambient, wanted));
}

/** Why what a formula comes to is no value in the unit that is wanted; `undefined` where it is. */
function wrongScale({ points, gauges, isBare }: Amount, wanted: Unit): string | undefined {
  if (isBare) return undefined;
  if (wanted.base.quantity === 'temperature') {
    if (isSame(points, 1)) return undefined;
    return isSame(points, 0)
      ? 'gives a temperature difference, whose unit is Δ°C or Δ°F'
      : 'adds or multiplies temperatures, which gives none';
  }
  if (wanted.base.quantity === 'temperatureDifference')
    return isSame(points, 0) ? undefined : 'gives a temperature where a difference is wanted';
  if (wanted.base.quantity !== 'pressure') return undefined;
  if (Math.abs(wholePoints(points)) > 1 || Math.abs(wholePoints(gauges)) > 1)
    return 'adds or multiplies pressures, which gives none';
  if (isPointUnit(wanted) && isSame(points, 0) && isSame(gauges, 0))
    return 'gives a pressure difference, which is not absolute';
  return isGaugeUnit(wanted) || isPointUnit(wanted) || isSame(points, 0)
    ? undefined
    : 'gives an absolute pressure where a difference is wanted';
}

const wholePoints = (points: number): number => (isSame(points, Math.round(points)) ? Math.round(points) : 1);

/** Everything that was really measured for the names; a name without sources is one itself. */
function sourcesOf(known: Known): ReadonlySet<string> {
  return new Set([...known].flatMap(([name, { sources }]) => (sources ? [...sources.keys()] : [name])));
}

/**
 * By how much the result changes with one source, with its sign; all names that come from it move together.
 * Source: JCGM 100:2008, 5.1.2 with the numerical evaluation of 5.1.3, note 2; sources are independent of each other.
 */
function changeBy(
  source: string,
  known: Known,
  value: number,
  valueWith: (changes: Changes) => Result<number, FormulaFault>,
): number {
  const moves = new Map(
    [...known].flatMap(([name, { uncertainty, sources }]) => {
      const by = sources ? (sources.get(source) ?? 0) : name === source ? uncertainty : 0;
      return by === 0 ? [] : [[name, by] as const];
    }),
  );
  if (moves.size === 0) return 0;
  const turned = new Map([...moves].map(([name, by]) => [name, -by] as const));
  const [up, down] = [valueWith(moves), valueWith(turned)];
  const changes = [...(up.ok ? [up.value - value] : []), ...(down.ok ? [value - down.value] : [])];
  return changes.reduce((most, change) => (Math.abs(change) > Math.abs(most) ? change : most), 0);
}

/** A number in a unit, as a block writes it into formulas: in the unit without prefix that a bare number has there. */
export const toFormulaUnit = (value: number, symbol: string): number => {
  const unit = unitOf(symbol);
  return tidy(fromCoherent(toCoherent(value, unit), formulaUnit(unit)));
};
