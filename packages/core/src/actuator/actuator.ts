import { decodeValue, encodeValue } from '../liveValue/index.js';
import { formatPlain } from '../reading/index.js';
import type { ActuatorInfo, Line, LineUnit } from '../vehicle/index.js';

/** An actuator of a unit, as somebody picks and runs it. */
export interface Actuator extends ActuatorInfo {
  /** By which it is known on its line: unit and actuator, such as `A34.fan`. */
  readonly key: string;
  readonly unitId: string;
  readonly unitName: string;
}

/** Every actuator of the units of a line, in the order of the line. */
export const actuatorsOf = ({ units }: Pick<Line, 'units'>): readonly Actuator[] =>
  units.flatMap((unit) => (unit.actuators ?? []).map((actuator) => named(unit, actuator)));

const named = (unit: LineUnit, actuator: ActuatorInfo): Actuator => ({
  ...actuator,
  key: `${unit.id}.${actuator.id}`,
  unitId: unit.id,
  unitName: unit.name,
});

/** Bytes of a command, as the unit is told it. */
export const encodeCommand = (command: number, actuator: ActuatorInfo): Uint8Array =>
  Uint8Array.from(encodeValue(withinRange(command, actuator), { ...actuator, isSigned: false }));

/** The command that stands in bytes; `undefined` where they are too few. */
export const decodeCommand = (state: Uint8Array, actuator: ActuatorInfo): number | undefined =>
  decodeValue(state, { ...actuator, at: 0, isSigned: false, invalid: null });

/** Whether it is either on or off, and has nothing between. */
export const isSwitch = ({ unit, least, most }: Pick<ActuatorInfo, 'unit' | 'least' | 'most'>): boolean =>
  unit === '' && least === 0 && most === 1;

/** The command nearest to the one that is asked for that the actuator can be given. */
export const withinRange = (command: number, { least, most }: Pick<ActuatorInfo, 'least' | 'most'>): number =>
  Math.min(most, Math.max(least, command));

/** A condition on a value of the vehicle under which an actuator may run. */
export type Condition = NonNullable<ActuatorInfo['onlyWhile']>[number];

/**
 * The first condition that does not hold.
 * @param valueFor the value of a key as it is now; `null`: it has none. What is not known does not hold.
 * @returns why, in a sentence; `undefined` where all hold
 */
export function unmetCondition(
  conditions: readonly Condition[],
  valueFor: (key: string) => number | null,
  nameOf: (key: string) => { readonly name: string; readonly unit: string },
): string | undefined {
  for (const { value: key, min, max } of conditions) {
    const { name, unit } = nameOf(key);
    const value = valueFor(key);
    const wanted = sayRange(min, max, unit);
    if (value === null) return `${name} is not known now, and must be ${wanted}.`;
    if ((min !== null && value < min) || (max !== null && value > max))
      return `${name} is ${formatPlain(value)} ${unit}, and must be ${wanted}.`;
  }
  return undefined;
}

function sayRange(min: number | null, max: number | null, unit: string): string {
  if (min !== null && max !== null)
    return min === max ? `${formatPlain(min)} ${unit}` : `${formatPlain(min)} to ${formatPlain(max)} ${unit}`;
  return min !== null ? `at least ${formatPlain(min)} ${unit}` : `at most ${formatPlain(max ?? 0)} ${unit}`;
}

/** A condition in a few words, such as “engine speed at most 0 rpm”. */
export const sayCondition = (
  { value: key, min, max }: Condition,
  nameOf: (key: string) => { readonly name: string; readonly unit: string },
): string => `${nameOf(key).name} ${sayRange(min, max, nameOf(key).unit)}`;
