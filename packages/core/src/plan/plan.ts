import { type AnyObject, array, type ISchema, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText, unionByKind } from '../schema/index.js';
import { specSchema } from '../spec/index.js';
import { findUnit } from '../units/index.js';

export const planFormat = 'probe-trail-plan';
export const planFormatVersion = 1;

const list = <Item>(item: ISchema<Item, AnyObject>, maximum: number) => array(item).required().max(maximum);
const names = (maximum: number) => array(string().required().max(200)).required().max(maximum);

/** Functions of the instruments that a hook-up can ask for. */
export const instrumentFunctions = {
  dcVolts: 'DC volts',
  acVolts: 'AC volts',
  ohms: 'ohms',
  continuity: 'continuity',
  dcAmps: 'DC amps',
  clampAmps: 'clamp, DC amps',
  frequency: 'frequency',
  dutyCycle: 'duty cycle',
  temperature: 'temperature',
  pressure: 'pressure',
  liveData: 'live data',
  eyes: 'no instrument',
} as const;

/** How hard a place is to reach, the easiest first. */
export const accessLevels = {
  inReach: 'in reach',
  underBonnet: 'under the bonnet',
  underVehicle: 'under the vehicle',
  dismantling: 'something must come off',
} as const;

const keysOf = <Table extends Readonly<Record<string, string>>>(table: Table) =>
  Object.keys(table) as (keyof Table & string)[];

const wireSchema = closedObject({
  colour: draftText(40).meta({ description: 'main colour of the wire, in words' }),
  tracer: draftText(40).meta({ description: 'second colour; empty without one' }),
});

const pinSchema = closedObject({ pin: idText(), name: draftText(120), wire: wireSchema.required() });

const connectorSchema = closedObject({ id: idText(), name: draftText(120), pins: list(pinSchema.required(), 200) });

/** What is known about a part. */
export const partCardSchema = closedObject({
  id: idText(),
  name: draftText(120),
  place: draftText(500),
  howItWorks: draftText(5000).meta({ description: 'Markdown' }),
  connectors: list(connectorSchema.required(), 40),
  values: list(closedObject({ name: draftText(120), value: draftText(120) }).required(), 100),
});

export const suspectSchema = closedObject({
  id: idText(),
  name: draftText(120),
  kind: string()
    .required()
    .oneOf(['part', 'wire', 'connector', 'feed', 'ground', 'fuse', 'relay', 'controlUnit', 'setting'] as const),
  weight: number()
    .required()
    .test('weight', '${path} must be more than 0 and at most 1000', (value) => value > 0 && value <= 1000)
    .meta({ description: 'how often it is the cause, against the other suspects' }),
  repair: draftText(2000),
  afterRepair: draftText(2000).meta({ description: 'what goes with the repair: calibration, priming, proof' }),
});

const leadAtSchema = unionByKind({
  pin: closedObject({
    kind: string()
      .required()
      .oneOf(['pin'] as const),
    connectorId: idText(),
    pin: idText(),
  }),
  place: closedObject({
    kind: string()
      .required()
      .oneOf(['place'] as const),
    name: draftText(120),
  }),
});

const leadSchema = closedObject({
  colour: string()
    .required()
    .oneOf(['red', 'black'] as const),
  how: draftText(80).meta({ description: 'such as back-probe, clip, probe tip' }),
  at: leadAtSchema,
});

const rangeUnit = string()
  .required()
  .test('unit', '${path}: "${value}" is not a unit known here', (text) => findUnit(text) !== undefined);

const hookUpSchema = closedObject({
  instrument: string().required().oneOf(keysOf(instrumentFunctions)),
  range: closedObject({ value: number().required().min(0), unit: rangeUnit })
    .nullable()
    .defined(),
  accuracy: closedObject({
    percent: number().required().min(0).max(100),
    digits: number().required().integer().min(0).max(1000),
  })
    .nullable()
    .defined()
    .meta({
      description: '±(percent of the reading + digits of its last place); null: half the typed resolution counts',
    }),
  leads: list(leadSchema.required(), 4),
});

