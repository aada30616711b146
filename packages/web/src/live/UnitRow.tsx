import { isThereNow, type UnitPresence, wasNeverThere } from '@probe-trail/core/busWatch';
import type { LineUnit } from '@probe-trail/core/vehicle';
import { VerdictMark } from '../spec/VerdictMark';
import { sayCount } from '../ui/sayCount';
import classes from './WatchPage.module.css';

/** How long the strip of a unit reaches back. */
const stripMs = 120_000;

interface RowProps {
  readonly unit: LineUnit;
  readonly presence: UnitPresence | undefined;
  readonly nowMs: number;
}

/** A unit: whether it answers now, since when, how often it was lost, and the last two minutes as a strip. */
export function UnitRow({ unit, presence, nowMs }: RowProps) {
  const isThere = isThereNow(presence);
  return (
    <li className={classes.unit} data-there={isThere}>
      <VerdictMark kind={isThere === undefined ? 'open' : isThere ? 'inSpec' : 'outOfSpec'} />
      <span>
        <b>{unit.name}</b>
        <small>{sayPresence(unit, presence, nowMs)}</small>
      </span>
      <span className={classes.losses}>
        {presence && presence.losses > 0 && `lost ${sayCount(presence.losses, 'time')}`}
      </span>
      <Strip presence={presence} nowMs={nowMs} />
    </li>
  );
}

function sayPresence({ address }: LineUnit, presence: UnitPresence | undefined, nowMs: number): string {
  const last = presence?.stretches.at(-1);
  if (address === undefined) return 'its line gives it no address';
  if (!presence || !last) return 'not asked yet';
  if (wasNeverThere(presence)) return 'silent from the start';
  return `${last.isThere ? 'answering' : 'silent'} for ${sayCount(Math.max(0, Math.round((nowMs - last.fromMs) / 1000)), 'second')}`;
}

function Strip({ presence, nowMs }: Pick<RowProps, 'presence' | 'nowMs'>) {
  const stretches = presence?.stretches ?? [];
  const across = (atMs: number) => Math.max(0, 100 * (1 - (nowMs - atMs) / stripMs));
  return (
    <svg className={classes.strip} viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
      {stretches.map(({ fromMs, isThere }, nth) => {
        const [from, to] = [across(fromMs), across(stretches[nth + 1]?.fromMs ?? nowMs)];
        return to <= 0 ? null : (
          <rect
            key={fromMs}
            data-there={isThere}
            x={from}
            width={to - from}
            y={isThere ? 5 : 0}
            height={isThere ? 5 : 10}
          />
        );
      })}
    </svg>
  );
}
