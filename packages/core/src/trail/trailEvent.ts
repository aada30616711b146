import { array, boolean, number, type ObjectShape, string } from 'yup';
import { actuatorUseSchema } from '../actuator/index.js';
import { capturedReadingSchema, captureSourceSchema, referenceSchema } from '../captureSource/index.js';
import {
  type InstrumentFunction,
  instrumentFunctions,
  instrumentSchema,
  meterSourceSchema,
} from '../instrument/index.js';
import { liveReadingSchema, liveSourceSchema } from '../liveValue/index.js';
import { entryFields, voidingFields } from '../log/index.js';
import { physicalCheckSchema } from '../physicalCheck/index.js';
import { partCardSchema, pathSchema, stepReadingSchema, stepSchema, suspectSchema, taskSchema } from '../plan/index.js';
import {
  type Checked,
  closedObject,
  idOrNull,
  idText,
  type Lengths,
  lengthsOf,
  lengthsOfCase,
  nameOfThing,
  photoIdText,
  unionByKind,
} from '../schema/index.js';
import { mostTracePoints } from '../spec/index.js';

const kind = <Kind extends string>(value: Kind) =>
  string()
    .required()
    .oneOf([value] as const);
const text = (maximum: number) => string().required().max(maximum);

const event = <Kind extends string, Fields extends ObjectShape>(name: Kind, fields: Fields) =>
  closedObject({ kind: kind(name), ...entryFields(), ...fields });

const momentMs = () => number().required().min(0).max(1e9);
const level = () => number().required().min(-1e12).max(1e12);
const stretchFields = () => ({ fromMs: momentMs(), toMs: momentMs() });
const heldSchema = closedObject({
  value: level(),
  uncertainty: number()
    .required()
    .min(0)
    .max(1e12)
    .meta({ description: 'expanded (k = 2), in the unit of the limits' }),
  ...stretchFields(),
});

/** What a recorded drive showed, read from its recording on the device. Times are ms since the recording began. */
const drivenSchema = closedObject({
  kind: kind('driven'),
  recordingId: photoIdText()
    .nullable()
    .defined()
    .meta({ description: 'SHA-256 of the recording; null: tried out without one' }),
  countedSeconds: number().required().min(0).max(1e6).meta({ description: 'for how long the conditions held' }),
  heldSeconds: number().required().min(0).max(3600).meta({ description: 'how long a level was held to count' }),
  levels: array(
    closedObject({
      of: string().nullable().defined().max(80).meta({ description: 'id of the value; null: of the formula' }),
      highest: heldSchema.nullable().defined(),
      lowest: heldSchema.nullable().defined(),
      gone: closedObject(stretchFields()).nullable().defined().meta({ description: 'longest time without a value' }),
    }).required(),
  )
    .required()
    .min(1)
    .max(24),
  trace: closedObject({
    ms: array(momentMs()).required().max(mostTracePoints),
    lines: array(
      closedObject({
        of: string().nullable().defined().max(80),
        values: array(number().nullable().defined().min(-1e12).max(1e12)).required().max(mostTracePoints),
      }).required(),
    )
      .required()
      .max(24),
  })
    .required()
    .meta({ description: 'what was compared around the worst stretch' }),
});

const shown = () => text(60).meta({ description: 'what the meter showed, as typed' });

/** A technician's answer to one reading of a step. */
export const entrySchema = unionByKind({
  typed: closedObject({
    kind: kind('typed'),
    text: shown(),
    leadsSwapped: boolean()
      .optional()
      .meta({ description: 'red where the step wants black: the sign is turned round before it is judged' }),
    live: liveSourceSchema
      .nullable()
      .optional()
      .meta({ description: 'what the vehicle told, where it was not read from a meter; left out: from a meter' }),
    capture: captureSourceSchema
      .nullable()
      .optional()
      .meta({ description: 'what it was measured on, where it comes from a capture; left out: from none' }),
    meter: meterSourceSchema
      .nullable()
      .optional()
      .meta({ description: 'the meter over the network that told it; left out: it was read and typed' }),
  }),
  rows: closedObject({
    kind: kind('rows'),
    texts: array(shown()).required().min(2).max(200).meta({ description: 'one for each row, in their order' }),
    live: array(liveSourceSchema.nullable().defined())
      .max(200)
      .optional()
      .meta({ description: 'for each row what the vehicle told, or null where it was read from a meter' }),
    captures: array(captureSourceSchema.nullable().defined())
      .max(24)
      .optional()
      .meta({ description: 'for each row what it was measured on, or null where it comes from no capture' }),
    meters: array(meterSourceSchema.nullable().defined())
      .max(200)
      .optional()
      .meta({ description: 'for each row the meter over the network that told it, or null where it was typed' }),
  }),
  counted: closedObject({
    kind: kind('counted'),
    counts: array(number().required().integer().min(0).max(1_000_000))
      .required()
      .min(1)
      .max(20)
      .meta({ description: 'one for each section, or one for the whole' }),
    seconds: number().required().min(0).max(36_000).meta({ description: 'for how long in all' }),
    sectionSeconds: array(number().required().min(0).max(36_000))
      .max(20)
      .optional()
      .meta({ description: 'for how long in each section; none: the time is shared out among them' }),
    watched: array(idText())
      .max(60)
      .optional()
      .meta({ description: 'control units whose losses the watch over the buses counted; none: counted by hand' }),
  }),
  chosen: closedObject({ kind: kind('chosen'), optionId: idText() }),
  driven: drivenSchema,
});

