import type { ReadingLessons } from '@probe-trail/core/learning';
import { formatPlain, formatQuantity } from '@probe-trail/core/reading';
import classes from './Lessons.module.css';
import { stripScale } from './stripScale';

const [width, height, base] = [640, 96, 72];
const columnWidth = 5;

/** The values of a reading as columns over the zones of its limits. */
export function ReadingStrip({ reading: { title, unit, line, values } }: { readonly reading: ReadingLessons }) {
  const scale = stripScale(line?.cuts ?? [], values);
  const x = (value: number) => scale.placeOf(value) * width;
  const edges = [0, ...(line?.cuts ?? []).map(x), width];
  const columns = columnsOf(values, x);
  const most = Math.max(1, ...columns.map(({ count }) => count));
  const tall = (count: number) => (count / most) * (base - 10);
  const [lowest, highest] = [values[0]?.value ?? 0, values.at(-1)?.value ?? 0];
  return (
    <svg
      className={classes.strip}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${title}: from ${formatQuantity(lowest, unit)} to ${formatQuantity(highest, unit)}`}
    >
      {line?.zones.map(({ id, ok }, at) => (
        <rect
          key={id}
          x={edges[at]}
          y={base}
          width={(edges[at + 1] ?? width) - (edges[at] ?? 0)}
          height={8}
          data-ok={ok}
          className={classes.zone}
        />
      ))}
      {!line && <rect x={0} y={base} width={width} height={2} className={classes.ground} />}
      {columns.map(({ at, count, sound }) => (
        <g key={at} transform={`translate(${at - columnWidth / 2} ${base})`}>
          <rect y={-tall(count)} width={columnWidth} height={tall(count)} className={classes.column} />
          <rect y={-tall(sound)} width={columnWidth} height={tall(sound)} className={classes.sound} />
        </g>
      ))}
      {(line ? line.cuts : [lowest, highest]).map((cut) => (
        <text key={cut} x={within(x(cut))} y={height - 2} textAnchor="middle" className={classes.number}>
          {formatPlain(cut)}
        </text>
      ))}
    </svg>
  );
}

/** A number at an end stays within the drawing. */
const within = (x: number): number => Math.min(width - 20, Math.max(20, x));

interface Column {
  readonly at: number;
  readonly count: number;
  readonly sound: number;
}

/** Values that would stand in each other’s way are one column. */
function columnsOf(values: ReadingLessons['values'], x: (value: number) => number): readonly Column[] {
  const columns = new Map<number, Column>();
  for (const { value, count, sound } of values) {
    const at = Math.round(x(value) / (columnWidth + 1)) * (columnWidth + 1);
    const known = columns.get(at) ?? { at, count: 0, sound: 0 };
    columns.set(at, { at, count: known.count + count, sound: known.sound + sound });
  }
  return [...columns.values()];
}
