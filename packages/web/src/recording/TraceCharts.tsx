import { useComputedColorScheme } from '@mantine/core';
import { useInViewport } from '@mantine/hooks';
import { formatPlain } from '@probe-trail/core/reading';
import { type Cell, type ChannelInfo, gapMs, type Mark } from '@probe-trail/core/recording';
import {
  Chart,
  type ChartData,
  type ChartOptions,
  Filler,
  LinearScale,
  LineElement,
  type Plugin,
  PointElement,
  type Scale,
} from 'chart.js';
import { memo, useMemo, useRef } from 'react';
import { Line } from 'react-chartjs-2';
import '../ui/chartDefaults';
import { tokenColour } from '../ui/tokenColour';
import { colourOf } from './colourOf';
import classes from './RecordingView.module.css';
import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';
import type { View } from './useView';

Chart.register(Filler, LinearScale, LineElement, PointElement);

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
  /** A turn or a cycle that goes from one marker to the other: the axis has degrees; `undefined`: it has times. */
  readonly cycle?: Cycle | undefined;
}

/** How many degrees lie between two moments; they go on beyond both. */
export interface Cycle {
  readonly fromMs: number;
  readonly toMs: number;
  readonly degrees: number;
}

interface ChartsProps {
  readonly drawn: readonly DrawnChannel[];
  readonly view: View;
  /** All in one chart, on one axis. */
  readonly isOneAxis: boolean;
  /** Traces of one unit have one scale, each in its own chart. */
  readonly isSameScale: boolean;
  readonly across: Across;
  /** Of a capture; `null` for a drive. */
  readonly stepMs: number | null;
}

/** The traces one above the other, or all on one axis. */
export default function TraceCharts({ drawn, view, isOneAxis, isSameScale, across, stepMs }: ChartsProps) {
  const scales = isSameScale && !isOneAxis ? scalesOf(drawn) : noScales;
  const groups = isOneAxis ? [drawn] : drawn.map((one) => [one]);
  return groups.map((group, index) => (
    <TraceChart
      key={isOneAxis ? 'all' : group[0]?.key}
      group={group}
      view={view}
      across={across}
      scale={scales.get(group[0]?.unit ?? '')}
      hasTimes={index === groups.length - 1}
      stepMs={stepMs}
    />
  ));
}

interface ChartProps {
  readonly group: readonly DrawnChannel[];
  readonly view: View;
  readonly across: Across;
  /** From where to where the axis goes; `undefined`: as the trace needs. */
  readonly scale: Reach | undefined;
  readonly hasTimes: boolean;
  readonly stepMs: number | null;
}

interface Reach {
  readonly least: number;
  readonly most: number;
}

const noScales: ReadonlyMap<string, Reach> = new Map();

/** For each unit the least and the greatest of all its traces. */
function scalesOf(drawn: readonly DrawnChannel[]): ReadonlyMap<string, Reach> {
  const scales = new Map<string, Reach>();
  for (const { unit, cells, over } of drawn)
    for (const { least, most } of [...cells, ...over]) {
      if (Number.isNaN(least)) continue;
      const before = scales.get(unit);
      scales.set(unit, { least: Math.min(before?.least ?? least, least), most: Math.max(before?.most ?? most, most) });
    }
  return scales;
}

/** A chart that nobody sees keeps its last picture: it is drawn again when it is scrolled to. */
function TraceChart(props: ChartProps) {
  const { ref, inViewport } = useInViewport<HTMLDivElement>();
  const latest = useRef(props);
  if (inViewport) latest.current = props;
  return (
    <div ref={ref} className={classes.chart}>
      <SeenChart {...latest.current} />
    </div>
  );
}

const SeenChart = memo(function SeenChart({ group, view, across, scale, hasTimes, stepMs }: ChartProps) {
  const [least, most] = [scale?.least, scale?.most];
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const data = useMemo(() => dataOf(group, view, stepMs), [group, view, stepMs, scheme]);
  const units = [...new Set(group.map(({ unit }) => unit))].join(', ');
  const options = useMemo(
    () => optionsOf({ view, units, hasTimes, across, stepMs, least, most }),
    [view, units, hasTimes, across, stepMs, least, most, scheme],
  );
  return (
    <>
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
    </>
  );
});

/**
 * Of each cell its least and its greatest, as two lines with what lies between filled: one line to and fro through all of them takes a
 * browser without a graphics card ten times as long (benchmark “frames a second while a recording is zoomed”).
 */
function dataOf(
  group: readonly DrawnChannel[],
  { fromMs, toMs }: View,
  stepMs: number | null,
): ChartData<'line', Point[]> {
  // A value is not read in each cell when one looks closely; a sample is taken in each step.
  const bridgedMs = stepMs === null ? gapMs : 1.5 * stepMs;
  return {
    datasets: group.flatMap(({ cells, over, colour }) => {
      const drawn = tokenColour(colourOf(colour));
      const band = (of: readonly Cell[], borderDash: number[]) => {
        const points = pointsOf(of, fromMs, (toMs - fromMs) / Math.max(1, of.length), bridgedMs);
        const line = { borderColor: drawn, borderWidth: 1.5, borderDash, pointRadius: 0, spanGaps: false };
        if (!isDense(of)) return [{ ...line, data: points.least }];
        return [
          { ...line, borderWidth: 0, data: points.least },
          // Where least and greatest are one, there is no area to be seen.
          { ...line, borderWidth: 1, data: points.most, fill: '-1', backgroundColor: drawn },
        ];
      };
      return [...band(cells, []), ...(over.length > 0 ? band(over, [6, 4]) : [])];
    }),
  };
}

