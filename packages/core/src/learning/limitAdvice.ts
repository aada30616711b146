import { type ZoneLine, zoneIndexAt } from '../spec/index.js';
import { type Counted, countOf, quantile } from './distribution.js';

/** That a limit stands in the middle of vehicles with which nothing is wrong, and where it would not. */
export interface LimitAdvice {
  readonly side: 'lower' | 'upper';
  /** As it stands in the plan. */
  readonly limit: number;
  /** How many sound readings there are, and how many of them lie beyond the limit. */
  readonly sound: number;
  readonly beyond: number;
  /** Within it lie 97.5 of a hundred sound readings, to two significant digits, rounded outward. */
  readonly proposed: number;
}

// Of fewer readings nothing is said, and where fewer than one in ten lies beyond: limits are there to be strict.
const fewest = 10;
const mostBeyond = 0.1;
const within = 0.975;

/**
 * Whether a limit stands among readings of sound vehicles, the side with more of them beyond it.
 * @param sound values in the unit of the limits, each once, rising
 * @returns `null` where the limit stands well, or too little is known
 */
export function limitAdvice(line: ZoneLine, sound: readonly Counted[]): LimitAdvice | null {
  const all = countOf(sound);
  if (all < fewest) return null;
  const sides = (['lower', 'upper'] as const).flatMap((side) => {
    const limit = limitOf(line, side);
    if (limit === undefined) return [];
    const beyond = countOf(
      sound.filter(({ value }) => isBeyond(line, value) && (side === 'lower' ? value <= limit : value >= limit)),
    );
    const proposed = quantile(sound, side === 'lower' ? 1 - within : within);
    if (proposed === undefined || beyond / all < mostBeyond) return [];
    return [{ side, limit, sound: all, beyond, proposed: outward(proposed, side) }];
  });
  return sides.sort((a, b) => b.beyond - a.beyond)[0] ?? null;
}

const isBeyond = (line: ZoneLine, value: number): boolean => !line.zones[zoneIndexAt(line, value)]?.ok;

/** The end of what is in spec on that side; `undefined` where it is open, or nothing is in spec. */
function limitOf({ cuts, zones }: ZoneLine, side: LimitAdvice['side']): number | undefined {
  const first = zones.findIndex(({ ok }) => ok);
  const last = zones.findLastIndex(({ ok }) => ok);
  if (first < 0) return undefined;
  return side === 'lower' ? cuts[first - 1] : cuts[last];
}

/** To two significant digits, away from the middle. */
function outward(value: number, side: LimitAdvice['side']): number {
  if (value === 0) return 0;
  const unit = 10 ** (Math.floor(Math.log10(Math.abs(value))) - 1);
  const rounded = side === 'lower' ? Math.floor(value / unit) : Math.ceil(value / unit);
  return Number((rounded * unit).toPrecision(2));
}
