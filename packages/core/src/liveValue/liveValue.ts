import type { Line, LineUnit, LiveValueInfo, UnitData } from '../vehicle/index.js';

/** A value of a unit, as somebody picks and sees it. */
export interface LiveValue extends LiveValueInfo {
  /** By which it is known on its line: unit and value, such as `A10.coolantTemperature`. */
  readonly key: string;
  readonly unitId: string;
  readonly unitName: string;
  readonly identifier: string;
}

/** Every value that the units of a line tell, in the order of the line. */
export const liveValuesOf = ({ units }: Pick<Line, 'units'>): readonly LiveValue[] =>
  units.flatMap((unit) => (unit.data ?? []).flatMap((data) => data.values.map((value) => named(unit, data, value))));

const named = (unit: LineUnit, { identifier }: UnitData, value: LiveValueInfo): LiveValue => ({
  ...value,
  key: `${unit.id}.${value.id}`,
  unitId: unit.id,
  unitName: unit.name,
  identifier,
});

/**
 * The number that stands in what a unit sent for an identifier, in the value's own unit.
 * @returns `undefined` where the unit says that it has none, or where the bytes are too few
 */
export function decodeValue(data: Uint8Array, value: LiveValueInfo): number | undefined {
  const { at, bytes, isSigned, scale, offset, invalid } = value;
  if (at + bytes > data.length) return undefined;
  const raw = data.subarray(at, at + bytes).reduce((sum, byte) => sum * 256 + byte, 0);
  if (raw === invalid) return undefined;
  const number = isSigned && raw >= 2 ** (8 * bytes - 1) ? raw - 2 ** (8 * bytes) : raw;
  return rounded(number * scale + offset, value);
}

/** Whether a value can be at all; what is beyond its range is shown, and said. */
export const isPossible = (number: number, { least, most }: LiveValueInfo): boolean =>
  number >= least && number <= most;

/** Bytes for a number, as a unit sends them; it is held within what they can say. The inverse of `decodeValue`. */
export function encodeValue(number: number, { bytes, isSigned, scale, offset }: LiveValueInfo): readonly number[] {
  const span = 2 ** (8 * bytes);
  const [least, most] = isSigned ? [-span / 2, span / 2 - 1] : [0, span - 1];
  const raw = Math.min(most, Math.max(least, Math.round((number - offset) / scale)));
  const unsigned = raw < 0 ? raw + span : raw;
  return Array.from({ length: bytes }, (_, index) => Math.floor(unsigned / 256 ** (bytes - 1 - index)) % 256);
}

/** How many decimals a value is shown with: as many as one step of its bytes has, four at most. */
export const decimalsOf = ({ scale }: LiveValueInfo): number =>
  [0, 1, 2, 3].find((decimals) => Number((Math.abs(scale) * 10 ** decimals).toFixed(6)) % 1 === 0) ?? 4;

// 0.1 + 0.2 is not 0.3: what binary fractions add is taken off again.
const rounded = (number: number, value: LiveValueInfo): number => Number(number.toFixed(decimalsOf(value) + 2));