/** Whether most cells hold more than one value. */
const isDense = (cells: readonly Cell[]): boolean =>
  cells.filter(({ least, most }) => most > least).length > cells.length / 2;

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where a unit had no value, and where nothing was read for too long, both lines are broken. @param bridgedMs so long without a value is drawn over */
function pointsOf(
  cells: readonly Cell[],
  fromMs: number,
  width: number,
  bridgedMs: number,
): { least: Point[]; most: Point[] } {
  const points = { least: [] as Point[], most: [] as Point[] };
  const add = (x: number, least: number, most: number) => {
    points.least.push({ x, y: least });
    points.most.push({ x, y: most });
  };
  let lastMs = Number.NEGATIVE_INFINITY;
  for (const [index, { least, most, hasNone }] of cells.entries()) {
    const x = fromMs + (index + 0.5) * width;
    const isEmpty = Number.isNaN(least);
    if (hasNone && isEmpty) add(x, Number.NaN, Number.NaN);
    if (isEmpty) continue;
    if (x - lastMs > Math.max(bridgedMs, 2 * width)) add(x - width, Number.NaN, Number.NaN);
    add(x, least, most);
    if (hasNone) add(x + width / 4, Number.NaN, Number.NaN);
    lastMs = x;
  }
  return points;
}

type AcrossOptions = ChartOptions<'line'> & { plugins: { across: Across } };

interface Options {
  readonly view: View;
  readonly units: string;
  readonly hasTimes: boolean;
  readonly across: Across;
  readonly stepMs: number | null;
  readonly least: number | undefined;
  readonly most: number | undefined;
}

function optionsOf({ view: { fromMs, toMs }, units, hasTimes, across, stepMs, least, most }: Options): AcrossOptions {
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
        ...(across.cycle && { afterBuildTicks: (axis: Scale) => putDegrees(axis, across.cycle) }),
        ticks: {
          display: hasTimes,
          color: colour,
          align: 'inner',
          includeBounds: false,
          maxRotation: 0,
          autoSkipPadding: 24,
          callback: (value) => {
            if (across.cycle) return `${formatPlain(Math.round(degreesAt(across.cycle, Number(value))))}°`;
            return stepMs === null ? sayLength(Number(value)) : sayInstant(Number(value), toMs - fromMs);
          },
        },
      },
      y: {
        type: 'linear',
        ...(least !== undefined && most !== undefined && { suggestedMin: least, suggestedMax: most }),
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

const degreesAt = ({ fromMs, toMs, degrees }: Cycle, atMs: number): number =>
  ((atMs - fromMs) / (toMs - fromMs)) * degrees;

// Partitions of a turn, the narrowest that leave room for their names.
const partitions = [5, 10, 15, 30, 45, 90, 180, 360, 720, 3600, 36_000] as const;
const mostPartitions = 14;

/** Puts the ticks of an axis at whole partitions of a turn. */
function putDegrees(axis: Scale, cycle: Cycle | undefined): void {
  if (!cycle) return;
  const [from, to] = [degreesAt(cycle, axis.min), degreesAt(cycle, axis.max)];
  const part = partitions.find((one) => (to - from) / one <= mostPartitions) ?? partitions.at(-1) ?? 360;
  const first = Math.ceil(from / part - 1e-9);
  const count = Math.max(0, Math.floor(to / part + 1e-9) - first + 1);
  axis.ticks = Array.from({ length: Math.min(count, mostPartitions + 1) }, (_, at) => ({
    value: cycle.fromMs + (((first + at) * part) / cycle.degrees) * (cycle.toMs - cycle.fromMs),
  }));
}

// Room for a name, and how many stand below each other.
const [namePx, nameRows] = [64, 4];

/** The cursor, the two markers and the marks, as lines across the chart. */
const acrossPlugin: Plugin<'line', Across> = {
  id: 'across',
  afterDatasetsDraw: ({ ctx, chartArea, scales }, _args, { cursorMs, markers, marks }) => {
    // Where a name would stand in the one before it, it stands a line below.
    let [lastX, row] = [Number.NEGATIVE_INFINITY, 0];
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
      row = x - lastX < namePx ? (row + 1) % nameRows : 0;
      lastX = x;
      ctx.fillText(name, x + 4, chartArea.top + 12 + row * 14);
      ctx.restore();
    };
    for (const { atMs, text } of [...(marks ?? [])].sort((a, b) => a.atMs - b.atMs)) line(atMs, '--mark', [2, 4], text);
    for (const { name, atMs } of markers ?? []) line(atMs, '--ink', [], name);
    if (cursorMs !== undefined) line(cursorMs, '--ink-soft', [4, 3]);
  },
};
const plugins = [acrossPlugin];
