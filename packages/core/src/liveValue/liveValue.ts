import type { Line, LineUnit, LiveValueInfo, UnitData } from '../vehicle/index.js';
import { type LiveReading, type LiveSource, overWindow, traceOf } from './liveReading.js';
import type { LiveSample } from './liveSeries.js';

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

/** How a value stands in the bytes. */
type BytesOfValue = Pick<LiveValueInfo, 'at' | 'bytes' | 'isSigned' | 'scale' | 'offset' | 'invalid'>;

/**
 * The number that stands in what a unit sent for an identifier, in the value's own unit.
 * @returns `undefined` where the unit says that it has none, or where the bytes are too few
 */
export function decodeValue(data: Uint8Array, value: BytesOfValue): number | undefined {
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
export function encodeValue(
  number: number,
  { bytes, isSigned, scale, offset }: Pick<LiveValueInfo, 'bytes' | 'isSigned' | 'scale' | 'offset'>,
): readonly number[] {
  const span = 2 ** (8 * bytes);
  const [least, most] = isSigned ? [-span / 2, span / 2 - 1] : [0, span - 1];
  const raw = Math.min(most, Math.max(least, Math.round((number - offset) / scale)));
  const unsigned = raw < 0 ? raw + span : raw;
  return Array.from({ length: bytes }, (_, index) => Math.floor(unsigned / 256 ** (bytes - 1 - index)) % 256);
}

/** How many decimals a value is shown with: as many as one step of its bytes has, four at most. */
export const decimalsOf = ({ scale }: Pick<LiveValueInfo, 'scale'>): number =>
  [0, 1, 2, 3].find((decimals) => Number((Math.abs(scale) * 10 ** decimals).toFixed(6)) % 1 === 0) ?? 4;

// 0.1 + 0.2 is not 0.3: what binary fractions add is taken off again.
const rounded = (number: number, value: Pick<LiveValueInfo, 'scale'>): number =>
  Number(number.toFixed(decimalsOf(value) + 2));

/** A reading that is taken from the vehicle: the text of an entry, and what stands behind it. */
export interface TakenLive {
  readonly text: string;
  readonly source: LiveSource;
}

/**
 * Takes a window of a value as a reading.
 * @param samples of the value, the oldest first
 * @returns `undefined` where the window cannot be taken now; `overWindow` says why
 */
export function takeLive(
  value: LiveValue,
  live: Pick<LiveReading, 'take' | 'seconds'>,
  samples: readonly LiveSample[],
  atMs: number,
): TakenLive | undefined {
  const over = overWindow(samples, live, atMs);
  if (over.kind !== 'ready') return undefined;
  const { key, name, unitName, unit, scale, within } = value;
  const { take, seconds } = live;
  const source = { key, name, unitName, unit, step: Math.abs(scale), within: within ?? null, take, seconds };
  return {
    text: sayLiveNumber(over.value, value, live),
    source: { ...source, trace: traceOf(samples, atMs) },
  };
}

/** A value as it is written for a reading, with its unit; a mean is finer than a step of the value. */
export function sayLiveNumber(
  number: number,
  value: LiveValue,
  { take, seconds }: Pick<LiveReading, 'take' | 'seconds'>,
): string {
  const finer = take === 'mean' && seconds > 0 ? 1 : 0;
  return `${number.toFixed(decimalsOf(value) + finer)} ${value.unit}`;
}
