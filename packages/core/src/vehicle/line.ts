import { array, boolean, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText, keyOnLine, nameOfThing, wholeNumber } from '../schema/index.js';

export const lineFormat = 'probe-trail-line';

const ids = (maximum: number) => array(idText()).required().max(maximum);

const supplySchema = closedObject({
  id: idText(),
  kind: string()
    .required()
    .oneOf(['bus', 'feed', 'ground'] as const),
  name: draftText(120),
});

const hexWord = () =>
  string().matches(/^[0-9A-F]{4}$/, '${path}: "${value}" is no number of four hexadecimal digits, such as 1A10');

// Far beyond what any unit of measure is shown with.
const largest = 1e9;
const bounded = () => number().required().min(-largest).max(largest);

const liveValueSchema = closedObject({
  id: idText(),
  name: draftText(120).meta({
    description:
      'values that measure the same at several places are named alike up to the first comma: “wheel speed, rear left”',
  }),
  at: wholeNumber(254).meta({ description: 'its first byte in what the unit sends for the identifier; 0: the first' }),
  bytes: number().required().integer().min(1).max(4),
  isSigned: boolean().required().meta({ description: 'whether the bytes are a number with a sign (two’s complement)' }),
  scale: bounded().test('scale', '${path} is 0', (scale) => scale !== 0),
  offset: bounded().meta({ description: 'the value is the number times scale, plus offset' }),
  unit: string().required().max(20),
  least: bounded().meta({ description: 'what is under it cannot be' }),
  most: bounded().meta({ description: 'what is over it cannot be' }),
  invalid: number()
    .nullable()
    .defined()
    .integer()
    .min(0)
    .max(2 ** 32 - 1)
    .meta({ description: 'the number that says that there is no value' }),
  within: number().min(0).max(largest).meta({
    description: 'how far sensor and unit may be off together, in its unit; left out: not known',
  }),
});

const unitDataSchema = closedObject({
  identifier: hexWord().required(),
  bytes: number().required().integer().min(1).max(255).meta({ description: 'how many bytes the unit sends for it' }),
  values: array(liveValueSchema.required()).required().max(64),
});

const conditionsSchema = () =>
  array(
    closedObject({
      value: keyOnLine(),
      min: bounded().nullable().defined(),
      max: bounded().nullable().defined(),
    }).required(),
  ).max(10);

const actuatorSchema = closedObject({
  id: idText(),
  name: draftText(120),
  identifier: hexWord().required(),
  bytes: number().required().integer().min(1).max(4).meta({ description: 'how many bytes say its command' }),
  scale: bounded().test('scale', '${path} is 0', (scale) => scale !== 0),
  offset: bounded().meta({ description: 'the command is the number times scale, plus offset' }),
  unit: string().defined().max(20).meta({ description: 'of the command; empty, with 0 to 1: off and on' }),
  least: bounded(),
  most: bounded(),
  needs: array(closedObject({ what: nameOfThing(60), is: string().required().max(60) }).required())
    .max(20)
    .meta({ description: 'vehicle state in which it is safe to run; it is confirmed before' }),
  onlyWhile: conditionsSchema().meta({
    description: 'values of the vehicle that are checked before it runs and while it does',
  }),
  longestSeconds: wholeNumber(600).min(1).meta({ description: 'it is stopped after so long' }),
  mayStay: boolean().required().meta({
    description: 'whether it may run without being held, for as long as it may run at all',
  }),
  effects: array(
    closedObject({
      value: keyOnLine(),
      shows: string()
        .required()
        .oneOf(['acts', 'follows'] as const)
        .meta({ description: 'acts: it draws its own current; follows: a sensor that must answer' }),
      change: number().required().moreThan(0).max(largest).meta({ description: 'by how much it must change at least' }),
    }).required(),
  )
    .max(10)
    .meta({ description: 'what must change when it runs' }),
}).test('range', '${path}: its bytes cannot say every command from its least to its most', (actuator) =>
  isSayable(actuator),
);

/** Half-read actuators are judged by the other rules. */
function isSayable(actuator: Partial<Record<'bytes' | 'scale' | 'offset' | 'least' | 'most', number>> | undefined) {
  const { bytes = 1, scale = 1, offset = 0, least = 0, most = 0 } = actuator ?? {};
  const isInBytes = (end: number) => (end - offset) / scale >= 0 && (end - offset) / scale <= 256 ** bytes - 1;
  return least <= most && isInBytes(least) && isInBytes(most);
}

