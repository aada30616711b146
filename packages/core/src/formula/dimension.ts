import { failed, ok, type Result } from '../result/index.js';
import type { Quantity } from '../units/index.js';
import type { Expression } from './expression.js';

/**
 * What a formula comes to, as powers of volt, ampere, second, kelvin, metre and kilogram. `'open'`: a bare number stands for whatever its
 * place wants (12 may be volts), so nothing can be said.
 */
export type Dimension = readonly number[] | 'open';

// Source: SI brochure, 9th edition, table 4, with the volt as a base in place of the candela. A rotational speed is a frequency,
// an angle and a share have no dimension.
const dimensions: Readonly<Record<Quantity, readonly number[]>> = {
  voltage: [1, 0, 0, 0, 0, 0],
  current: [0, 1, 0, 0, 0, 0],
  resistance: [1, -1, 0, 0, 0, 0],
  power: [1, 1, 0, 0, 0, 0],
  charge: [0, 1, 1, 0, 0, 0],
  capacitance: [-1, 1, 1, 0, 0, 0],
  inductance: [1, -1, 1, 0, 0, 0],
  time: [0, 0, 1, 0, 0, 0],
  frequency: [0, 0, -1, 0, 0, 0],
  speed: [0, 0, -1, 0, 0, 0],
  ratio: [0, 0, 0, 0, 0, 0],
  angle: [0, 0, 0, 0, 0, 0],
  temperature: [0, 0, 0, 1, 0, 0],
  temperatureDifference: [0, 0, 0, 1, 0, 0],
  length: [0, 0, 0, 0, 1, 0],
  volume: [0, 0, 0, 0, 3, 0],
  mass: [0, 0, 0, 0, 0, 1],
  force: [0, 0, -2, 0, 1, 1],
  torque: [0, 0, -2, 0, 2, 1],
  pressure: [0, 0, -2, 0, -1, 1],
  velocity: [0, 0, -1, 0, 1, 0],
  massFlow: [0, 0, -1, 0, 0, 1],
  voltageRate: [1, 0, -1, 0, 0, 0],
  currentRate: [0, 1, -1, 0, 0, 0],
  pressureRate: [0, 0, -3, 0, -1, 1],
  voltageTime: [1, 0, 1, 0, 0, 0],
};

export const dimensionOf = (quantity: Quantity): Dimension => dimensions[quantity];

/** Whether two can be added, or one be had where the other is wanted. */
export const isAlike = (a: Dimension, b: Dimension): boolean =>
  a === 'open' || b === 'open' || a.every((power, at) => power === b[at]);

/**
 * The dimension of a formula; fails, with the two parts that do not go together, where things of different kinds are added or compared.
 * @param quantityOf the quantity that a name stands for; `undefined` where the name is not known, which leaves it open
 */
export function dimensionIn(
  expression: Expression,
  quantityOf: (name: string) => Quantity | undefined,
): Result<Dimension, string> {
  const within = (inner: Expression) => dimensionIn(inner, quantityOf);
  switch (expression.kind) {
    case 'number':
      return ok('open');
    case 'name': {
      const quantity = quantityOf(expression.name);
      return ok(quantity ? dimensionOf(quantity) : 'open');
    }
    case 'negate':
      return within(expression.of);
    case 'operation':
      return operation(expression, within);
    case 'call':
      return expression.call === 'sqrt' && expression.values[0]
        ? scaled(within(expression.values[0]), 0.5)
        : alike(expression.values.map(within), `${expression.call}()`);
  }
}

type Operation = Extract<Expression, { kind: 'operation' }>;

function operation({ operator, left, right }: Operation, within: (inner: Expression) => Result<Dimension, string>) {
  if (operator === 'pow') return right.kind === 'number' ? scaled(within(left), right.value) : within(left);
  if (operator === 'add' || operator === 'subtract')
    return alike([within(left), within(right)], operator === 'add' ? 'a sum' : 'a difference');
  const [a, b] = [within(left), within(right)];
  return a.ok && b.ok ? ok(product(a.value, b.value, operator === 'multiply' ? 1 : -1)) : a.ok ? b : a;
}

const product = (a: Dimension, b: Dimension, sign: number): Dimension =>
  a === 'open' || b === 'open' ? 'open' : a.map((power, at) => power + sign * (b[at] ?? 0));

const scaled = (inner: Result<Dimension, string>, by: number): Result<Dimension, string> =>
  inner.ok && inner.value !== 'open' ? ok(inner.value.map((power) => power * by)) : inner;

/** All of one kind: what they come to is that kind, as far as one of them tells. */
function alike(parts: readonly Result<Dimension, string>[], where: string): Result<Dimension, string> {
  let common: Dimension = 'open';
  for (const part of parts) {
    if (!part.ok) return part;
    if (!isAlike(common, part.value)) return failed(`${where} puts different kinds of quantities together`);
    if (common === 'open') common = part.value;
  }
  return ok(common);
}