const stepReadingSchema = closedObject({ id: idText(), name: draftText(120), spec: specSchema });

const conditionSchema = closedObject({
  readingId: idText(),
  zoneIds: list(idText(), 30).meta({ description: 'the condition holds in any of these zones or options' }),
});

const goToSchema = unionByKind({
  step: closedObject({
    kind: string()
      .required()
      .oneOf(['step'] as const),
    stepId: idText(),
  }),
  conclusion: closedObject({
    kind: string()
      .required()
      .oneOf(['conclusion'] as const),
    conclusionId: idText(),
  }),
  nowhere: closedObject({
    kind: string()
      .required()
      .oneOf(['nowhere'] as const),
  }),
});

export const outcomeSchema = closedObject({
  id: idText(),
  when: list(conditionSchema.required(), 10).meta({ description: 'all must hold; none: this outcome always holds' }),
  meaning: draftText(1000),
  clears: list(idText(), 200),
  pointsTo: list(idText(), 200),
  goTo: goToSchema,
});

const needSchema = closedObject({ what: string().required().max(60), is: string().required().max(60) });

export const stepSchema = closedObject({
  id: idText(),
  title: draftText(160),
  proves: draftText(300),
  needs: list(needSchema.required(), 20).meta({
    description: 'vehicle state, in the order in which it is safe to make it',
  }),
  hookUp: hookUpSchema.nullable().defined(),
  instruction: draftText(20_000).meta({ description: 'Markdown; HTML is shown as text' }),
  cautions: names(20),
  readings: list(stepReadingSchema.required(), 12),
  outcomes: list(outcomeSchema.required(), 30),
  effort: closedObject({
    minutes: number().required().min(0).max(2000),
    access: string().required().oneOf(keysOf(accessLevels)),
    tools: names(20),
  }).required(),
  partCardIds: list(idText(), 30).meta({ description: 'part cards that lie on the shelf of this step' }),
});

export const conclusionSchema = closedObject({
  id: idText(),
  title: draftText(160),
  summary: draftText(2000),
  suspectIds: list(idText(), 20).meta({ description: 'the cause; none: no fault found' }),
});

/** The one schema of a plan document; the editor, the server, the command line and the importer share it. */
export const planSchema = closedObject({
  format: string()
    .required()
    .oneOf([planFormat] as const, '${path} is not "probe-trail-plan": this is not a plan file'),
  formatVersion: number()
    .required()
    .oneOf(
      [planFormatVersion] as const,
      '${path} is ${value}; this program reads version 1. Open it with a newer Probe Trail',
    ),
  id: idText(),
  title: draftText(160),
  summary: draftText(2000),
  appliesTo: closedObject({
    lines: names(50).meta({ description: 'vehicle lines by name; none: any' }),
    engines: names(50).meta({ description: 'engine codes; none: any' }),
    codes: names(100),
    complaints: names(50),
  }).required(),
  suspects: list(suspectSchema.required(), 300),
  partCards: list(partCardSchema.required(), 300),
  startStepId: string().defined().max(80).meta({ description: 'where the trail begins; empty while there is no step' }),
  steps: list(stepSchema.required(), 1000),
  conclusions: list(conclusionSchema.required(), 300),
});

export type Plan = Checked<typeof planSchema>;
export type Step = Checked<typeof stepSchema>;
export type StepReading = Step['readings'][number];
export type Outcome = Checked<typeof outcomeSchema>;
export type GoTo = Outcome['goTo'];
export type Suspect = Checked<typeof suspectSchema>;
export type Conclusion = Checked<typeof conclusionSchema>;
export type PartCard = Checked<typeof partCardSchema>;
export type HookUp = NonNullable<Step['hookUp']>;
export type Lead = HookUp['leads'][number];
export type Need = Step['needs'][number];
export type InstrumentFunction = keyof typeof instrumentFunctions;
export type AccessLevel = keyof typeof accessLevels;
