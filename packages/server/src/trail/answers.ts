import { closedObject, idText } from '@probe-trail/core/schema';
import { type TrailListItem, type TrailLog, trailEventSchema } from '@probe-trail/core/trail';
import { number } from 'yup';
import { amount, answer, listOf, text, textOrNull } from '../answer/index.js';

const trailListItem = answer<TrailListItem>()(
  closedObject({
    trailId: idText(),
    jobId: textOrNull(),
    planId: textOrNull(),
    planVersion: number().nullable().defined(),
    planTitle: text(),
    fleetNumber: text(),
    complaint: text(),
    openedAtMs: amount(),
    openedBy: text(),
    lastEventAtMs: amount(),
    concludedWith: textOrNull(),
    atStep: textOrNull(),
  }),
);

export const trailListAnswer = listOf(trailListItem);

export const trailEventsAnswer = listOf(trailEventSchema);

export const trailLogAnswer = answer<TrailLog>()(closedObject({ trailId: idText(), events: trailEventsAnswer }));
