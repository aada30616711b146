import { useComputedColorScheme } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import { type DriveSpec, type DriveTrace, limitsOfDrive, nameOfDriveValue } from '@probe-trail/core/spec';
import { Chart, type ChartData, type ChartOptions, Legend, LinearScale, LineElement, PointElement } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import '../../../ui/chartDefaults';
import { sayLength } from '../../../recording/sayLength';
import { tokenColour } from '../../../ui/tokenColour';
import classes from './DrivePanel.module.css';

Chart.register(Legend, LinearScale, LineElement, PointElement);

interface PictureProps {
  readonly spec: DriveSpec;
  readonly trace: DriveTrace;
  /** The id of the line that is drawn in front, and wider. */
  readonly inFront: string | undefined;
}

/** What was compared around the worst stretch; the limits of one value stand across it. */
export default function DrivePicture({ spec, trace, inFront }: PictureProps) {
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const data = useMemo(() => dataOf(spec, trace, inFront), [spec, trace, inFront, scheme]);
  const options = useMemo(() => optionsOf(spec, trace), [spec, trace, scheme]);
  const names = trace.lines.map(({ of }) => nameOf(spec, of)).join(', ');
  return (
    <div className={classes.picture}>
      <Line
        role="img"
        aria-label={`${names} around the worst stretch`}
        data={data}
        options={options}
        updateMode="none"
      />
    </div>
  );
}

const nameOf = (spec: DriveSpec, of: string | null): string => {
  if (of !== null) return nameOfDriveValue(spec, of);
  return spec.compares.kind === 'formula' ? spec.compares.formula : '';
};

interface Point {
  readonly x: number;
  readonly y: number;
}

function dataOf(spec: DriveSpec, { ms, lines }: DriveTrace, inFront: string | undefined): ChartData<'line', Point[]> {
  const limits =
    spec.compares.kind === 'formula' ? Object.values(limitsOfDrive(spec)).filter((one) => one !== null) : [];
  const [fromMs = 0, toMs = 0] = [ms[0], ms.at(-1)];
  const line = { pointRadius: 0, borderWidth: 2, spanGaps: false };
  return {
    datasets: [
      ...lines.map(({ of, values }, index) => ({
        ...line,
        label: nameOf(spec, of),
        borderColor: tokenColour(`--path-${index % 8}`),
        ...(of !== null && of === inFront && { borderWidth: 5, order: -1 }),
        data: ms.map((x, at) => ({ x, y: values[at] ?? Number.NaN })),
      })),
      ...limits.map((limit) => ({
        ...line,
        label: `limit ${formatPlain(limit)} ${spec.unit}`,
        borderColor: tokenColour('--ember'),
        borderDash: [6, 4],
        data: [
          { x: fromMs, y: limit },
          { x: toMs, y: limit },
        ],
      })),
    ],
  };
}

function optionsOf({ unit }: DriveSpec, { ms }: DriveTrace): ChartOptions<'line'> {
  const colour = tokenColour('--ink-soft');
  const grid = { color: tokenColour('--rule') };
  return {
    animation: false,
    parsing: false,
    normalized: true,
    maintainAspectRatio: false,
    events: [],
    plugins: { legend: { position: 'bottom', labels: { color: colour, boxHeight: 2 } } },
    scales: {
      x: {
        type: 'linear',
        min: ms[0] ?? 0,
        max: ms.at(-1) ?? 1,
        grid,
        ticks: { color: colour, maxRotation: 0, autoSkipPadding: 24, callback: (value) => sayLength(Number(value)) },
      },
      y: {
        type: 'linear',
        grid,
        title: { display: true, text: unit, color: colour },
        ticks: { color: colour, maxTicksLimit: 6, callback: (value) => formatPlain(Number(value)) },
      },
    },
  };
}
