import { array, number, type ObjectShape, string } from 'yup';
import { type Checked, closedObject, idOrNull, idText, unionByKind } from '../schema/index.js';

const kind = <Kind extends string>(value: Kind) =>
  string()
    .required()
    .oneOf([value] as const);
const text = (maximum: number) => string().required().max(maximum);

/** Fields of every event. The client makes the id, so that sending twice is harmless. */
const common = {
  id: idText(),
  atMs: number()
    .required()
    .integer()
    .min(0)
    .meta({ description: 'when it happened, ms since 1970 by the clock of the device' }),
  by: text(80).meta({ description: 'name of the person' }),
};

const event = <Kind extends string, Fields extends ObjectShape>(name: Kind, fields: Fields) =>
  closedObject({ kind: kind(name), ...common, ...fields });

/** A technician's answer to one reading of a step. */
export const entrySchema = unionByKind({
  typed: closedObject({ kind: kind('typed'), text: text(60).meta({ description: 'what the meter showed, as typed' }) }),
  chosen: closedObject({ kind: kind('chosen'), optionId: idText() }),
});

/** What can happen on a trail. What each of them means is written in `applyTrailEvent`, and nowhere else. */
export const trailEventSchema = unionByKind({
  opened: event('opened', {
    jobId: idOrNull().meta({ description: 'the visit of the vehicle that it belongs to; null without one' }),
    planId: idText(),
    planVersion: number().required().integer().min(1),
    vehicle: closedObject({ fleetNumber: text(40), line: text(80) }).required(),
    complaint: string().defined().max(1000),
  }),
  stateConfirmed: event('stateConfirmed', {
    stepId: idText(),
    state: array(closedObject({ what: text(60), is: text(60) }).required())
      .required()
      .min(1)
      .max(20),
  }),
  stateOverridden: event('stateOverridden', {
    stepId: idText(),
    state: array(closedObject({ what: text(60), is: text(60) }).required())
      .required()
      .min(1)
      .max(20),
    reason: text(300),
  }),
  readingEntered: event('readingEntered', {
    stepId: idText(),
    readingId: idText(),
    entry: entrySchema,
    typedFirst: string()
      .max(60)
      .nullable()
      .defined()
      .meta({ description: 'what was typed before the slip question was answered' }),
    stillStands: string()
      .max(80)
      .nullable()
      .defined()
      .meta({ description: 'id of the earlier event whose reading is taken over' }),
  }),
  outcomeTaken: event('outcomeTaken', { stepId: idText(), outcomeId: idText() }),
  skipped: event('skipped', {
    stepId: idText(),
    reason: text(500),
    outcomeId: idText().meta({ description: 'the outcome whose way is followed; its evidence does not count' }),
  }),
  wentBack: event('wentBack', { toWaymarkId: idText() }),
  concluded: event('concluded', { conclusionId: idText() }),
});

export type Entry = Checked<typeof entrySchema>;
export type TrailEvent = Checked<typeof trailEventSchema>;
export type TrailEventOf<Kind extends TrailEvent['kind']> = Extract<TrailEvent, { kind: Kind }>;
