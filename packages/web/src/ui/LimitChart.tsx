import type { VerdictKind } from '@probe-trail/core/spec';
import { lazy, Suspense } from 'react';
import classes from './LimitChart.module.css';
import type { ChartBand, ChartPoint } from './limitChartData';

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

// The library is large, and most steps have no chart.
const Drawn = lazy(() => import('./LimitChartDrawn'));

/** Actual values against their limits along a table. */
export function LimitChart(props: LimitChartProps) {
  return (
    <div className={classes.chart}>
      <Suspense>
        <Drawn {...props} />
      </Suspense>
    </div>
  );
}
