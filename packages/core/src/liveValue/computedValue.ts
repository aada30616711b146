import { evaluateFormula, type Formula, parseFormula, sayFormulaProblem, unitFaultIn } from '../formula/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { findUnit } from '../units/index.js';
import type { LiveSample } from './liveSeries.js';
import type { LiveValue } from './liveValue.js';

/** A value that is computed of others while they come: the difference of two pressures, a power. */
export interface ComputedValue {
  readonly id: string;
  readonly name: string;
  /** In the language of plans; a value is called by its name on the line, such as `boostPressure`. */
  readonly formula: string;
  readonly unit: string;
}

/** What it is now, and within how much, in its unit; `null` where one of its values is not there. */
export interface ComputedNow {
  readonly value: number | null;
  readonly uncertainty: number;
}

/** By what a value is called in a formula: its own name, with that of its unit where others are called so too. */
export function nameInFormula({ id, unitId }: LiveValue, all: readonly LiveValue[]): string {
  const isAlone = all.filter((other) => other.id === id).length === 1;
  return (isAlone ? id : `${unitId}_${id}`).replace(/\W/g, '_');
}

/** The values of a line by their names in formulas. */
export const valuesByName = (all: readonly LiveValue[]): ReadonlyMap<string, LiveValue> =>
  new Map(all.map((value) => [nameInFormula(value, all), value]));

/**
 * The values that a formula uses, each once.
 * @returns what is wrong with it, in a sentence: its form, a name that no value has, a unit of another kind
 */
export function inputsOf(
  { formula, unit }: Pick<ComputedValue, 'formula' | 'unit'>,
  byName: ReadonlyMap<string, LiveValue>,
): Result<readonly LiveValue[], string> {
  const parsed = parseFormula(formula);
  if (!parsed.ok) return failed(sayFormulaProblem(parsed.problem));
  const { names } = parsed.value;
  const unknown = names.find((name) => !byName.has(name));
  if (unknown !== undefined) return failed(`“${unknown}” is no value of this model.`);
  if (names.length === 0) return failed('It uses no value.');
  const fault = faultOf(parsed.value, unit, byName);
  return fault === undefined ? ok(names.flatMap((name) => byName.get(name) ?? [])) : failed(fault);
}

function faultOf(formula: Formula, unit: string, byName: ReadonlyMap<string, LiveValue>): string | undefined {
  const wanted = findUnit(unit);
  if (!wanted) return unit.trim() === '' ? 'Say in which unit it is.' : `“${unit}” is no unit that is known here.`;
  const fault = unitFaultIn(formula, wanted, (name) => findUnit(byName.get(name)?.unit ?? ''));
  return fault === undefined ? undefined : `The formula ${fault}.`;
}

/**
 * Computes a value of what was read last.
 * @param latest the newest sample of a value, by its key; `undefined` where none is there that still counts
 */
export function computeLive(
  { formula, unit }: ComputedValue,
  byName: ReadonlyMap<string, LiveValue>,
  latest: (key: string) => LiveSample | undefined,
): ComputedNow {
  const found = evaluateFormula(formula, unit, (name) => {
    const value = byName.get(name);
    const sample = value && latest(value.key);
    if (!value || sample?.value === null || sample?.value === undefined) return `${name} is not there.`;
    const { scale, within } = value;
    return { value: sample.value, unit: value.unit, uncertainty: Math.max(within ?? 0, Math.abs(scale) / 2) };
  });
  return found.ok
    ? { value: found.value.value, uncertainty: found.value.uncertainty }
    : { value: null, uncertainty: 0 };
}

/** By which a computed value is known on boards and in recordings. */
export const keyOfComputed = (id: string): string => `computed.${id}`;

const [mostDecimals, largest] = [4, 1e9];

/** A computed value as boards and recordings have values. */
export function asLiveValue({ id, name, formula, unit }: ComputedValue, inputs: readonly LiveValue[]): LiveValue {
  const finest = Math.max(...inputs.map(({ scale }) => Math.log10(Math.abs(scale))), -mostDecimals);
  return {
    id,
    key: keyOfComputed(id),
    name,
    unit,
    unitId: 'computed',
    unitName: formula,
    identifier: '0000',
    at: 0,
    bytes: 1,
    isSigned: true,
    scale: 10 ** Math.floor(finest),
    offset: 0,
    least: -largest,
    most: largest,
    invalid: null,
  };
}
