import type { VerdictKind } from '@probe-trail/core/spec';
import { lazy, memo, Suspense, useDeferredValue } from 'react';
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
const Drawn = memo(lazy(() => import('./LimitChartDrawn')));

/** Actual values against their limits along a table. */
export function LimitChart(props: LimitChartProps) {
  // The verdict is shown first; the chart follows when there is time to draw it.
  const points = useDeferredValue(props.points);
  const here = useDeferredValue(props.here);
  return (
    <div className={classes.chart}>
      <Suspense>
        <Drawn {...props} points={points} here={here} />
      </Suspense>
    </div>
  );
}
