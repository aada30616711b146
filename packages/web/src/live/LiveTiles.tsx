import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { rectSortingStrategy, SortableContext, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import { alikeOthers } from '@probe-trail/core/liveValue';
import { useMemo } from 'react';
import classes from './LivePage.module.css';
import { LiveTile } from './LiveTile';
import type { LiveStore } from './liveStore';
import type { LiveBoardState } from './useBoard';

interface TilesProps {
  readonly board: LiveBoardState;
  readonly store: LiveStore;
  readonly isFrozen: boolean;
  readonly second: number;
  /** What is recorded is not changed meanwhile. */
  readonly isRecording: boolean;
}

const none: readonly string[] = [];
// A finger that only touches a handle moves nothing.
const leastPx = 6;

/** The values of a board, in an order that is dragged, or moved with the arrow keys once a handle is taken with the space bar. */
export function LiveTiles({ board, store, isFrozen, second, isRecording }: TilesProps) {
  const { shown, move, remove } = board;
  const alike = useMemo(() => alikeOthers(shown), [shown]);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: leastPx } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => over && active.id !== over.id && move(String(active.id), String(over.id))}
    >
      <SortableContext items={shown.map(({ key }) => key)} strategy={rectSortingStrategy} disabled={isRecording}>
        <ul className={classes.board}>
          {shown.map((value) => (
            <LiveTile
              key={value.key}
              value={value}
              store={store}
              others={alike.get(value.key) ?? none}
              isFrozen={isFrozen}
              second={second}
              onRemove={isRecording ? undefined : remove}
            />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}
