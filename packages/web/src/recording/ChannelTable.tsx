import { Checkbox } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import type { Between, ChannelInfo } from '@probe-trail/core/recording';
import { memo, useEffect, useState } from 'react';
import { colourOf } from './colourOf';
import classes from './RecordingView.module.css';
import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';
import type { Across } from './TraceCharts';
import type { OpenRecording } from './useRecording';

interface TableProps {
  readonly open: OpenRecording;
  /** Those of the recording, and those that were made of them. */
  readonly channels: readonly ChannelInfo[];
  readonly hidden: readonly string[];
  readonly onToggle: (key: string) => void;
  readonly across: Across;
}

/** What each value is at the cursor, and what it was between the two markers. Sixty rows are not drawn anew with each zoom (benchmark “frames a second while a recording is zoomed”). */
export const ChannelTable = memo(function ChannelTable({
  open: { reader, stepMs },
  channels,
  hidden,
  onToggle,
  across: { cursorMs, markers },
}: TableProps) {
  const [a, b] = [markers.find(({ name }) => name === 'A'), markers.find(({ name }) => name === 'B')];
  const [at, setAt] = useState<readonly (number | undefined)[]>([]);
  const [between, setBetween] = useState<readonly (Between | undefined)[]>([]);
  useEffect(() => {
    let isOld = false;
    const keys = channels.map(({ key }) => key);
    if (cursorMs !== undefined) void reader.at(keys, cursorMs).then((values) => isOld || setAt(values));
    if (a && b) void reader.between(keys, a.atMs, b.atMs).then((values) => isOld || setBetween(values));
    return () => {
      isOld = true;
    };
  }, [channels, reader, cursorMs, a, b]);
  const sayTime = (ms: number) => (stepMs === null ? sayLength(ms) : sayInstant(ms, ms));
  const isBetween = a !== undefined && b !== undefined;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: the table scrolls sideways, so the keyboard must reach it
    <section className={classes.scroll} tabIndex={0} aria-label="Values">
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">{stepMs === null ? 'Value' : 'Channel'}</th>
            <th scope="col">{cursorMs === undefined ? 'Press a trace for a cursor' : `At ${sayTime(cursorMs)}`}</th>
            {isBetween && (
              <>
                <th scope="col">A to B, {sayTime(Math.abs(b.atMs - a.atMs))}</th>
                <th scope="col">Mean</th>
                <th scope="col">Min</th>
                <th scope="col">Max</th>
                <th scope="col">In a second</th>
              </>
            )}
          </tr>
        </thead>
        <tbody>
          {channels.map(({ key, name, unitName, unit }, index) => (
            <tr key={key}>
              <th scope="row">
                <Checkbox
                  size="md"
                  checked={!hidden.includes(key)}
                  onChange={() => onToggle(key)}
                  label={
                    <>
                      <i className={classes.colour} style={{ background: `var(${colourOf(index)})` }} />
                      {name} <small>{unitName}</small>
                    </>
                  }
                />
              </th>
              <td>{say(cursorMs === undefined ? undefined : at[index], unit)}</td>
              {isBetween && <BetweenCells told={between[index]} unit={unit} />}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
});

function BetweenCells({ told, unit }: { readonly told: Between | undefined; readonly unit: string }) {
  return (
    <>
      <td>{say(told?.difference, unit)}</td>
      <td>{say(told?.mean, unit, 5)}</td>
      <td>{say(told?.least, unit)}</td>
      <td>{say(told?.most, unit)}</td>
      <td>{say(told?.rate, `${unit}/s`, 4)}</td>
    </>
  );
}

const say = (value: number | undefined, unit: string, digits = 6): string =>
  value === undefined ? '–' : `${formatPlain(Number(value.toPrecision(digits)))} ${unit}`;
