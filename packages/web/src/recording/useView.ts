import { useCallback, useState } from 'react';

/** What is seen of a recording, in ms since it began. */
export interface View {
  readonly fromMs: number;
  readonly toMs: number;
}

// Less than that has no two rows of a drive; of a capture so many samples are seen.
const leastMs = 500;
const leastSamples = 8;

/** A view that lies within the whole, and shows neither less than can be told apart nor more than there is. */
export function withinWhole({ fromMs, toMs }: View, lengthMs: number, leastSpanMs = leastMs): View {
  const span = Math.min(Math.max(toMs - fromMs, Math.min(leastSpanMs, lengthMs)), lengthMs);
  const middle = (fromMs + toMs) / 2;
  const from = Math.min(Math.max(0, middle - span / 2), lengthMs - span);
  return { fromMs: from, toMs: from + span };
}

/** @param atMs what stays where it is; @param factor under 1: nearer */
export const zoomed = ({ fromMs, toMs }: View, atMs: number, factor: number): View => ({
  fromMs: atMs - (atMs - fromMs) * factor,
  toMs: atMs + (toMs - atMs) * factor,
});

export const moved = ({ fromMs, toMs }: View, byMs: number): View => ({ fromMs: fromMs + byMs, toMs: toMs + byMs });

/** The part of a recording that is seen: all of it at first. @param stepMs of a capture; `null` for a drive */
export function useView(wholeMs: number, stepMs: number | null) {
  const lengthMs = Math.max(stepMs ?? 1, wholeMs);
  const least = stepMs === null ? leastMs : leastSamples * stepMs;
  const [view, setView] = useState<View>({ fromMs: 0, toMs: lengthMs });
  const change = useCallback(
    (next: (last: View) => View) => setView((last) => withinWhole(next(last), lengthMs, least)),
    [lengthMs, least],
  );
  return { view, change };
}
