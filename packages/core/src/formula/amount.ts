import type { Unit } from '../units/index.js';
import { stepToCoherent, toCoherent } from './coherent.js';
import type { Expression, FormulaFunction, Operator } from './expression.js';
import { formulaUnit } from './knownValue.js';

/**
 * A value on its way through a formula. Temperatures and absolute pressures are points on a scale, gauge pressures are counted from the
 * surrounding air: the difference of two points is none, and the mean of two is one again.
 */
export interface Amount {
  /** In coherent units; as it stands for a bare number. */
  readonly value: number;
  /** How many points of a scale are in it: 1 for a temperature, 0 for a difference of two. */
  readonly points: number;
  /** The same of gauge pressures. */
  readonly gauges: number;
  /** A number that nobody has given a unit. */
  readonly isBare: boolean;
  /** The unit that a bare number beside it has. */
  readonly hint: Unit | undefined;
}

/** Why a formula has no value: for these readings, or for none at all. */
export interface FormulaFault {
  readonly kind: 'noValue' | 'scale';
  /** Completes “the formula …”. */
  readonly message: string;
}

type Faults = FormulaFault[];
type AmountFor = (name: string) => Amount;

export const isPointUnit = ({ base, datum }: Unit): boolean =>
  base.quantity === 'temperature' || (base.quantity === 'pressure' && datum === 'absolute');
export const isGaugeUnit = ({ base, datum }: Unit): boolean =>
  base.quantity === 'pressure' && (datum === 'gauge' || datum === 'vacuum');

/** A reading or an input, as it stands in a formula. */
export const amountOf = (value: number, unit: Unit): Amount => ({
  value: toCoherent(value, unit),
  points: isPointUnit(unit) ? 1 : 0,
  gauges: isGaugeUnit(unit) ? 1 : 0,
  isBare: false,
  hint: formulaUnit(unit),
});

const bare = (value: number): Amount => ({ value, points: 0, gauges: 0, isBare: true, hint: undefined });

/** A number beside something with a unit: a step in it, such as the 5 of `temperature - 5`. */
const asStep = (number: Amount, beside: Amount): Amount =>
  beside.hint
    ? { ...number, value: stepToCoherent(number.value, beside.hint), isBare: false, hint: beside.hint }
    : { ...number, isBare: false };

/** The same as a point on its scale, such as the 20 of `max(temperature, 20)`. */
const asPoint = (number: Amount, beside: Amount): Amount =>
  beside.hint && beside.points !== 0 ? amountOf(number.value, beside.hint) : asStep(number, beside);

/**
 * Computes an expression in coherent units. What cannot be is told to `faults`, and gives NaN.
 * @param amountFor what each name stands for
 */
export function computeAmount(expression: Expression, amountFor: AmountFor, faults: Faults): Amount {
  const within = (inner: Expression) => computeAmount(inner, amountFor, faults);
  switch (expression.kind) {
    case 'number':
      return bare(expression.value);
    case 'name':
      return amountFor(expression.name);
    case 'negate':
      return scaled(within(expression.of), -1);
    case 'operation':
      return operations[expression.operator](within(expression.left), within(expression.right), faults);
    case 'call':
      return calls[expression.call](expression.values.map(within), faults);
  }
}

const scaled = (amount: Amount, by: number): Amount => ({
  ...amount,
  value: amount.value * by,
  points: amount.points * by,
  gauges: amount.gauges * by,
});

const noValue = (faults: Faults, message: string): Amount => {
  faults.push({ kind: 'noValue', message });
  return { ...bare(Number.NaN), isBare: false };
};

const sum = (left: Amount, right: Amount, sign: 1 | -1): Amount => ({
  value: left.value + sign * right.value,
  points: left.points + sign * right.points,
  gauges: left.gauges + sign * right.gauges,
  isBare: left.isBare && right.isBare,
  hint: left.hint ?? right.hint,
});

const operations: Readonly<Record<Operator, (left: Amount, right: Amount, faults: Faults) => Amount>> = {
  add: (left, right) =>
    left.isBare === right.isBare
      ? sum(left, right, 1)
      : left.isBare
        ? sum(asStep(left, right), right, 1)
        : sum(left, asStep(right, left), 1),
  subtract: (left, right) =>
    left.isBare === right.isBare
      ? sum(left, right, -1)
      : left.isBare
        ? sum(asPoint(left, right), right, -1)
        : sum(left, asStep(right, left), -1),
  multiply: (left, right, faults) => {
    if (left.isBare) return scaled(right, left.value);
    if (right.isBare) return scaled(left, right.value);
    return product(left, right, left.value * right.value, faults);
  },
  divide: (left, right, faults) => {
    if (right.value === 0) return noValue(faults, 'divides by zero');
    if (right.isBare) return scaled(left, 1 / right.value);
    return product(left, right, left.value / right.value, faults);
  },
  pow: (base, exponent, faults) => {
    const value = base.value ** exponent.value;
    if (base.value < 0 && Number.isNaN(value)) return noValue(faults, 'takes a root of a negative number');
    if (base.value === 0 && exponent.value < 0) return noValue(faults, 'divides by zero');
    return { ...base, value, points: 0, gauges: 0, hint: undefined };
  },
};

/** Of scales only the distance from their own zero can be multiplied: a gauge pressure by an absolute one means nothing. */
function product(left: Amount, right: Amount, value: number, faults: Faults): Amount {
  if (left.gauges !== 0 && right.points !== 0)
    faults.push({ kind: 'scale', message: 'puts a gauge and an absolute pressure into one product' });
  return { value, points: 0, gauges: 0, isBare: false, hint: undefined };
}

const calls: Readonly<Record<FormulaFunction, (values: readonly Amount[], faults: Faults) => Amount>> = {
  min: (values, faults) => among(values, faults, (numbers) => Math.min(...numbers)),
  max: (values, faults) => among(values, faults, (numbers) => Math.max(...numbers)),
  mean: (values, faults) =>
    among(values, faults, (numbers) => numbers.reduce((total, one) => total + one, 0) / numbers.length),
  abs: ([of = bare(0)]) => ({ ...of, value: Math.abs(of.value) }),
  sqrt: ([of = bare(0)], faults) =>
    of.value < 0
      ? noValue(faults, 'takes a root of a negative number')
      : { ...of, value: Math.sqrt(of.value), points: 0, gauges: 0, hint: undefined },
};

/** What lies among several values: all of one scale, or it means nothing. */
function among(values: readonly Amount[], faults: Faults, choose: (numbers: readonly number[]) => number): Amount {
  const beside = values.find(({ isBare }) => !isBare);
  const fitted = values.map((value) => (value.isBare && beside ? asPoint(value, beside) : value));
  const [first = bare(0), ...others] = fitted;
  if (others.some(({ points, gauges }) => !isSame(points, first.points) || !isSame(gauges, first.gauges)))
    faults.push({ kind: 'scale', message: 'compares a point on a scale with a difference' });
  return { ...first, value: choose(fitted.map(({ value }) => value)), hint: beside?.hint };
}

export const isSame = (a: number, b: number): boolean => Math.abs(a - b) < 1e-9;
