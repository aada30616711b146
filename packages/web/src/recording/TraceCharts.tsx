import { useComputedColorScheme } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import type { Cell, ChannelInfo, Mark } from '@probe-trail/core/recording';
import {
  Chart,
  type ChartData,
  type ChartOptions,
  LinearScale,
  LineElement,
  type Plugin,
  PointElement,
} from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import '../ui/chartDefaults';
import { tokenColour } from '../ui/tokenColour';
import classes from './RecordingPage.module.css';
import { sayLength } from './sayLength';
import type { View } from './useView';

Chart.register(LinearScale, LineElement, PointElement);

/** A channel as it is drawn: its cells over the view, and the number of its colour. */
export interface DrawnChannel extends ChannelInfo {
  readonly cells: readonly Cell[];
  readonly colour: number;
  /** Of another recording that is laid over this one; none where there is none. */
  readonly over: readonly Cell[];
}

/** What stands across all charts. */
export interface Across {
  readonly cursorMs: number | undefined;
  readonly markers: readonly { readonly name: string; readonly atMs: number }[];
  readonly marks: readonly Mark[];
}

interface ChartsProps {
  readonly drawn: readonly DrawnChannel[];
  readonly view: View;
  /** All in one chart, on one axis. */
  readonly isOneAxis: boolean;
  readonly across: Across;
}

export const colourOf = (colour: number): string => `--path-${colour % 8}`;

/** The traces one above the other, or all on one axis. */
export default function TraceCharts({ drawn, view, isOneAxis, across }: ChartsProps) {
  const groups = isOneAxis ? [drawn] : drawn.map((one) => [one]);
  return groups.map((group, index) => (
    <TraceChart
      key={isOneAxis ? 'all' : group[0]?.key}
      group={group}
      view={view}
      across={across}
      hasTimes={index === groups.length - 1}
      isTall={isOneAxis}
    />
  ));
}

interface ChartProps {
  readonly group: readonly DrawnChannel[];
  readonly view: View;
  readonly across: Across;
  readonly hasTimes: boolean;
  readonly isTall: boolean;
}

function TraceChart({ group, view, across, hasTimes, isTall }: ChartProps) {
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const data = useMemo(() => dataOf(group, view), [group, view, scheme]);
  const units = [...new Set(group.map(({ unit }) => unit))].join(', ');
  const options = useMemo(() => optionsOf(view, units, hasTimes, across), [view, units, hasTimes, across, scheme]);
  return (
    <div className={classes.chart} data-tall={isTall || undefined}>
      <p className={classes.names}>
        {group.map(({ key, name, colour }) => (
          <span key={key} style={{ color: `var(${colourOf(colour)})` }}>
            {name}
          </span>
        ))}
      </p>
      <Line
        role="img"
        aria-label={group.map(({ name }) => name).join(', ')}
        data={data}
        options={options}
        plugins={plugins}
        updateMode="none"
      />
    </div>
  );
}

/** Of each cell its least and its greatest; where a unit had no value, the line is broken. */
function dataOf(group: readonly DrawnChannel[], { fromMs, toMs }: View): ChartData<'line', { x: number; y: number }[]> {
  return {
    datasets: group.flatMap(({ cells, over, colour }) => {
      const line = (of: readonly Cell[], borderDash: number[]) => ({
        data: pointsOf(of, fromMs, (toMs - fromMs) / Math.max(1, of.length)),
        borderColor: tokenColour(colourOf(colour)),
        borderWidth: 1.5,
        borderDash,
        pointRadius: 0,
        spanGaps: false,
      });
      return over.length > 0 ? [line(cells, []), line(over, [6, 4])] : [line(cells, [])];
    }),
  };
}

// So many cells without a value are drawn over: a value is not read in each of them when one looks closely.
const bridgedMs = 1500;

function pointsOf(cells: readonly Cell[], fromMs: number, width: number): { x: number; y: number }[] {
  const points: { x: number; y: number }[] = [];
  let lastMs = Number.NEGATIVE_INFINITY;
  for (const [index, { least, most, hasNone }] of cells.entries()) {
    const x = fromMs + (index + 0.5) * width;
    const isEmpty = Number.isNaN(least);
    if (hasNone && isEmpty) points.push({ x, y: Number.NaN });
    if (isEmpty) continue;
    if (x - lastMs > Math.max(bridgedMs, 2 * width)) points.push({ x: x - width, y: Number.NaN });
    points.push({ x, y: least });
    if (most !== least) points.push({ x, y: most });
    if (hasNone) points.push({ x: x + width / 4, y: Number.NaN });
    lastMs = x;
  }
  return points;
}

type AcrossOptions = ChartOptions<'line'> & { plugins: { across: Across } };

function optionsOf({ fromMs, toMs }: View, units: string, hasTimes: boolean, across: Across): AcrossOptions {
  const colour = tokenColour('--ink-soft');
  const grid = { color: tokenColour('--rule') };
  return {
    animation: false,
    parsing: false,
    normalized: true,
    responsive: true,
    maintainAspectRatio: false,
    events: [],
    // Room for the name above the trace.
    layout: { padding: { top: 22, right: 8 } },
    scales: {
      x: {
        type: 'linear',
        // A long time at its end must not make one chart narrower than the others.
        afterFit: (axis) => {
          [axis.paddingLeft, axis.paddingRight] = [0, 0];
        },
        min: fromMs,
        max: toMs,
        grid,
        ticks: {
          display: hasTimes,
          color: colour,
          align: 'inner',
          includeBounds: false,
          maxRotation: 0,
          autoSkipPadding: 24,
          callback: (value) => sayLength(Number(value)),
        },
      },
      y: {
        type: 'linear',
        grid,
        title: { display: true, text: units, color: colour },
        ticks: { color: colour, maxTicksLimit: 5, callback: (value) => formatPlain(Number(value)) },
        // All axes equally wide: the same moment stands at the same place in each chart.
        afterFit: (axis) => {
          axis.width = 84;
        },
      },
    },
    plugins: { across },
  };
}

/** The cursor, the two markers and the marks, as lines across the chart. */
const acrossPlugin: Plugin<'line', Across> = {
  id: 'across',
  afterDatasetsDraw: ({ ctx, chartArea, scales }, _args, { cursorMs, markers, marks }) => {
    const line = (atMs: number, colour: string, dash: number[], name = '') => {
      const x = scales.x?.getPixelForValue(atMs) ?? 0;
      if (x < chartArea.left || x > chartArea.right) return;
      ctx.save();
      ctx.strokeStyle = tokenColour(colour);
      ctx.fillStyle = tokenColour(colour);
      ctx.lineWidth = 1.5;
      ctx.setLineDash(dash);
      ctx.beginPath();
      ctx.moveTo(x, chartArea.top);
      ctx.lineTo(x, chartArea.bottom);
      ctx.stroke();
      ctx.fillText(name, x + 4, chartArea.top + 12);
      ctx.restore();
    };
    for (const { atMs } of marks ?? []) line(atMs, '--mark', [2, 4]);
    for (const { name, atMs } of markers ?? []) line(atMs, '--ink', [], name);
    if (cursorMs !== undefined) line(cursorMs, '--ink-soft', [4, 3]);
  },
};
const plugins = [acrossPlugin];
