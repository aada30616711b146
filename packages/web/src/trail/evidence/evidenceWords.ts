import type { Strength } from '@probe-trail/core/evidence';

// One sign for each strength, and two of it for a strong one: they are told apart without colour.
export const strengthSigns: Readonly<Record<Strength, string>> = {
  stronglyFor: '▲▲',
  for: '▲',
  silent: '·',
  against: '▽',
  stronglyAgainst: '▽▽',
};

/** How likely a suspect is, in percent. */
export const sayShare = (share: number): string =>
  share < 0.01 ? '< 1 %' : share > 0.99 ? '> 99 %' : `${Math.round(share * 100)} %`;
