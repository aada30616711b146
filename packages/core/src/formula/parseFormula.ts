import type { MathNode } from 'mathjs';
import { makeParser } from '#mathjs/parser';
import { failed, ok, type Result } from '../result/index.js';
import { type Expression, type FormulaFunction, functions, namesIn, type Operator, operators } from './expression.js';

// Made when the first formula is read: most plans have none, and making it takes longer than all the rest.
let math: ReturnType<typeof makeParser> | undefined;

/** A formula that has been read: what it needs to know, and how it is computed. */
export interface Formula {
  readonly text: string;
  readonly expression: Expression;
  /** The names that it uses, each once, in the order in which they appear. */
  readonly names: readonly string[];
}

export type FormulaProblem =
  | { readonly kind: 'empty' }
  | { readonly kind: 'tooLong' }
  | { readonly kind: 'notRead'; readonly detail: string }
  | { readonly kind: 'notAllowed'; readonly what: string };

export const longestFormula = 300;

/** Functions that a formula may use. */
export const formulaFunctions: readonly string[] = functions;

const formulas = new Map<string, Result<Formula, FormulaProblem>>();

/**
 * Reads a formula of numbers, names, `+ - * / ^`, brackets and the few functions above. Nothing else can be written in it, so
 * it always ends, and touches nothing.
 */
export function parseFormula(text: string): Result<Formula, FormulaProblem> {
  const known = formulas.get(text);
  if (known) return known;
  const formula = readFormula(text);
  // An author types many halves of a formula.
  if (formulas.size < 2000) formulas.set(text, formula);
  return formula;
}

/** Whether a formula takes the text for a name: `not` and `true` mean something else there. */
export function isFormulaName(text: string): boolean {
  const formulas = [text, `2 * ${text} - 1`].map(parseFormula);
  return formulas.every((formula) => formula.ok && formula.value.names.length === 1 && formula.value.names[0] === text);
}

function readFormula(text: string): Result<Formula, FormulaProblem> {
  if (text.trim() === '') return failed({ kind: 'empty' });
  if (text.length > longestFormula) return failed({ kind: 'tooLong' });
  const parsed = parseText(text);
  const read = parsed.ok ? toExpression(parsed.value) : parsed;
  return read.ok ? ok({ text, expression: read.value, names: namesIn(read.value) }) : read;
}

function parseText(text: string): Result<MathNode, FormulaProblem> {
  try {
    math ??= makeParser();
    return ok(math.parse(text));
  } catch (error) {
    return failed({ kind: 'notRead', detail: error instanceof Error ? error.message : String(error) });
  }
}

// The library's node types, of which it exports no union.
interface Shape {
  readonly type: string;
  readonly value?: unknown;
  readonly name?: string;
  readonly fn?: string | { readonly name?: string };
  readonly args?: readonly MathNode[];
  readonly content?: MathNode;
}

type Read = Result<Expression, FormulaProblem>;

function toExpression(node: MathNode): Read {
  const shape = node as unknown as Shape;
  switch (shape.type) {
    case 'ConstantNode':
      return typeof shape.value === 'number'
        ? ok({ kind: 'number', value: shape.value })
        : notAllowed(`“${String(shape.value)}”`);
    case 'SymbolNode':
      return ok({ kind: 'name', name: shape.name ?? '' });
    case 'ParenthesisNode':
      return toExpression(shape.content as MathNode);
    case 'OperatorNode':
      return operation(String(shape.fn), shape.args ?? []);
    case 'FunctionNode':
      return call(typeof shape.fn === 'object' ? (shape.fn.name ?? '') : '', shape.args ?? []);
    default:
      return notAllowed(`“${node.toString()}”`);
  }
}

const notAllowed = (what: string) => failed<FormulaProblem>({ kind: 'notAllowed', what });

function operation(name: string, args: readonly MathNode[]): Read {
  const inner = eachExpression(args);
  if (!inner.ok) return inner;
  const [left, right] = inner.value;
  if (left && !right && name === 'unaryMinus') return ok({ kind: 'negate', of: left });
  if (left && !right && name === 'unaryPlus') return ok(left);
  return left && right && operators.some((one) => one === name)
    ? ok({ kind: 'operation', operator: name as Operator, left, right })
    : notAllowed(`the operation “${name}”`);
}

function call(name: string, args: readonly MathNode[]): Read {
  if (!functions.some((one) => one === name) || args.length === 0) return notAllowed(`the function “${name}”`);
  const inner = eachExpression(args);
  return inner.ok ? ok({ kind: 'call', call: name as FormulaFunction, values: inner.value }) : inner;
}

function eachExpression(nodes: readonly MathNode[]): Result<readonly Expression[], FormulaProblem> {
  const read: Expression[] = [];
  for (const node of nodes) {
    const one = toExpression(node);
    if (!one.ok) return one;
    read.push(one.value);
  }
  return ok(read);
}

/** The sentence for an author: what was wrong, and what is expected. */
export function sayFormulaProblem(problem: FormulaProblem): string {
  switch (problem.kind) {
    case 'empty':
      return 'Write a formula, such as supply - 0.5.';
    case 'tooLong':
      return `A formula has at most ${longestFormula} characters.`;
    case 'notRead':
      return `This formula cannot be read: ${problem.detail}.`;
    case 'notAllowed':
      return `A formula has numbers, names, + - * / ^, brackets and ${formulaFunctions.join(', ')}; ${problem.what} is none of these.`;
  }
}
