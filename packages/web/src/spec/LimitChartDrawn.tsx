import { useComputedColorScheme } from '@mantine/core';
import {
  CategoryScale,
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  LinearScale,
  LineElement,
  type Plugin,
  PointElement,
} from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import '../ui/chartDefaults';
import { tokenColour } from '../ui/tokenColour';
import type { LimitChartProps } from './limitChartData';
import { verdictLook } from './verdictLook';

Chart.register(CategoryScale, Filler, LinearScale, LineElement, PointElement);

// The shapes of the verdicts, as the library has them; the word stands in the table beside the chart.
const pointShapes = { inSpec: 'circle', outOfSpec: 'rectRot', tooCloseToCall: 'triangle', noLimit: 'circle' } as const;

const resolved = (colour: string) => tokenColour(colour.slice(4, -1));

export default function LimitChartDrawn({ label, band, points, here, xTitle, yTitle }: LimitChartProps) {
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const data = useMemo(() => dataOf(band, points), [band, points, scheme]);
  const options = useMemo(() => optionsOf(xTitle, yTitle, here), [xTitle, yTitle, here, scheme]);
  return <Line aria-label={label} role="img" data={data} options={options} plugins={plugins} />;
}

function dataOf(band: LimitChartProps['band'], points: LimitChartProps['points']): ChartData<'line', unknown[]> {
  const limit = { borderColor: tokenColour('--fern'), borderWidth: 2, pointRadius: 0 };
  return {
    datasets: [
      { ...limit, data: [...band.lower] },
      { ...limit, data: [...band.upper], fill: '-1', backgroundColor: tokenColour('--fern-wash') },
      {
        data: [...points],
        borderColor: tokenColour('--ink'),
        borderWidth: 1.5,
        pointRadius: points.length > 60 ? 3 : 7,
        pointStyle: points.map(({ kind }) => pointShapes[kind]),
        pointBackgroundColor: points.map(({ kind }) => resolved(verdictLook[kind].colour)),
        pointBorderWidth: 1,
        pointBorderColor: tokenColour('--sheet'),
      },
    ],
  };
}

function optionsOf(xTitle: string, yTitle: string, here: number | undefined): ChartOptions<'line'> {
  const colour = tokenColour('--ink-soft');
  const axis = (text: string) => ({
    type: 'linear' as const,
    title: { display: true, text, color: colour },
    ticks: { color: colour, maxTicksLimit: 8 },
    grid: { color: tokenColour('--rule') },
  });
  return {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    scales: { x: axis(xTitle), y: axis(yTitle) },
    plugins: { legend: { display: false }, tooltip: { enabled: false }, here: { at: here } },
  } as ChartOptions<'line'>;
}

/** The place on the x axis where the vehicle stands, or the row that is typed. */
const hereLine: Plugin<'line', { readonly at?: number }> = {
  id: 'here',
  afterDatasetsDraw: ({ ctx, scales, chartArea }, _, { at }) => {
    if (at === undefined) return;
    const x = scales.x?.getPixelForValue(at) ?? 0;
    ctx.save();
    ctx.strokeStyle = tokenColour('--kingfisher');
    ctx.lineWidth = 2;
    ctx.setLineDash([6, 4]);
    ctx.beginPath();
    ctx.moveTo(x, chartArea.top);
    ctx.lineTo(x, chartArea.bottom);
    ctx.stroke();
    ctx.restore();
  },
};
const plugins = [hereLine];
