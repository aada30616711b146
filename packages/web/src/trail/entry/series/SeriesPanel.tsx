import { Button } from '@mantine/core';
import type { SeriesSpec } from '@probe-trail/core/spec';
import { type Entry, judgeEntry, type TakenReading } from '@probe-trail/core/trail';
import { memo, useDeferredValue, useMemo, useState } from 'react';
import { DoubtQuestion } from '../../../spec/DoubtQuestion';
import { Keypad } from '../Keypad';
import { usableKeys } from '../keypadKeys';
import { ReadingField } from '../ReadingField';
import type { ReadingProps } from '../recordReading';
import { TakeLive } from '../TakeLive';
import { TakeLiveRow } from '../TakeLiveRow';
import { networkMeterOf, TakeMeter } from '../TakeMeter';
import { VerdictPanel } from '../VerdictPanel';
import type { BoardProps } from './boardProps';
import { ChangeBoard } from './ChangeBoard';
import classes from './SeriesPanel.module.css';
import { SiblingsBoard } from './SiblingsBoard';
import { SweepBoard } from './SweepBoard';
import { SweepRun } from './SweepRun';
import { type SeriesRow, sayRow, useTypedRows } from './useTypedRows';

interface PanelProps extends ReadingProps {
  readonly spec: SeriesSpec;
}

/** Several numbers that are judged together: nothing but numbers and Enter, row after row, in a board that fits their kind. */
export function SeriesPanel({ spec, ...props }: PanelProps) {
  const { open, step, reading, kit, isDue, onAgain } = props;
  const typedRows = useTypedRows(props, spec);
  const network = networkMeterOf(props, spec.unit);
  const recorded = isDue ? undefined : open.trail.taken[reading.id];
  const [now, setNow] = useState<Entry | undefined>();
  const isTyped = typedRows.rows.some(({ text }) => text !== '');
  const live = useMemo(
    () => (now && !isTyped ? judgeEntry(reading, now, kit.context) : undefined),
    [now, isTyped, reading, kit.context],
  );
  // Until something is typed, the board shows what the vehicle tells.
  const shown = recorded ?? (live?.ok ? live.value : undefined);
  const judged = shown ?? (typedRows.judged.ok ? typedRows.judged.value : undefined);
  const rows = shown ? judgedRows(shown) : typedRows.rows;
  // The verdict comes first; the board follows in the next frame.
  const board = useDeferredValue({ rows, zoneId: judged?.verdict.zone.id });
  const activeName = typedRows.rows[typedRows.active]?.name ?? '';
  return (
    <section className={classes.series} data-kind={spec.kind} aria-label={reading.name || step.title}>
      {step.readings.length > 1 && <h2 className={classes.name}>{reading.name}</h2>}
      <div className={classes.board} data-kind={spec.kind}>
        <Board
          spec={spec}
          rows={board.rows}
          active={recorded ? undefined : typedRows.active}
          zoneId={board.zoneId}
          onPick={typedRows.setActive}
        />
        {recorded ? (
          <Button variant="default" size="lg" className={classes.entry ?? ''} onClick={onAgain}>
            Type again
          </Button>
        ) : (
          <div className={classes.entry}>
            <span className={classes.rowName}>{activeName}</span>
            <ReadingField
              label={`${reading.name || step.title}, ${activeName}`}
              unit={spec.unit}
              typedReading={typedRows}
            />
          </div>
        )}
        <div className={classes.verdict}>
          <div className={classes.words}>
            {network && !judged && typedRows.text === '' ? (
              <TakeMeter
                {...props}
                // What went wrong with one row is none of the next.
                key={activeName}
                network={network}
                unit={spec.unit}
                rowName={activeName}
                onTaken={typedRows.takeMeter}
              />
            ) : (
              <VerdictPanel
                judged={judged ?? typedRows.alone}
                policy={open.trail.plan.tooClose}
                typedReading={recorded ? undefined : typedRows}
                hint={typedRows.hint}
              />
            )}
          </div>
        </div>
      </div>
      {!recorded && (
        <div className={classes.live}>
          <FromVehicle {...props} spec={spec} typedRows={typedRows} onNow={setNow} />
        </div>
      )}
      {!recorded && (
        <div className={classes.keys}>
          <Below spec={spec} typedRows={typedRows} />
        </div>
      )}
    </section>
  );
}

interface BelowProps {
  readonly spec: SeriesSpec;
  readonly typedRows: ReturnType<typeof useTypedRows>;
}

interface FromVehicleProps extends ReadingProps, BelowProps {
  readonly onNow: (entry: Entry | undefined) => void;
}

/** What the vehicle tells of the rows, and what takes it. */
function FromVehicle({ spec, typedRows, onNow, ...props }: FromVehicleProps) {
  const { open, reading } = props;
  if (spec.kind === 'sweep') return <SweepRun open={open} spec={spec} live={reading.live} typedRows={typedRows} />;
  if (!reading.live) return null;
  if (spec.kind === 'siblings') {
    const names = spec.members.map(({ id, name }) => name || id);
    return <TakeLive {...props} live={reading.live} names={names} onNow={onNow} />;
  }
  const rowName = typedRows.rows[typedRows.active]?.name ?? '';
  return <TakeLiveRow open={open} live={reading.live} rowName={rowName} onTake={typedRows.take} />;
}

function Below({ spec, typedRows }: BelowProps) {
  const { doubt, text, settle, setText } = typedRows;
  if (doubt)
    return (
      <DoubtQuestion
        doubt={doubt}
        asTyped={sayRow(typedRows.rows[typedRows.active] ?? { text, reading: undefined })}
        onAsTyped={() => settle(text)}
        onSlip={settle}
        onAgain={() => setText('')}
      />
    );
  return (
    <Keypad
      unit={spec.unit}
      usable={usableKeys(text, spec.unit)}
      canRecord={typedRows.canGoOn}
      go={typedRows.isLast ? 'Record' : 'Next row'}
      isBeside={spec.kind !== 'sweep'}
      onKey={typedRows.onKey}
      onRecord={typedRows.onSubmit}
    />
  );
}

const judgedRows = ({ rows }: Pick<TakenReading, 'rows'>): readonly SeriesRow[] =>
  rows.map(({ label, reading, verdict }) => ({ name: label, text: reading.text, reading, verdict: verdict.kind }));

const Board = memo(function Board({ spec, ...props }: BoardProps<SeriesSpec>) {
  switch (spec.kind) {
    case 'siblings':
      return <SiblingsBoard spec={spec} {...props} />;
    case 'change':
      return <ChangeBoard spec={spec} {...props} />;
    case 'sweep':
      return <SweepBoard spec={spec} {...props} />;
  }
});
