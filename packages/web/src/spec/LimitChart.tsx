import { useDebouncedValue } from '@mantine/hooks';
import { lazy, memo, Suspense } from 'react';
import classes from './LimitChart.module.css';
import type { LimitChartProps } from './limitChartData';

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
