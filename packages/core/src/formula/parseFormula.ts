import { create, type MathNode, parseDependencies } from 'mathjs';
import { failed, ok, type Result } from '../result/index.js';

// Made when the first formula is read: most plans have none, and making it takes longer than all the rest.
let math: ReturnType<typeof makeParser> | undefined;
const makeParser = () => create({ ...parseDependencies });

/** A formula that has been read: what it needs to know, and how it is computed. */
export interface Formula {
  readonly text: string;
  /** The names that it uses, each once, in the order in which they appear. */
  readonly names: readonly string[];
  /** The value for these values of the names; NaN or infinite where it has none, such as after a division by zero. */
  readonly compute: (valueFor: (name: string) => number) => number;
}

export type FormulaProblem =
  | { readonly kind: 'empty' }
  | { readonly kind: 'tooLong' }
  | { readonly kind: 'notRead'; readonly detail: string }
  | { readonly kind: 'notAllowed'; readonly what: string };

export const longestFormula = 300;

type Compute = Formula['compute'];

const functions: Readonly<Record<string, (...values: number[]) => number>> = {
  min: Math.min,
  max: Math.max,
  abs: Math.abs,
  sqrt: Math.sqrt,
  mean: (...values) => values.reduce((sum, value) => sum + value, 0) / values.length,
};

/** Functions that a formula may use. */
export const formulaFunctions = Object.keys(functions);

const operators: Readonly<Record<string, (a: number, b: number) => number>> = {
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  pow: (a, b) => a ** b,
};

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

function readFormula(text: string): Result<Formula, FormulaProblem> {
  if (text.trim() === '') return failed({ kind: 'empty' });
  if (text.length > longestFormula) return failed({ kind: 'tooLong' });
  const parsed = parseText(text);
  if (!parsed.ok) return parsed;
  const names = new Set<string>();
  const compute = compile(parsed.value, names);
  return compute.ok ? ok({ text, names: [...names], compute: compute.value }) : compute;
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

function compile(node: MathNode, names: Set<string>): Result<Compute, FormulaProblem> {
  const shape = node as unknown as Shape;
  switch (shape.type) {
    case 'ConstantNode':
      return typeof shape.value === 'number' ? constant(shape.value) : notAllowed(`“${String(shape.value)}”`);
    case 'SymbolNode':
      return symbol(shape.name ?? '', names);
    case 'ParenthesisNode':
      return compile(shape.content as MathNode, names);
    case 'OperatorNode':
      return operation(String(shape.fn), shape.args ?? [], names);
    case 'FunctionNode':
      return call(typeof shape.fn === 'object' ? (shape.fn.name ?? '') : '', shape.args ?? [], names);
    default:
      return notAllowed(`“${node.toString()}”`);
  }
}

const notAllowed = (what: string) => failed<FormulaProblem>({ kind: 'notAllowed', what });
const constant = (value: number): Result<Compute, FormulaProblem> => ok(() => value);

function symbol(name: string, names: Set<string>): Result<Compute, FormulaProblem> {
  names.add(name);
  return ok((valueFor) => valueFor(name));
}

function operation(name: string, args: readonly MathNode[], names: Set<string>): Result<Compute, FormulaProblem> {
  const inner = compileAll(args, names);
  if (!inner.ok) return inner;
  const [left, right] = inner.value;
  if (left && !right && name === 'unaryMinus') return ok((valueFor) => -left(valueFor));
  if (left && !right && name === 'unaryPlus') return ok(left);
  const operator = Object.hasOwn(operators, name) ? operators[name] : undefined;
  return left && right && operator
    ? ok((valueFor) => operator(left(valueFor), right(valueFor)))
    : notAllowed(`the operation “${name}”`);
}

function call(name: string, args: readonly MathNode[], names: Set<string>): Result<Compute, FormulaProblem> {
  const run = Object.hasOwn(functions, name) ? functions[name] : undefined;
  if (!run || args.length === 0) return notAllowed(`the function “${name}”`);
  const inner = compileAll(args, names);
  return inner.ok ? ok((valueFor) => run(...inner.value.map((compute) => compute(valueFor)))) : inner;
}

function compileAll(nodes: readonly MathNode[], names: Set<string>): Result<readonly Compute[], FormulaProblem> {
  const computed: Compute[] = [];
  for (const node of nodes) {
    const one = compile(node, names);
    if (!one.ok) return one;
    computed.push(one.value);
  }
  return ok(computed);
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
