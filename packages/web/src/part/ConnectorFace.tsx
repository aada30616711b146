import { type Connector, faceViews } from '@probe-trail/core/plan';
import { useState } from 'react';
import classes from './ConnectorFace.module.css';
import { wireColour } from './wireColour';

interface FaceProps {
  readonly connector: Connector;
  /** Pins that are measured at. */
  readonly marked: readonly string[];
  readonly isSmall?: boolean;
}

const other = { matingSide: 'wireSide', wireSide: 'matingSide' } as const;
const cell = 26;

/**
 * A connector as it is seen, pin by pin in the colours of their wires, with the side from which it is seen said in words. A tap turns it
 * round: the view from the other side is its mirror image.
 */
export function ConnectorFace({ connector: { id, pins, face }, marked, isSmall = false }: FaceProps) {
  const [isTurned, setIsTurned] = useState(false);
  if (!face) return null;
  const seenFrom = isTurned ? other[face.seenFrom] : face.seenFrom;
  const rows = isTurned ? face.rows.map((row) => [...row].reverse()) : face.rows;
  const columns = Math.max(...rows.map((row) => row.length));
  const latchAt = face.latch === 'top' ? 2 : rows.length * cell + 12;
  return (
    <button
      type="button"
      className={classes.face}
      data-small={isSmall || undefined}
      onClick={() => setIsTurned(!isTurned)}
    >
      <svg
        viewBox={`0 0 ${columns * cell + 8} ${rows.length * cell + 20}`}
        width={(columns * cell + 8) * (isSmall ? 1.15 : 1.7)}
        role="img"
        aria-label={`${id} seen from ${faceViews[seenFrom]}; measured at ${marked.join(', ') || 'none of its pins'}`}
      >
        {face.latch !== 'none' && (
          <rect
            x={(columns * cell + 8) / 2 - 14}
            y={latchAt - 2}
            width="28"
            height="10"
            rx="3"
            className={classes.latch}
          />
        )}
        <rect x="2" y="8" width={columns * cell + 4} height={rows.length * cell + 4} rx="6" className={classes.shell} />
        {rows.flatMap((row, y) =>
          row.map((pin, x) => {
            const wire = pins.find((one) => one.pin === pin)?.wire;
            if (pin === '') return null;
            return (
              <g key={pin} transform={`translate(${4 + x * cell + cell / 2} ${10 + y * cell + cell / 2})`}>
                <circle r="10" className={marked.includes(pin) ? classes.marked : classes.pin} />
                {marked.includes(pin) && <path d="M-5 -15h10l-5 6z" className={classes.pointer} />}
                {wire && wire.colour !== '' && (
                  <rect x="-7" y="5" width="14" height="3" fill={wireColour(wire.colour)} />
                )}
                <text
                  y={wire && wire.colour !== '' ? 2 : 4}
                  className={marked.includes(pin) ? classes.markedText : undefined}
                >
                  {pin}
                </text>
              </g>
            );
          }),
        )}
      </svg>
      <small>{isSmall ? faceViews[seenFrom].replace('the ', '') : `seen from ${faceViews[seenFrom]}`}</small>
    </button>
  );
}
