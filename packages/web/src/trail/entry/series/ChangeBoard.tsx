import { type ChangeSpec, changeZones, numberIn } from '@probe-trail/core/spec';
import { useMemo } from 'react';
import { LimitRuler } from '../../../spec/LimitRuler';
import type { BoardProps } from './boardProps';
import classes from './ChangeBoard.module.css';
import { sayRow } from './useTypedRows';

const wants = { rise: 'It should rise', fall: 'It should fall', stay: 'It should stay' } as const;

/** Before and after together, with what is done in between; the ruler shows the change. */
export function ChangeBoard({ spec, rows, active, zoneId, onPick }: BoardProps<ChangeSpec>) {
  const [before, after] = rows;
  const change = before?.reading && after?.reading ? numberIn(after.reading) - numberIn(before.reading) : undefined;
  const line = useMemo(() => changeZones(spec), [spec]);
  const isIn = line.zones.find(({ id }) => id === zoneId)?.ok;
  return (
    <>
      <ol className={classes.board} aria-label="Before and after">
        <Cell
          row={before}
          label="before"
          isActive={active === 0}
          isFixed={active === undefined}
          onPick={() => onPick(0)}
        />
        <li className={classes.action} data-now={active === 1 || undefined}>
          <small>{wants[spec.direction]}</small>
          <b>{spec.action}</b>
        </li>
        <Cell
          row={after}
          label="after"
          isActive={active === 1}
          isFixed={active === undefined}
          onPick={() => onPick(1)}
        />
      </ol>
      <LimitRuler
        line={line}
        unit={spec.unit}
        value={change === undefined || Number.isNaN(change) ? undefined : change}
        verdict={isIn === undefined ? undefined : isIn ? 'inSpec' : 'outOfSpec'}
        activeZoneId={zoneId}
      />
    </>
  );
}

interface CellProps {
  readonly row: BoardProps<ChangeSpec>['rows'][number] | undefined;
  readonly label: string;
  readonly isActive: boolean;
  readonly isFixed: boolean;
  readonly onPick: () => void;
}

function Cell({ row, label, isActive, isFixed, onPick }: CellProps) {
  return (
    <li data-active={isActive || undefined}>
      <button type="button" disabled={isFixed} onClick={onPick}>
        <small>{label}</small>
        <b className="mono">{(row && sayRow(row)) || '–'}</b>
      </button>
    </li>
  );
}
