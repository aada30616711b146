/** What a formula is made of; nothing else can be written in one. */
export type Expression =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'name'; readonly name: string }
  | { readonly kind: 'negate'; readonly of: Expression }
  | { readonly kind: 'operation'; readonly operator: Operator; readonly left: Expression; readonly right: Expression }
  | { readonly kind: 'call'; readonly call: FormulaFunction; readonly values: readonly Expression[] };

export const operators = ['add', 'subtract', 'multiply', 'divide', 'pow'] as const;
export type Operator = (typeof operators)[number];

export const functions = ['min', 'max', 'abs', 'sqrt', 'mean'] as const;
export type FormulaFunction = (typeof functions)[number];

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
