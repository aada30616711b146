import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { rectSortingStrategy, SortableContext, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import type { CardCheck } from '@probe-trail/core/library';
import { groupBy } from '@probe-trail/core/list';
import { alikeOthers } from '@probe-trail/core/liveValue';
import { useMemo } from 'react';
import { useChecksQuery } from './checksApi';
import classes from './LivePage.module.css';
import { LiveTile } from './LiveTile';
import type { LiveStore } from './liveStore';
import type { LiveBoardState } from './useBoard';

interface TilesProps {
  readonly board: LiveBoardState;
  readonly store: LiveStore;
  /** The name of the model, by which part cards are found. */
  readonly lineName: string;
  readonly isFrozen: boolean;
  /** What is recorded is not changed meanwhile. */
  readonly isRecording: boolean;
}

const none: readonly string[] = [];
const noChecks: readonly CardCheck[] = [];
// Each is drawn once a second, but never all in one moment (benchmark “from a unit’s answer to its picture”).
const turns = 5;
// A finger that only touches a handle moves nothing.
const leastPx = 6;

/** The values of a board, in an order that is dragged, or moved with the arrow keys once a handle is taken with the space bar. */
export function LiveTiles({ board, store, lineName, isFrozen, isRecording }: TilesProps) {
  const { shown, move, remove } = board;
  const keys = useMemo(() => shown.map(({ key }) => key), [shown]);
  const alike = useMemo(() => alikeOthers(shown), [shown]);
  const { data: checks } = useChecksQuery(lineName);
  const checksOf = useMemo(() => groupBy(checks ?? [], ({ check }) => check.value), [checks]);
  const byKey = useMemo(() => new Map(shown.map((value) => [value.key, value])), [shown]);
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
      <SortableContext items={keys} strategy={rectSortingStrategy} disabled={isRecording}>
        <ul className={classes.board}>
          {shown.map((value, index) => (
            <LiveTile
              key={value.key}
              value={value}
              store={store}
              others={alike.get(value.key) ?? none}
              checks={checksOf.get(value.key) ?? noChecks}
              byKey={byKey}
              isFrozen={isFrozen}
              phaseMs={((index % turns) * 1000) / turns}
              onRemove={isRecording ? undefined : remove}
            />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}
