import { numberIn, type SiblingsSpec } from '@probe-trail/core/spec';
import { VerdictMark } from '../../../spec/VerdictMark';
import { verdictLook } from '../../../spec/verdictLook';
import type { BoardProps } from './boardProps';
import classes from './SiblingsBoard.module.css';
import { sayRow } from './useTypedRows';

/** Matching parts side by side, each as high as it reads; the odd one stands out by its mark and its word. */
export function SiblingsBoard({ spec, rows, active, zoneId, onPick }: BoardProps<SiblingsSpec>) {
  const sizes = rows.map(({ reading }) => (reading ? Math.abs(numberIn(reading)) : 0));
  const largest = Math.max(...sizes.filter(Number.isFinite), 0);
  return (
    <ol className={classes.board} aria-label="Side by side">
      {rows.map(({ name, verdict, ...row }, index) => {
        const isOdd = spec.members[index]?.id === zoneId;
        const { colour } = verdictLook[verdict ?? 'open'];
        const height = heightOf(sizes[index] ?? 0, largest);
        return (
          <li key={spec.members[index]?.id} data-active={index === active || undefined} data-odd={isOdd || undefined}>
            <button type="button" disabled={active === undefined} onClick={() => onPick(index)}>
              <i className={classes.well} style={{ color: colour, backgroundSize: `100% ${height}%` }} />
              <b className="mono">{sayRow(row) || '–'}</b>
              <span className={classes.name}>{name}</span>
              <span className={classes.mark}>
                {verdict && <VerdictMark kind={verdict} size={18} />}
                {isOdd && <small>the odd one</small>}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

const heightOf = (size: number, largest: number): number => {
  if (!Number.isFinite(size)) return 100;
  return largest > 0 ? (size / largest) * 92 : 0;
};
