import { evaluateFormula, evaluateRows, parseFormula } from '../formula/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { type DriveSpec, type DriveValue, nameOfDriveValue } from '../spec/index.js';
import { convert, convertStep, findUnit, type Unit, unitOf } from '../units/index.js';
import { type Channel, noValue, type Recording } from './recording.js';
import { held } from './search.js';

/** Within how much a value of a line is known (k = 2), in its unit; `undefined` where that is not known. */
export type AccuracyOf = (key: string) => number | undefined;

/** A value of the limits as a recording has it: held for as long as it stands, in the unit in which the limits take it. */
export interface FoundValue extends DriveValue {
  readonly held: Float64Array;
  /** Expanded uncertainty (k = 2), in that unit. */
  readonly uncertainty: number;
}

export type FoundValues = ReadonlyMap<string, FoundValue>;

/** @returns a sentence where the recording lacks a value, or has it in a unit of another kind */
export function findValues(recording: Recording, spec: DriveSpec, accuracyOf: AccuracyOf): Result<FoundValues, string> {
  const found = new Map<string, FoundValue>();
  const missing: string[] = [];
  for (const value of spec.values) {
    const channel = recording.channels.find(({ key }) => key === value.key);
    const values = held(recording, value.key);
    if (!channel || !values) {
      missing.push(`“${nameOfDriveValue(spec, value.id)}” (${value.key})`);
      continue;
    }
    const [from, to] = [findUnit(channel.unit), unitOf(unitIn(spec, value))];
    if (!from || !convert(0, from, to).ok)
      return failed(`“${channel.name}” was recorded in ${channel.unit}, and the limits take it in ${to.symbol}.`);
    const uncertainty = convertStep(accuracyOf(value.key) ?? smallestStep(channel) / 2, from, to);
    found.set(value.id, { ...value, held: inUnit(values, from, to), uncertainty });
  }
  return missing.length > 0 ? failed(`This recording lacks ${missing.join(', ')}.`) : ok(found);
}

/** What is held against its like is taken in the unit of the limits. */
const unitIn = ({ compares, unit }: DriveSpec, value: DriveValue): string =>
  compares.kind === 'alike' && compares.of.includes(value.id) ? unit : value.unit;

function inUnit(values: Float64Array, from: Unit, to: Unit): Float64Array {
  if (from.symbol === to.symbol) return values;
  return values.map((value) => {
    const converted = Number.isFinite(value) ? convert(value, from, to) : ok(value);
    return converted.ok ? converted.value : Number.NaN;
  });
}

/** The least difference between two values that follow each other and differ; 0 where none do. */
function smallestStep({ values }: Channel): number {
  let [least, last] = [Number.POSITIVE_INFINITY, Number.NaN];
  for (const value of values) {
    if (!Number.isFinite(value)) continue;
    const step = Math.abs(value - last);
    if (step > 0 && step < least) least = step;
    last = value;
  }
  return Number.isFinite(least) ? Number(least.toPrecision(6)) : 0;
}

/** Row by row what is compared: a number, `NaN` where it cannot be said, `noValue` where its unit had none. */
export interface ComparedRows {
  /** Id of the value that is held against those like it; `null` for what a formula comes to. */
  readonly of: string | null;
  /** What is judged. */
  readonly values: Float64Array;
  /** What is drawn: of alike things the value itself. */
  readonly drawn: Float64Array;
  /** Expanded uncertainty (k = 2) of a row, in the unit of the limits. */
  readonly uncertaintyAt: (row: number) => number;
}

/** What a drive compares, over all rows of a recording. */
export function compareRows(
  { compares, unit }: DriveSpec,
  values: FoundValues,
  count: number,
): readonly ComparedRows[] {
  if (compares.kind === 'formula') return [computeRows(compares.formula, unit, values, count)];
  const members = compares.of.flatMap((id) => values.get(id) ?? []);
  const apart = apartFromMedian(members.map((one) => one.held));
  return members.map((one, index) => {
    // The median is as uncertain as the best of those that it is taken from.
    const others = members.filter((other) => other !== one).map(({ uncertainty }) => uncertainty);
    const uncertainty = Math.hypot(one.uncertainty, Math.min(...others));
    const values = apart[index] ?? new Float64Array();
    return { of: one.id, values, drawn: one.held, uncertaintyAt: () => uncertainty };
  });
}

function computeRows(formula: string, unit: string, values: FoundValues, count: number): ComparedRows {
  const parsed = parseFormula(formula);
  const inputs = parsed.ok ? parsed.value.names.flatMap((name) => values.get(name) ?? []) : [];
  const columns = new Map(inputs.map((one) => [one.id, { unit: one.unit, values: one.held }]));
  const isThere = (row: number) => inputs.every((one) => Number.isFinite(one.held[row]));
  const computed = evaluateRows(formula, unit, columns, isThere);
  const result = computed.ok ? computed.value : new Float64Array(count).fill(Number.NaN);
  for (let row = 0; row < count; row += 1)
    if (inputs.some((one) => one.held[row] === noValue) && inputs.every((one) => !Number.isNaN(one.held[row])))
      result[row] = noValue;
  const uncertaintyAt = (row: number) => {
    const doubted = evaluateFormula(formula, unit, (name) => {
      const one = values.get(name);
      return one
        ? { value: one.held[row] ?? Number.NaN, unit: one.unit, uncertainty: one.uncertainty }
        : `${name} is not known.`;
    });
    return doubted.ok ? doubted.value.uncertainty : 0;
  };
  return { of: null, values: result, drawn: result, uncertaintyAt };
}

/** Each against the median of all that have a value in the row; where fewer than two have one, nothing can be said. */
function apartFromMedian(all: readonly Float64Array[]): readonly Float64Array[] {
  const apart = all.map((values) => new Float64Array(values.length).fill(Number.NaN));
  const there = new Float64Array(all.length);
  for (let row = 0; row < (all[0]?.length ?? 0); row += 1) {
    let count = 0;
    for (const values of all) {
      const value = values[row] ?? Number.NaN;
      if (Number.isFinite(value)) there[count++] = value;
    }
    if (count < 2) continue;
    const middle = medianOf(there.subarray(0, count).sort());
    for (let index = 0; index < all.length; index += 1) {
      const [value, target] = [all[index]?.[row] ?? Number.NaN, apart[index]];
      if (target) target[row] = value === noValue ? noValue : value - middle;
    }
  }
  return apart;
}

function medianOf(sorted: Float64Array): number {
  const half = sorted.length / 2;
  return ((sorted[Math.ceil(half) - 1] ?? 0) + (sorted[Math.floor(half)] ?? 0)) / 2;
}
