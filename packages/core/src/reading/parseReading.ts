import { failed, ok, type Result } from '../result/index.js';
import {
  convert,
  convertStep,
  findUnit,
  findUnitOf,
  isMilliOrMega,
  leastIn,
  quantityNames,
  toPrefix,
  type Unit,
  unitOf,
  withPrefix,
} from '../units/index.js';
import { commaMeanings } from './commaMeaning.js';
import { formatQuantity } from './formatReading.js';
import type { Reading, ReadingContext, Side } from './reading.js';

export type ReadingProblem =
  | { readonly kind: 'empty'; readonly unit: string }
  | { readonly kind: 'tooLong'; readonly unit: string }
  | { readonly kind: 'notANumber'; readonly got: string; readonly unit: string }
  | { readonly kind: 'twoDecimalMarks'; readonly got: string; readonly unit: string }
  | { readonly kind: 'outOfReach'; readonly got: string; readonly unit: string }
  | { readonly kind: 'unknownUnit'; readonly got: string; readonly unit: string }
  | {
      readonly kind: 'twoMeanings';
      readonly got: string;
      readonly meanings: readonly [string, string];
      readonly unit: string;
    }
  | { readonly kind: 'belowZero'; readonly got: string; readonly least: string; readonly unit: string }
  | { readonly kind: 'otherQuantity'; readonly got: string; readonly found: string; readonly unit: string }
  | { readonly kind: 'ambientPressureNeeded'; readonly got: string; readonly unit: string };

const longestText = 60;
const overload = /^([+-]?)\s*(?:[o0]\.?l\.?|inf(?:inity)?|∞|overload|over)$/i;
const number = /^([<>]?)\s*([+-]?)\s*(\d+(?:[.,]\d*)?|[.,]\d+)(?:e([+-]?\d{1,3}))?\s*(.*)$/i;
// 4k7 and 2R2, as resistors are marked: the letter stands where the decimal mark would.
const infix = /^([<>]?)\s*([+-]?)\s*(\d+)([pnµumkKMGRr])(\d+)\s*(.*)$/;

/** A number as its decimal digits, before any unit is known. */
interface Numeral {
  readonly bound: Side | undefined;
  readonly sign: string;
  readonly digits: string;
  readonly exponent: number;
  readonly decimals: number;
  readonly unitText: string;
}

/**
 * Reads what a technician typed.
 * @returns the reading in the unit of the step, or what was wrong with it; never throws, whatever the text
 */
export function parseReading(text: string, context: ReadingContext): Result<Reading, ReadingProblem> {
  const { unit } = context;
  if (text.length > longestText) return failed({ kind: 'tooLong', unit });
  const clean = withoutThousands(normalise(text));
  if (clean === '') return failed({ kind: 'empty', unit });
  // Most readings are a bare number: only with something behind it can it be one of the other forms.
  const plain = readPlain(clean);
  if (plain?.unitText === '') return toReading(plain, text, context);
  // 0L is no litre only where litres are not what is measured.
  const over = plain && unitOf(unit).base.quantity === 'volume' ? null : overload.exec(clean);
  if (over) return ok({ kind: 'overload', side: over[1] === '-' ? 'below' : 'above', unit, text });
  const numeral = readInfix(clean) ?? plain;
  if (!numeral)
    return failed({ kind: /\d[.,]\d*[.,]/.test(clean) ? 'twoDecimalMarks' : 'notANumber', got: text, unit });
  return toReading(numeral, text, context);
}

/** Several commas, each before three digits, can only part thousands. */
function withoutThousands(text: string): string {
  if (!text.includes(',')) return text;
  const meanings = commaMeanings(text);
  return meanings && meanings.decimal === undefined ? meanings.thousands : text;
}

const plainAscii = /^[ -~]*$/;

/** One spelling for the many signs, spaces and Greek letters that keyboards and meters give. */
function normalise(text: string): string {
  if (plainAscii.test(text)) return text.trim();
  return text
    .replace(/[\u2212\u2012\u2013\u2014\uFE63\uFF0D]/g, '-')
    .replace(/[\u00A0\u2000-\u200B\u202F\u205F]/g, ' ')
    .replace(/\u03BC/g, 'µ')
    .replace(/[\u2126\u03C9]/g, 'Ω')
    .replace(/≥/g, '>')
    .replace(/≤/g, '<')
    .trim();
}

function readInfix(clean: string): Numeral | undefined {
  const match = infix.exec(clean);
  if (!match) return undefined;
  const [, bound = '', sign = '', whole = '', letter = '', decimals = '', unitText = ''] = match;
  const prefix = letter.toLowerCase() === 'r' ? 'R' : (toPrefix(letter) ?? '');
  return {
    bound: toSide(bound),
    sign,
    digits: `${whole}.${decimals}`,
    exponent: 0,
    decimals: decimals.length,
    // 4k7 Ω is 4.7 kΩ, and 2R2 is 2.2 Ω; what stands behind an R is for the unit to say.
    unitText: prefix !== 'R' ? prefix + unitText : /^(?:Ω|ohms?)?$/i.test(unitText) ? 'Ω' : `R ${unitText}`,
  };
}

function readPlain(clean: string): Numeral | undefined {
  const match = number.exec(clean);
  if (!match) return undefined;
  const [, bound = '', sign = '', raw = '', exponent = '0', unitText = ''] = match;
  // A second number behind the first (12 345, 1.234,5) is nothing that a meter shows; 1/min is a unit.
  if (/^[.,\d]/.test(unitText) && !/^1\s*\/\s*min$/i.test(unitText)) return undefined;
  const digits = raw.replace(',', '.');
  const point = digits.indexOf('.');
  const decimals = point < 0 ? 0 : digits.length - point - 1;
  return { bound: toSide(bound), sign, digits, exponent: Number(exponent), decimals, unitText };
}

