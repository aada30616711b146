import type { Reading } from '../reading/index.js';
import type { Verdict } from './judge.js';

/** One reading of several that are judged together. */
export interface JudgedRow {
  readonly label: string;
  readonly reading: Reading;
  readonly verdict: Verdict;
}

export interface JudgedSeries {
  readonly rows: readonly JudgedRow[];
  /** The number that stands for all, such as a change; `undefined` where there is none. */
  readonly reading: Reading | undefined;
  readonly verdict: Verdict;
}
