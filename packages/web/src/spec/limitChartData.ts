import { boundsOf, type RowLimits, type VerdictKind } from '@probe-trail/core/spec';

export interface ChartPoint {
  readonly x: number;
  readonly y: number;
}

/** The limits along a table, as two lines; `null` in y where that side is open. */
export interface ChartBand {
  readonly lower: readonly { readonly x: number; readonly y: number | null }[];
  readonly upper: readonly { readonly x: number; readonly y: number | null }[];
}

export interface LimitChartProps {
  /** What a reader who cannot see it is told. */
  readonly label: string;
  readonly band: ChartBand;
  readonly points: readonly (ChartPoint & { readonly kind: VerdictKind })[];
  /** Place on the x axis to be marked. */
  readonly here?: number | undefined;
  readonly xTitle: string;
  readonly yTitle: string;
}

export const bandOfRows = (rows: readonly { readonly at: number; readonly limits: RowLimits }[]): ChartBand => ({
  lower: rows.map(({ at, limits }) => ({ x: at, y: boundsOf(limits)[0] })),
  upper: rows.map(({ at, limits }) => ({ x: at, y: boundsOf(limits)[1] })),
});