const toSide = (sign: string): Side | undefined => (sign === '>' ? 'above' : sign === '<' ? 'below' : undefined);

function toReading(numeral: Numeral, text: string, context: ReadingContext): Result<Reading, ReadingProblem> {
  const { unit } = context;
  const target = unitOf(unit);
  const typed = typedUnit(numeral.unitText, target);
  if (!typed.ok) return failed(typed.problem);
  const from = typed.value;
  const inTarget = valueInTarget(numeral, from, target, context.ambientKPa);
  if (!inTarget.ok) return failed({ ...problemOf(inTarget.problem, text, from), unit });
  if (!Number.isFinite(inTarget.value)) return failed({ kind: 'outOfReach', got: text, unit });
  const least = leastIn(target);
  if (least !== undefined && inTarget.value < least - Math.abs(least) * 1e-9)
    return failed({ kind: 'belowZero', got: text, least: formatQuantity(least, unit), unit });
  if (numeral.bound) return ok({ kind: 'bounded', side: numeral.bound, bound: inTarget.value, unit, text });
  const resolution = convertStep(powerOfTen(numeral.exponent - numeral.decimals), from, target);
  return ok({ kind: 'exact', value: inTarget.value, resolution, unit, text });
}

const powers = new Map<number, number>();

/** Ten to that power, read from its decimal text: `10 ** -5` is not 0.00001 on every engine. */
function powerOfTen(power: number): number {
  const known = powers.get(power);
  if (known !== undefined) return known;
  const value = Number(`1e${power}`);
  powers.set(power, value);
  return value;
}

function valueInTarget(numeral: Numeral, from: Unit, target: Unit, ambientKPa: number | undefined) {
  // Prefixes go into the decimal exponent: 200 mV is read as 200e-3, free of rounding noise.
  const valueAt = (shift: number) => {
    const power = numeral.exponent + shift;
    return Number(power === 0 ? numeral.sign + numeral.digits : `${numeral.sign}${numeral.digits}e${power}`);
  };
  const changesDatum = from.datum !== undefined && from.datum !== target.datum;
  if (from.base === target.base && !changesDatum) return ok(valueAt(from.exponent - target.exponent));
  return convert(valueAt(from.exponent), { ...from, exponent: 0 }, target, ambientKPa);
}

function problemOf(problem: 'otherQuantity' | 'ambientPressureNeeded', got: string, from: Unit) {
  return problem === 'otherQuantity'
    ? ({ kind: problem, got, found: quantityNames[from.base.quantity] } as const)
    : ({ kind: problem, got } as const);
}

/** The unit that was typed: none is the step's, a lone prefix belongs to the step's unit, and a unit stands as it is. */
function typedUnit(unitText: string, target: Unit): Result<Unit, ReadingProblem> {
  if (unitText === '') return ok(target);
  const { quantity } = target.base;
  if (isMilliOrMega(unitText) && findUnit(unitText)?.base.quantity === quantity) {
    const { base } = target;
    const meanings = [`m${base.symbol}`, `M${base.symbol}`] as const;
    return failed({ kind: 'twoMeanings', got: unitText, meanings, unit: target.symbol });
  }
  const meant = findUnitOf(unitText.replace(/\s*\/\s*/, '/'), quantity);
  if (meant) return ok(meant);
  const unit = findUnit(unitText);
  const prefix = unitText.length === 1 ? toPrefix(unitText) : undefined;
  const prefixed = prefix ? withPrefix(target, prefix) : undefined;
  if (prefixed) return ok(prefixed);
  if (!unit) return failed({ kind: 'unknownUnit', got: unitText, unit: target.symbol });
  const found = quantityNames[unit.base.quantity];
  return failed({ kind: 'otherQuantity', got: unitText, found, unit: target.symbol });
}

/** The sentence for a technician: what was wrong, and what is expected. */
export function sayReadingProblem(problem: ReadingProblem): string {
  const example = `such as ${formatQuantity(12.4, problem.unit)}`;
  switch (problem.kind) {
    case 'empty':
      return `Type what the meter shows, in ${problem.unit}, or OL.`;
    case 'tooLong':
      return `That is longer than a reading can be. Type one number in ${problem.unit}, ${example}.`;
    case 'notANumber':
      return `“${problem.got}” is not a reading. Type a number in ${problem.unit}, ${example}, or OL.`;
    case 'twoDecimalMarks':
      return `“${problem.got}” has more than one decimal mark. Use one point or one comma, ${example}.`;
    case 'outOfReach':
      return `“${problem.got}” is larger than any meter shows. Type a number in ${problem.unit}, ${example}.`;
    case 'unknownUnit':
      return `“${problem.got}” is not a unit known here. This step is read in ${problem.unit}, ${example}.`;
    case 'twoMeanings':
      return `“${problem.got}” can be ${problem.meanings.join(' or ')}. Type which it is, with the capital.`;
    case 'belowZero':
      return `“${problem.got}” is less than there can be: nothing lies below ${problem.least}. Look at the sign and the unit.`;
    case 'otherQuantity':
      return `“${problem.got}” is ${problem.found}. This step is read in ${problem.unit}, ${example}.`;
    case 'ambientPressureNeeded':
      return `“${problem.got}” counts from another zero than ${problem.unit}, and the air pressure is not known. Read it in ${problem.unit}.`;
  }
}
