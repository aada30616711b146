import { type RefObject, useEffect, useRef } from 'react';
import { moved, type useView, type View, zoomed } from './useView';

// Where the axis ends and the traces begin; what is left free at their right end.
const axisPx = 84;
const rightPx = 8;
// A finger that moves less than that has pressed.
const pressPx = 6;

/** Dragging moves the view, the wheel and two fingers zoom it, a press sets the cursor. */
export function useGestures(
  board: RefObject<HTMLElement | null>,
  view: View,
  change: ReturnType<typeof useView>['change'],
  onCursor: (atMs: number) => void,
): void {
  const latest = useRef(view);
  latest.current = view;
  useEffect(() => {
    const element = board.current;
    if (!element) return;
    const fingers = new Map<number, number>();
    let travelled = 0;
    const shareOf = (x: number) => {
      const { left, width } = element.getBoundingClientRect();
      return (x - left - axisPx) / Math.max(1, width - axisPx - rightPx);
    };
    const timeAt = (x: number) => {
      const { fromMs, toMs } = latest.current;
      return fromMs + shareOf(x) * (toMs - fromMs);
    };
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const atMs = timeAt(event.clientX);
      change((last) => zoomed(last, atMs, 1.0015 ** event.deltaY));
    };
    const onDown = (event: PointerEvent) => {
      fingers.set(event.pointerId, event.clientX);
      travelled = 0;
      element.setPointerCapture(event.pointerId);
    };
    const onMove = (event: PointerEvent) => {
      const before = fingers.get(event.pointerId);
      if (before === undefined) return;
      travelled += Math.abs(event.clientX - before);
      const other = [...fingers].find(([id]) => id !== event.pointerId)?.[1];
      fingers.set(event.pointerId, event.clientX);
      if (other === undefined) {
        const share = shareOf(before) - shareOf(event.clientX);
        change((last) => moved(last, share * (last.toMs - last.fromMs)));
        return;
      }
      // What lies under the other finger stays there.
      const factor = Math.abs(before - other) / Math.max(1, Math.abs(event.clientX - other));
      const atMs = timeAt(other);
      change((last) => zoomed(last, atMs, factor));
    };
    const onUp = (event: PointerEvent) => {
      if (fingers.size === 1 && travelled < pressPx && event.type === 'pointerup')
        onCursor(Math.max(0, timeAt(event.clientX)));
      fingers.delete(event.pointerId);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    element.addEventListener('pointerdown', onDown);
    element.addEventListener('pointermove', onMove);
    element.addEventListener('pointerup', onUp);
    element.addEventListener('pointercancel', onUp);
    return () => {
      element.removeEventListener('wheel', onWheel);
      element.removeEventListener('pointerdown', onDown);
      element.removeEventListener('pointermove', onMove);
      element.removeEventListener('pointerup', onUp);
      element.removeEventListener('pointercancel', onUp);
    };
  }, [board, change, onCursor]);
}
