import { boundsOf, type RowLimits } from '@probe-trail/core/spec';

export interface ChartPoint {
  readonly x: number;
  readonly y: number;
}

/** The limits along a table, as two lines; `null` in y where that side is open. */
export interface ChartBand {
  readonly lower: readonly { readonly x: number; readonly y: number | null }[];
  readonly upper: readonly { readonly x: number; readonly y: number | null }[];
}

export const bandOfRows = (rows: readonly { readonly at: number; readonly limits: RowLimits }[]): ChartBand => ({
  lower: rows.map(({ at, limits }) => ({ x: at, y: boundsOf(limits)[0] })),
  upper: rows.map(({ at, limits }) => ({ x: at, y: boundsOf(limits)[1] })),
});
