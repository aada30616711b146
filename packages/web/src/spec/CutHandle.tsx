import { formatQuantity } from '@probe-trail/core/reading';
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import classes from './LimitRuler.module.css';
import { type RulerScale, roundToScale } from './rulerScale';

interface HandleProps {
  readonly cut: number;
  readonly unit: string;
  readonly scale: RulerScale;
  readonly onMoved: (value: number) => void;
}

/** A cut that can be taken hold of. While it is dragged the scale stays as it was, so that the cut follows the hand. */
export function CutHandle({ cut, unit, scale, onMoved }: HandleProps) {
  const [held, setHeld] = useState<RulerScale | undefined>();
  const follow = (event: PointerEvent<HTMLElement>) => {
    if (!held) return;
    const ruler = event.currentTarget.closest('[data-ruler]')?.getBoundingClientRect();
    if (ruler) onMoved(roundToScale(held.valueAt((event.clientX - ruler.left) / ruler.width), held));
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Cut between two zones"
      aria-valuemin={scale.from}
      aria-valuemax={scale.to}
      aria-valuenow={cut}
      aria-valuetext={formatQuantity(cut, unit)}
      className={classes.handle}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setHeld(scale);
      }}
      onPointerMove={follow}
      onPointerUp={() => setHeld(undefined)}
      onKeyDown={(event) => moveByKey(event, cut, scale, onMoved)}
    />
  );
}

const keySteps: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowDown: -1,
  ArrowRight: 1,
  ArrowUp: 1,
  PageDown: -10,
  PageUp: 10,
};

function moveByKey(event: KeyboardEvent, cut: number, scale: RulerScale, onMoved: (value: number) => void) {
  const steps = keySteps[event.key];
  if (steps === undefined) return;
  event.preventDefault();
  onMoved(roundToScale(cut + (steps * (scale.to - scale.from)) / 250, scale));
}