/** What a remark to the author is about. */
export const remarkKinds = {
  wrongLimit: 'wrong limit',
  wrongPin: 'wrong pin',
  wrongPicture: 'wrong picture',
  unclear: 'unclear',
  notReachable: 'not reachable so',
  betterWay: 'better way',
} as const;
export type RemarkKind = keyof typeof remarkKinds;

const share = () => number().required().min(-0.5).max(1.5);

/** What is drawn on a picture; places are shares of its width and height. */
export const photoMarkSchema = closedObject({
  shape: string()
    .required()
    .oneOf(['arrow', 'circle'] as const),
  from: closedObject({ x: share(), y: share() }).required(),
  to: closedObject({ x: share(), y: share() }).required(),
});
export type PhotoMark = Checked<typeof photoMarkSchema>;

const stateList = () =>
  array(closedObject({ what: nameOfThing(60), is: text(60) }).required())
    .required()
    .min(1)
    .max(20);

const suspectList = () => array(idText()).required().max(200);

/** A suspect as it is added on a trail; of one that a device kept from before format 8, some of it is missing. */
const addedSuspectSchema = suspectSchema.shape({
  companions: array(string().required().max(200)).max(20).optional(),
  tasks: array(taskSchema.required()).max(30).optional(),
  weightBecause: string().max(300).optional(),
  proofStepIds: array(idText()).max(20).optional(),
});

/** A part card as it is added on a trail; of one that a device kept from before format 11, some of it is missing. */
const addedPartCardSchema = partCardSchema.shape({
  physicalChecks: array(physicalCheckSchema.required()).max(40).optional(),
  references: array(referenceSchema.required()).max(8).optional(),
});

/** A step as it is added on a trail; of one that a device kept from before format 11, some of it is missing. */
const addedStepSchema = stepSchema.shape({
  actuator: actuatorUseSchema.nullable().optional(),
  readings: array(
    stepReadingSchema
      .shape({
        live: liveReadingSchema.nullable().optional(),
        capture: capturedReadingSchema.nullable().optional(),
        watches: array(idText()).max(60).optional(),
      })
      .required(),
  )
    .required()
    .max(12),
});

/** What can happen on a trail. What each of them means is written in `applyTrailEvent`, and nowhere else. */
const openedVehicleSchema = closedObject({ fleetNumber: text(40), line: text(80) });

/** How long what a trail calls its vehicle may be. */
export const openedVehicleLengths = lengthsOf(openedVehicleSchema);

