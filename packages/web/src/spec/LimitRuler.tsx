import { formatPlain } from '@probe-trail/core/reading';
import type { VerdictKind, ZoneLine } from '@probe-trail/core/spec';
import { memo, useMemo } from 'react';
import { CutHandle } from './CutHandle';
import classes from './LimitRuler.module.css';
import { type RulerScale, rulerScale } from './rulerScale';
import { verdictLook } from './verdictLook';

interface RulerProps {
  readonly line: ZoneLine;
  readonly unit: string;
  /** Where the needle stands; infinite for OL, `undefined` without a reading. */
  readonly value?: number | undefined;
  readonly verdict?: VerdictKind | undefined;
  /** Where the needle stood before a repair. */
  readonly before?: number | undefined;
  readonly activeZoneId?: string | undefined;
  /** Makes the cuts movable, by dragging and by the arrow keys. */
  readonly onCutMoved?: (index: number, value: number) => void;
}

/** The zones of a reading as a horizontal ruler to scale, with the needle on it. */
export function LimitRuler({ line, unit, value, verdict, before, activeZoneId, onCutMoved }: RulerProps) {
  const scale = useMemo(() => rulerScale(line.cuts), [line]);
  return (
    // An item of a grid would lay out the whole page with each move of the needle; a box in it does not.
    <div>
      <div className={classes.ruler} data-ruler>
        {line.zones.map((zone, index) => (
          <ZonePiece
            key={zone.id}
            name={zone.name}
            ok={zone.ok}
            active={zone.id === activeZoneId}
            from={index === 0 ? 0 : scale.placeOf(line.cuts[index - 1] ?? 0)}
            to={index === line.cuts.length ? 1 : scale.placeOf(line.cuts[index] ?? 0)}
          />
        ))}
        {line.cuts.map((cut, index) => (
          // A cut has no identity but its place in the row.
          <CutMark
            key={index}
            cut={cut}
            unit={unit}
            scale={scale}
            onMoved={onCutMoved && ((to) => onCutMoved(index, to))}
          />
        ))}
        {before !== undefined && <Needle place={scale.placeOf(before)} colour="var(--slate)" isHollow />}
        {value !== undefined && <Needle place={scale.placeOf(value)} colour={verdictLook[verdict ?? 'open'].colour} />}
      </div>
    </div>
  );
}

const percent = (place: number) => `${(place * 100).toFixed(3)}%`;

interface ZonePieceProps {
  readonly name: string;
  readonly ok: boolean;
  readonly active: boolean;
  readonly from: number;
  readonly to: number;
}

// Zones and cuts are drawn anew only when they change: not with every character.
const ZonePiece = memo(function ZonePiece({ name, ok, active, from, to }: ZonePieceProps) {
  return (
    <div
      className={classes.zone}
      data-ok={ok}
      data-active={active || undefined}
      style={{ left: percent(from), width: percent(to - from) }}
    >
      <div className={classes.band} />
      <span className={classes.name}>{name}</span>
    </div>
  );
});

interface CutMarkProps {
  readonly cut: number;
  readonly unit: string;
  readonly scale: RulerScale;
  readonly onMoved: ((value: number) => void) | undefined;
}

const CutMark = memo(function CutMark({ cut, unit, scale, onMoved }: CutMarkProps) {
  return (
    <div className={classes.cut} style={{ left: percent(scale.placeOf(cut)) }}>
      {onMoved ? <CutHandle cut={cut} unit={unit} scale={scale} onMoved={onMoved} /> : <i className={classes.tick} />}
      <span className={classes.number}>{formatPlain(cut)}</span>
    </div>
  );
});

// Moved by a transform in units of the ruler: the page is not laid out anew with every character.
const atPlace = (place: number) => `translateX(${(place * 100).toFixed(3)}cqw)`;

interface NeedleProps {
  readonly place: number;
  readonly colour: string;
  /** One that stood there before. */
  readonly isHollow?: boolean;
}

function Needle({ place, colour, isHollow = false }: NeedleProps) {
  return (
    <div className={classes.needle} style={{ transform: atPlace(place), color: colour }} data-needle={place.toFixed(4)}>
      <svg width="20" height="44" viewBox="0 0 20 44" aria-hidden="true">
        {isHollow ? (
          <path d="M10 16L3 3h14z M10 18v26" fill="none" stroke="currentColor" strokeWidth="2" strokeDasharray="4 2" />
        ) : (
          <path d="M10 18L1 2h18z M8.5 16h3v28h-3z" fill="currentColor" />
        )}
      </svg>
    </div>
  );
}
