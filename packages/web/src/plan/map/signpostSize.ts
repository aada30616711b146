import type { MapStep } from './mapGraph';

/** Measures of a signpost on the map, in its own pixels; the layout and what is drawn share them. */
export const signpostWidth = 236;
export const headHeight = 54;
export const armHeight = 26;
const footHeight = 8;
/** Where ways come in at the upper edge, from the left. */
export const inlet = signpostWidth - 16;

export const heightOf = ({ arms, folded }: Pick<MapStep, 'arms' | 'folded'>): number =>
  headHeight + arms.length * armHeight + (folded > 0 ? armHeight : 0) + footHeight;

/** Where the arm of that index leaves, from the top. */
export const armMiddle = (index: number): number => headHeight + index * armHeight + armHeight / 2;

/** The colour of the ways to one conclusion. */
export const pathColour = (hue: number): string => `var(--path-${hue})`;
