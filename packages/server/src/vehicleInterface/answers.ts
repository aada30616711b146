import { sheetCodeSchema, sheetUnitSchema } from '@probe-trail/core/codes';
import { closedObject, idText, unionByKind } from '@probe-trail/core/schema';
import type {
  ActingLine,
  Cleared,
  LiveLine,
  ReadingProgress,
  RoutineLine,
  StoppedActing,
  WatchLine,
} from '@probe-trail/core/vehicleInterface';
import { amount, answer, listOf, oneOf, text, textOrNull, yesOrNo } from '../answer/index.js';

/** One line of what a reading answers. */
export const readingLine = answer<ReadingProgress>()(
  unionByKind({
    asking: closedObject({ kind: oneOf('asking'), unitId: idText(), name: text(), done: amount(), of: amount() }),
    unit: closedObject({
      kind: oneOf('unit'),
      unit: sheetUnitSchema.required(),
      codes: listOf(sheetCodeSchema),
      because: textOrNull(),
    }),
    failed: closedObject({ kind: oneOf('failed'), message: text() }),
    end: closedObject({ kind: oneOf('end') }),
  }),
);

export const clearedAnswer = answer<Cleared>()(closedObject({ unitsCleared: amount(), unitsSilent: amount() }));

const toldValue = closedObject({ key: text(), value: amount().nullable() });

const toldLines = {
  values: closedObject({ kind: oneOf('values'), atMs: amount(), unitId: idText(), values: listOf(toldValue) }),
  nothing: closedObject({ kind: oneOf('nothing'), atMs: amount(), unitId: idText(), because: textOrNull() }),
  failed: closedObject({ kind: oneOf('failed'), message: text() }),
};

/** One line of what happens while an actuator runs. */
export const actingLine = answer<ActingLine>()(
  unionByKind({
    ...toldLines,
    acting: closedObject({ kind: oneOf('acting'), atMs: amount(), command: amount() }),
    stopped: closedObject({ kind: oneOf('stopped'), atMs: amount(), because: textOrNull(), isConfirmed: yesOrNo() }),
  }),
);

export const stoppedAnswer = answer<StoppedActing>()(closedObject({ stopped: amount() }));

/** One line of what a vehicle tells live. */
export const liveLine = answer<LiveLine>()(unionByKind(toldLines));

/** One line of a watch over the buses. */
export const watchLine = answer<WatchLine>()(
  unionByKind({
    seen: closedObject({ kind: oneOf('seen'), unitId: idText(), isThere: yesOrNo() }),
    failed: closedObject({ kind: oneOf('failed'), message: text() }),
  }),
);

/** One line of what comes of a routine. */
export const routineLine = answer<RoutineLine>()(
  unionByKind({
    running: closedObject({ kind: oneOf('running'), atMs: amount(), text: text() }),
    ended: closedObject({
      kind: oneOf('ended'),
      atMs: amount(),
      is: oneOf('passed', 'failed', 'unknown'),
      text: text(),
    }),
    stopped: closedObject({ kind: oneOf('stopped'), atMs: amount(), because: text() }),
    failed: closedObject({ kind: oneOf('failed'), message: text() }),
  }),
);
