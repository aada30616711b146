import { makeErf } from '#mathjs/erf';
import type { ZoneLine } from './zonesOf.js';

// Made when the first reading is near a limit.
let math: ReturnType<typeof makeErf> | undefined;

function erf(x: number): number {
  math ??= makeErf();
  return math.erf(x);
}

/** Share of the standard normal distribution up to z. */
const normalShare = (z: number): number =>
  z === Number.POSITIVE_INFINITY ? 1 : z === Number.NEGATIVE_INFINITY ? 0 : (1 + erf(z / Math.SQRT2)) / 2;

/**
 * Probability that the true value lies in an ok zone, given a reading x with the expanded uncertainty u.
 * Normal distribution with standard uncertainty u/k, coverage factor k = 2.
 * @param least nothing is less than this: what the distribution has below it is shared out over the rest
 * @returns 0 to 1
 * Source: JCGM 106:2012, 7.2 and 7.4 (specification intervals, one- and two-sided).
 */
export function conformityOf(
  { cuts, zones }: ZoneLine,
  x: number,
  u: number,
  least = Number.NEGATIVE_INFINITY,
): number {
  const standard = u / 2;
  const plainShare = (limit: number) => (standard === 0 ? Number(x <= limit) : normalShare((limit - x) / standard));
  const below = least === Number.NEGATIVE_INFINITY ? 0 : plainShare(least);
  const shareUpTo = (limit: number) => (limit < least ? 0 : (plainShare(limit) - below) / (1 - below));
  return zones.reduce((sum, zone, index) => {
    if (!zone.ok) return sum;
    const upper = shareUpTo(cuts[index] ?? Number.POSITIVE_INFINITY);
    const lower = shareUpTo(cuts[index - 1] ?? Number.NEGATIVE_INFINITY);
    return sum + upper - lower;
  }, 0);
}
