import type { LiveValue } from './liveValue.js';

// Of two that differ, nobody knows which is right.
const fewestAlike = 3;

/**
 * Values that measure the same at several places, such as four wheel speeds: of one quantity, and named alike up to the first comma (“wheel speed,
 * front left”).
 * @returns for the key of each the keys of the others; values without at least two others have none
 */
export function alikeOthers(values: readonly LiveValue[]): ReadonlyMap<string, readonly string[]> {
  const kindOf = ({ name, unit }: LiveValue) => `${name.split(',')[0]} ${unit}`;
  return new Map(
    values.flatMap((value) => {
      const alike = values.filter((other) => kindOf(other) === kindOf(value));
      if (alike.length < fewestAlike) return [];
      return [[value.key, alike.map(({ key }) => key).filter((key) => key !== value.key)]];
    }),
  );
}

/** How far a number is from the median of the others, which one that is wrong hardly moves; `undefined` where there are fewer than two. */
export function apartFrom(number: number, others: readonly number[]): number | undefined {
  if (others.length < fewestAlike - 1) return undefined;
  const sorted = [...others].sort((a, b) => a - b);
  const [low = 0, high = 0] = [sorted[Math.floor((sorted.length - 1) / 2)], sorted[Math.ceil((sorted.length - 1) / 2)]];
  return number - (low + high) / 2;
}