const routineSchema = closedObject({
  id: idText(),
  name: draftText(120),
  identifier: hexWord().required(),
  needs: array(closedObject({ what: nameOfThing(60), is: string().required().max(60) }).required())
    .max(20)
    .meta({ description: 'vehicle state in which it is safe to run; it is confirmed before' }),
  onlyWhile: conditionsSchema().meta({
    description: 'values of the vehicle that are checked before it runs and while it does',
  }),
  takesSeconds: wholeNumber(600).min(1).meta({ description: 'how long it takes by itself' }),
  longestSeconds: wholeNumber(600).min(1).meta({ description: 'it is stopped after so long' }),
  results: array(
    closedObject({
      byte: wholeNumber(255).meta({ description: 'the first byte that the unit sends as its result' }),
      is: string()
        .required()
        .oneOf(['running', 'passed', 'failed'] as const),
      text: draftText(200).meta({ description: 'what the unit says by it' }),
    }).required(),
  )
    .required()
    .min(1)
    .max(100),
});

const unitSchema = closedObject({
  id: idText(),
  name: draftText(120),
  aliases: array(string().required().max(60))
    .required()
    .max(20)
    .meta({ description: 'other names under which reports list the unit' }),
  hangsOn: ids(20).meta({ description: 'the buses, feeds and grounds that the unit needs' }),
  address: hexWord().meta({
    description: 'logical address over the network (ISO 13400-2); left out: the unit cannot be asked there',
  }),
  parts: array(string().required().max(60))
    .max(20)
    .meta({ description: 'part numbers that belong here; left out: not known' }),
  software: array(string().required().max(60))
    .max(20)
    .meta({ description: 'software that belongs here; left out: not known' }),
  data: array(unitDataSchema.required())
    .max(200)
    .meta({ description: 'what the unit tells while the vehicle is in use (ISO 14229-1, 11.2), by its identifiers' }),
  actuators: array(actuatorSchema.required())
    .max(100)
    .meta({ description: 'what the unit can be told to do (ISO 14229-1, 13.2)' }),
  routines: array(routineSchema.required())
    .max(100)
    .meta({ description: 'tests that the unit runs by itself (ISO 14229-1, 14.2)' }),
});

const partSchema = closedObject({ id: idText(), name: draftText(120), hangsOn: ids(20) });

const knownCodeSchema = closedObject({
  code: string()
    .required()
    .matches(/^[PCBU][0-3][0-9A-F]{3}$/, '${path}: "${value}" is not a fault code'),
  text: draftText(200),
  reportedBy: ids(20).meta({ description: 'units that can report the code' }),
  accuses: ids(10).meta({ description: 'units and parts that the code speaks of; none: the unit that reports it' }),
});

const codeCounterSchema = closedObject({
  record: string()
    .required()
    .matches(/^[0-9A-F]{2}$/, '${path}: "${value}" is no number of two hexadecimal digits, such as 01'),
  bytes: number().required().integer().min(1).max(2),
  counts: string()
    .required()
    .oneOf(['failures', 'passes'] as const)
    .meta({ description: 'of the self-test of a code, since the codes were cleared' }),
});

const coverSchema = closedObject({
  id: idText(),
  name: draftText(120),
  months: number().nullable().defined().integer().min(1).max(1200),
  km: number().nullable().defined().min(1).max(10_000_000),
  covers: draftText(500),
});

/** A vehicle line: which control units it has, and what each hangs on. */
export const lineSchema = closedObject({
  format: string()
    .required()
    .oneOf([lineFormat] as const),
  formatVersion: number()
    .required()
    .oneOf([1] as const),
  id: idText(),
  name: draftText(80),
  engines: array(string().required().max(40)).required().max(20),
  supplies: array(supplySchema.required()).required().max(200),
  units: array(unitSchema.required()).required().max(200),
  parts: array(partSchema.required()).required().max(500),
  codes: array(knownCodeSchema.required()).required().max(5000),
  covers: array(coverSchema.required()).required().max(20),
  everyone: hexWord().meta({
    description:
      'functional address at which all units are asked at once (ISO 13400-2); left out: each is asked by itself',
  }),
  codeCounters: array(codeCounterSchema.required())
    .max(10)
    .meta({ description: 'what its units count of each code, by the record of extended data (ISO 14229-1, 11.3)' }),
});

export type Line = Checked<typeof lineSchema>;
export type LineUnit = Line['units'][number];
export type UnitData = NonNullable<LineUnit['data']>[number];
/** A value that a unit tells, and how it stands in the bytes. */
export type LiveValueInfo = UnitData['values'][number];
export type ActuatorInfo = NonNullable<LineUnit['actuators']>[number];
export type RoutineInfo = NonNullable<LineUnit['routines']>[number];
export type CodeCounter = NonNullable<Line['codeCounters']>[number];
export type Supply = Line['supplies'][number];
export type Cover = Line['covers'][number];
