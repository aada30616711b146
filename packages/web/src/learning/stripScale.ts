import { type RulerScale, rulerScale } from '../spec/rulerScale';

// A value further out than this many widths of the limits stands at the end: the others would be one column.
const farthest = 3;

/** The scale of a strip: all cuts, and the values as far as they leave room for the rest. */
export function stripScale(
  cuts: readonly number[],
  values: readonly { readonly value: number }[],
): Pick<RulerScale, 'placeOf'> {
  const [lowest, highest] = [values[0]?.value ?? 0, values.at(-1)?.value ?? 0];
  if (cuts.length === 0) return rulerScale(lowest === highest ? [lowest] : [lowest, highest]);
  const [first, last] = [cuts[0] ?? 0, cuts.at(-1) ?? 0];
  const room = (last - first || Math.abs(first) || 1) * farthest;
  return rulerScale([Math.min(first, Math.max(lowest, first - room)), Math.max(last, Math.min(highest, last + room))]);
}
