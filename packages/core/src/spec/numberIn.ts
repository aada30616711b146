import type { Reading } from '../reading/index.js';

/** A reading as a number to compare: OL is infinite, a one-sided reading stands at its bound. */
export function numberIn(reading: Reading): number {
  if (reading.kind === 'exact') return reading.value;
  if (reading.kind === 'bounded') return reading.bound;
  return reading.side === 'above' ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY;
}
