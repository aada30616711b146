import { Drawer, type DrawerProps } from '@mantine/core';
import { type TouchEvent, useRef } from 'react';

const swipePx = 80;

/** What comes up over a step from the bottom edge; Escape, its cross, a tap beside it and a swipe down close it. */
export function BottomSheet({ onClose, ...drawer }: DrawerProps) {
  const from = useRef<{ readonly x: number; readonly y: number } | undefined>(undefined);
  const begin = ({ target, touches }: TouchEvent) => {
    const touch = touches[0];
    const isFree = target instanceof Element && !isHeld(target);
    from.current = touch && isFree ? { x: touch.clientX, y: touch.clientY } : undefined;
  };
  const end = ({ changedTouches }: TouchEvent) => {
    const touch = changedTouches[0];
    if (!touch || !from.current) return;
    const down = touch.clientY - from.current.y;
    if (down >= swipePx && Math.abs(touch.clientX - from.current.x) < down / 2) onClose();
  };
  return <Drawer onClose={onClose} onTouchStart={begin} onTouchEnd={end} {...drawer} />;
}

/** Whether a finger that goes down here moves something else: a field, or what is scrolled away from its top. */
function isHeld(target: Element): boolean {
  if (target.closest('input, textarea, canvas, [role="slider"]')) return true;
  const sheet = target.closest('[role="dialog"]');
  for (let at: Element | null = target; at && sheet?.contains(at); at = at.parentElement)
    if (at.scrollTop > 0) return true;
  return false;
}
