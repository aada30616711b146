import type { SeriesRow } from './useTypedRows';

/** What a board of rows shows, and how a row is picked on it. */
export interface BoardProps<Spec> {
  readonly spec: Spec;
  readonly rows: readonly SeriesRow[];
  /** The row that is being typed; `undefined` once all are recorded. */
  readonly active: number | undefined;
  /** Result, once it can be said. */
  readonly zoneId: string | undefined;
  readonly onPick: (index: number) => void;
}
