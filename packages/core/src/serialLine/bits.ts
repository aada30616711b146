import { type Edges, findEdges, type Signal } from '../waveform/index.js';

/** A line that is switched between two levels, as the times at which it changes. */
export interface Toggles {
  /** ms since the signal began, rising. */
  readonly times: Float64Array;
  /** Whether it is high before the first of them. */
  readonly isHighFirst: boolean;
  readonly endMs: number;
  readonly stepMs: number;
}

/** @returns `undefined` where it does not change */
export function togglesOf(signal: Signal, edges: Edges = findEdges(signal)): Toggles | undefined {
  if (edges.times.length === 0) return undefined;
  return {
    times: edges.times,
    isHighFirst: edges.rising[0] === 0,
    endMs: (signal.samples.length - 1) * signal.stepMs,
    stepMs: signal.stepMs,
  };
}

/** Goes along a line: what it is at times that rise. @param from how many of its changes are known to be past */
export function makeReader({ times, isHighFirst }: Toggles, from: number): (atMs: number) => boolean {
  let passed = from;
  return (atMs) => {
    while (passed < times.length && (times[passed] ?? 0) <= atMs) passed += 1;
    return isHighFirst !== (passed % 2 === 1);
  };
}