export const trailEventSchema = unionByKind({
  opened: event('opened', {
    jobId: idOrNull().meta({ description: 'the visit of the vehicle that it belongs to; null without one' }),
    planId: idOrNull().meta({ description: 'the plan that is followed; null: an open trail, which follows none' }),
    planVersion: number().integer().min(1).max(1_000_000).nullable().defined(),
    vehicle: openedVehicleSchema.required(),
    complaint: string().defined().max(1000),
  }),
  inputGiven: event('inputGiven', {
    inputId: idText(),
    text: string().max(60).nullable().defined().meta({ description: 'as typed; null: it is not known' }),
  }),
  instrumentChosen: event('instrumentChosen', {
    measures: string()
      .required()
      .oneOf(Object.keys(instrumentFunctions) as InstrumentFunction[]),
    instrument: instrumentSchema.nullable().defined().meta({
      description: 'as the workshop had it then; null: one that is not on the list',
    }),
  }),
  stateConfirmed: event('stateConfirmed', { stepId: idText(), state: stateList() }),
  stateOverridden: event('stateOverridden', { stepId: idText(), state: stateList(), reason: text(300) }),
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
  closeCallAccepted: event('closeCallAccepted', { stepId: idText(), readingId: idText(), reason: text(300) }),
  outcomeTaken: event('outcomeTaken', { stepId: idText(), outcomeId: idText() }),
  skipped: event('skipped', {
    stepId: idText(),
    reason: text(500),
    outcomeId: idText().meta({ description: 'the outcome whose way is followed; its evidence does not count' }),
  }),
  wentBack: event('wentBack', { toWaymarkId: idText() }),
  concluded: event('concluded', {
    conclusionId: idText(),
    assumedBecause: string()
      .max(500)
      .nullable()
      .optional()
      .meta({ description: 'why it is accepted although the readings do not bear it out' }),
  }),
  proofStepOpened: event('proofStepOpened', {
    stepId: idText().meta({
      description: 'a step that is done again after the repair, once the trail has come to its end',
    }),
    repairId: idText().meta({ description: 'the repair that it is to prove: the entry of the job that recorded it' }),
  }),
  reopened: event('reopened', {
    repairId: idText().meta({ description: 'the repair that did not help: the entry of the job that recorded it' }),
    suspectIds: suspectList().max(20).meta({ description: 'what was repaired, and is not the cause after all' }),
    what: text(200).meta({ description: 'what was done, such as “Sensor B11 replaced”' }),
    because: text(300).meta({ description: 'what shows that it did not help' }),
  }),
  suspectAdded: event('suspectAdded', { suspect: addedSuspectSchema.required() }),
  partCardAdded: event('partCardAdded', { partCard: addedPartCardSchema.required() }),
  pathAdded: event('pathAdded', { path: pathSchema.required() }),
  pointMeasured: event('pointMeasured', {
    pathId: idText(),
    pointId: idText(),
    text: text(60).meta({ description: 'V against the last point of the path, with the load on, as typed' }),
  }),
  pointTakenBack: event('pointTakenBack', { pathId: idText(), pointId: idText() }),
  currentSeen: event('currentSeen', {
    pathId: idText(),
    flows: boolean()
      .nullable()
      .defined()
      .meta({ description: 'the load was seen working or amps were measured; false: neither; null: not looked' }),
  }),
  stepAdded: event('stepAdded', {
    step: addedStepSchema.required().meta({ description: 'its outcomes lead nowhere: the trail goes on where it was' }),
  }),
  stepOpened: event('stepOpened', { stepId: idText().meta({ description: 'a step that was added' }) }),
  stepLeft: event('stepLeft', { stepId: idText().meta({ description: 'it is not done now, and stays to be done' }) }),
  causeNamed: event('causeNamed', {
    suspectIds: suspectList().max(20).meta({ description: 'none: no fault was found' }),
  }),
  causeWithdrawn: event('causeWithdrawn', {}),
  offPlanTested: event('offPlanTested', {
    stepId: idOrNull().meta({ description: 'the step that was open meanwhile; null where none was' }),
    title: text(160).meta({ description: 'what was tested' }),
    seen: text(300).meta({ description: 'what came out, as it was typed' }),
    clears: suspectList(),
    pointsTo: suspectList(),
  }),
  offPlanTakenBack: event('offPlanTakenBack', {
    testId: idText().meta({ description: 'the event that ended it' }),
    reason: text(300),
  }),
  paused: event('paused', { reason: string().defined().max(300) }),
  resumed: event('resumed', {}),
  remarkMade: event('remarkMade', {
    stepId: idText(),
    about: string()
      .required()
      .oneOf(Object.keys(remarkKinds) as RemarkKind[]),
    text: text(1000),
  }),
  photoAdded: event('photoAdded', {
    stepId: idText(),
    photoId: photoIdText(),
    caption: string().defined().max(300),
    marks: array(photoMarkSchema.required()).required().max(40),
  }),
  entryVoided: event('entryVoided', voidingFields()),
});

export type Entry = Checked<typeof entrySchema>;
export type EntryOf<Kind extends Entry['kind']> = Extract<Entry, { readonly kind: Kind }>;
export type TrailEvent = Checked<typeof trailEventSchema>;
export type TrailEventOf<Kind extends TrailEvent['kind']> = Extract<TrailEvent, { kind: Kind }>;

/** How long the texts of an entry of this kind may be. */
export const trailEventLengths = <Kind extends TrailEvent['kind']>(kind: Kind) =>
  lengthsOfCase(trailEventSchema, kind) as Lengths<TrailEventOf<Kind>>;

/** How long a reading may be as it is typed. */
export const typedLength = lengthsOfCase(entrySchema, 'typed').text;
