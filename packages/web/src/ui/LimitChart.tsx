import { useDebouncedValue } from '@mantine/hooks';
import type { VerdictKind } from '@probe-trail/core/spec';
import { lazy, memo, Suspense } from 'react';
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

const restMs = 150;

/** Actual values against their limits along a table. */
export function LimitChart(props: LimitChartProps) {
  // The verdict is shown at once; the chart follows as soon as the typing rests.
  const [points] = useDebouncedValue(props.points, restMs);
  const [here] = useDebouncedValue(props.here, restMs);
  return (
    <div className={classes.chart}>
      <Suspense>
        <Drawn {...props} points={points} here={here} />
      </Suspense>
    </div>
  );
}
