import { formatPlain } from '@probe-trail/core/reading';
import { boundsOf, numberIn, type SweepSpec } from '@probe-trail/core/spec';
import { memo, useEffect, useMemo, useRef } from 'react';
import { LimitChart } from '../../../spec/LimitChart';
import { bandOfRows } from '../../../spec/limitChartData';
import { VerdictMark } from '../../../spec/VerdictMark';
import type { BoardProps } from './boardProps';
import classes from './SweepBoard.module.css';
import { type SeriesRow, sayRow } from './useTypedRows';

/** The rows of a sweep beside their chart, which grows with every number. */
export function SweepBoard({ spec, rows, active, onPick }: BoardProps<SweepSpec>) {
  const band = useMemo(() => bandOfRows(spec.rows), [spec]);
  const points = rows.flatMap(({ reading, verdict }, index) => {
    const y = reading && numberIn(reading);
    const x = spec.rows[index]?.at ?? 0;
    return y === undefined || !Number.isFinite(y) ? [] : [{ x, y, kind: verdict ?? ('noLimit' as const) }];
  });
  const drawn = points.map(({ x, y, kind }) => `${x} ${y} ${kind}`).join();
  // Only when a point has really changed is the chart drawn anew.
  const steady = useMemo(() => points, [drawn]);
  return (
    <>
      <div className={classes.table}>
        <p className={classes.head}>
          <span>{spec.command || 'commanded'}</span>
          <span>limits in {spec.unit}</span>
          <span>actual</span>
        </p>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the list scrolls, so the keyboard must reach it */}
        <ol className={classes.rows} tabIndex={0} aria-label="Rows of the sweep">
          {rows.map((row, index) => (
            <SweepRow
              key={index}
              index={index}
              name={row.name}
              limits={sayLimits(spec.rows[index])}
              shown={sayRow(row)}
              verdict={row.verdict}
              isActive={index === active}
              onPick={active === undefined ? undefined : onPick}
            />
          ))}
        </ol>
      </div>
      <div className={classes.chart}>
        <LimitChart
          label={`${spec.command} against its limits`}
          band={band}
          points={steady}
          here={active === undefined ? undefined : spec.rows[active]?.at}
          xTitle={`${spec.command} in ${spec.commandUnit}`}
          yTitle={spec.unit}
        />
      </div>
    </>
  );
}

function sayLimits(row: SweepSpec['rows'][number] | undefined): string {
  const [min, max] = row ? boundsOf(row.limits) : [null, null];
  if (min !== null && max !== null) return `${formatPlain(min)} to ${formatPlain(max)}`;
  return min !== null ? `from ${formatPlain(min)}` : max !== null ? `to ${formatPlain(max)}` : 'open';
}

interface RowProps extends Pick<SeriesRow, 'name' | 'verdict'> {
  readonly index: number;
  readonly limits: string;
  readonly shown: string;
  readonly isActive: boolean;
  readonly onPick: ((index: number) => void) | undefined;
}

// Of two hundred rows only the one that is typed in is drawn anew.
const SweepRow = memo(function SweepRow({ index, name, limits, shown, verdict, isActive, onPick }: RowProps) {
  const item = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isActive) item.current?.scrollIntoView({ block: 'nearest' });
  }, [isActive]);
  return (
    <li ref={item} data-active={isActive || undefined}>
      <button type="button" disabled={!onPick} onClick={() => onPick?.(index)}>
        <span className="mono">{name}</span>
        <span className="mono">{limits}</span>
        <b className="mono">{shown || '–'}</b>
        {verdict ? <VerdictMark kind={verdict} size={18} /> : <i />}
      </button>
    </li>
  );
});
