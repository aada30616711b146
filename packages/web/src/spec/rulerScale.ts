/** Where on the ruler a value stands: zones to scale, with room beyond the outermost cuts. */
export interface RulerScale {
  readonly from: number;
  readonly to: number;
  /** 0 at the left end, 1 at the right; beyond the ends it stays at them. */
  readonly placeOf: (value: number) => number;
  readonly valueAt: (place: number) => number;
}

// Each open end gets this share of the span between the cuts.
const openEndShare = 0.28;

/** A linear scale that shows all cuts of a spec and a piece of each open zone beyond them. */
export function rulerScale(cuts: readonly number[]): RulerScale {
  const lowest = cuts[0] ?? 0;
  const highest = cuts.at(-1) ?? lowest;
  const span = highest - lowest || Math.abs(lowest) || 1;
  const from = lowest - span * openEndShare;
  const to = highest + span * openEndShare;
  return {
    from,
    to,
    placeOf: (value) => Math.min(1, Math.max(0, (value - from) / (to - from))),
    valueAt: (place) => from + Math.min(1, Math.max(0, place)) * (to - from),
  };
}

/** A dragged value on the 1-2-5 step that a pixel of a 1000-pixel ruler is worth, so that cuts come out round. */
export function roundToScale(value: number, { from, to }: RulerScale): number {
  const perPixel = (to - from) / 500;
  const magnitude = 10 ** Math.floor(Math.log10(perPixel));
  const step =
    [1, 2, 5, 10].map((factor) => factor * magnitude).find((candidate) => candidate >= perPixel) ?? magnitude;
  return Number((Math.round(value / step) * step).toPrecision(10));
}
