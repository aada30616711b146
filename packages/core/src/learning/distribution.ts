/** A value, and how often it came. */
export interface Counted {
  readonly value: number;
  readonly count: number;
}

/** Where the middle of many values lies, and how far they are apart. */
export interface Spread {
  readonly count: number;
  readonly median: number;
  /** One in ten is less. */
  readonly low: number;
  /** One in ten is more. */
  readonly high: number;
}

/** Values counted together, rising; each once. */
export function countTogether(values: readonly Counted[]): readonly Counted[] {
  const byValue = new Map<number, number>();
  for (const { value, count } of values) byValue.set(value, (byValue.get(value) ?? 0) + count);
  return [...byValue].map(([value, count]) => ({ value, count })).sort((a, b) => a.value - b.value);
}

export const countOf = (values: readonly { readonly count: number }[]): number =>
  values.reduce((sum, { count }) => sum + count, 0);

/**
 * The value below which a share of all lies, between two values in proportion (R-7 in Hyndman and Fan, Sample quantiles in statistical
 * packages, 1996).
 * @param rising each value once, rising
 * @param share 0 to 1
 * @returns `undefined` where there is no value
 */
export function quantile(rising: readonly Counted[], share: number): number | undefined {
  const place = (countOf(rising) - 1) * share;
  const below = valueAt(rising, Math.floor(place));
  const above = valueAt(rising, Math.ceil(place));
  return below === undefined || above === undefined ? undefined : below + (above - below) * (place - Math.floor(place));
}

/** The value at a place in the row of all values, counted from 0. */
function valueAt(rising: readonly Counted[], place: number): number | undefined {
  let passed = 0;
  for (const { value, count } of rising) {
    passed += count;
    if (place < passed) return place < 0 ? undefined : value;
  }
  return undefined;
}

/** @returns `undefined` where there is no value */
export function spreadOf(values: readonly Counted[]): Spread | undefined {
  const rising = countTogether(values);
  const [median, low, high] = [quantile(rising, 0.5), quantile(rising, 0.1), quantile(rising, 0.9)];
  if (median === undefined || low === undefined || high === undefined) return undefined;
  return { count: countOf(rising), median, low, high };
}
