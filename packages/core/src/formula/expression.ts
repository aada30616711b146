/** What a formula is made of; nothing else can be written in one. */
export type Expression =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'name'; readonly name: string }
  | { readonly kind: 'negate'; readonly of: Expression }
  | { readonly kind: 'operation'; readonly operator: Operator; readonly left: Expression; readonly right: Expression }
  | { readonly kind: 'call'; readonly call: FormulaFunction; readonly values: readonly Expression[] };

export const operators = {
  add: (a: number, b: number) => a + b,
  subtract: (a: number, b: number) => a - b,
  multiply: (a: number, b: number) => a * b,
  divide: (a: number, b: number) => a / b,
  pow: (a: number, b: number) => a ** b,
} as const;

export type Operator = keyof typeof operators;

export type FormulaFunction = 'min' | 'max' | 'abs' | 'sqrt' | 'mean';

export const functions: Readonly<Record<FormulaFunction, (...values: number[]) => number>> = {
  min: Math.min,
  max: Math.max,
  abs: Math.abs,
  sqrt: Math.sqrt,
  mean: (...values) => values.reduce((sum, value) => sum + value, 0) / values.length,
};

export type Compute = (valueFor: (name: string) => number) => number;

/** The expression as a function: walked once here, and not with every value. */
export function toCompute(expression: Expression): Compute {
  switch (expression.kind) {
    case 'number':
      return () => expression.value;
    case 'name':
      return (valueFor) => valueFor(expression.name);
    case 'negate': {
      const of = toCompute(expression.of);
      return (valueFor) => -of(valueFor);
    }
    case 'operation': {
      const [left, right, run] = [
        toCompute(expression.left),
        toCompute(expression.right),
        operators[expression.operator],
      ];
      return (valueFor) => run(left(valueFor), right(valueFor));
    }
    case 'call': {
      const [values, run] = [expression.values.map(toCompute), functions[expression.call]];
      return (valueFor) => run(...values.map((value) => value(valueFor)));
    }
  }
}

/** The names in an expression, each once, in the order in which they appear. */
export function namesIn(expression: Expression): readonly string[] {
  return [...new Set(walkNames(expression))];
}

function walkNames(expression: Expression): readonly string[] {
  switch (expression.kind) {
    case 'number':
      return [];
    case 'name':
      return [expression.name];
    case 'negate':
      return walkNames(expression.of);
    case 'operation':
      return [...walkNames(expression.left), ...walkNames(expression.right)];
    case 'call':
      return expression.values.flatMap(walkNames);
  }
}
