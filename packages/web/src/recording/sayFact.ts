import type { Fact } from '@probe-trail/core/captureReading';
import { formatPlain } from '@probe-trail/core/reading';

/** A number with as many digits as its uncertainty leaves, and the uncertainty with two. */
export function sayFact({ value, uncertainty, unit }: Pick<Fact, 'value' | 'uncertainty' | 'unit'>): string {
  if (uncertainty === null || !(uncertainty > 0)) return `${formatPlain(Number(value.toPrecision(5)))} ${unit}`.trim();
  const places = Math.min(9, Math.max(0, 1 - Math.floor(Math.log10(uncertainty))));
  return `${formatPlain(Number(value.toFixed(places)))} ±${formatPlain(Number(uncertainty.toPrecision(2)))} ${unit}`.trim();
}
