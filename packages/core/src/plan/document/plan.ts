import { array, boolean, number, string } from 'yup';
import { actuatorUseSchema } from '../../actuator/index.js';
import { capturedReadingSchema } from '../../captureSource/index.js';
import { liveReadingSchema } from '../../liveValue/index.js';
import {
  type Checked,
  closedObject,
  draftText,
  idText,
  nameOfThing,
  unionByKind,
  versionNumber,
} from '../../schema/index.js';
import {
  formulaText,
  isMeasured,
  isOrdered,
  isSpecKind,
  kindText,
  nameOrNull,
  nameText,
  openLimit,
  specSchema,
  unitText,
} from '../../spec/index.js';
import { actions } from '../../vehicleState/index.js';
import { pathSchema } from './currentPath.js';
import { accessLevels, keysOf, list, names } from './fields.js';
import { hookUpSchema } from './hookUp.js';
import { partCardSchema } from './partCard.js';

export const planFormat = 'probe-trail-plan';
export const planFormatVersion = 11;

const needSchema = closedObject({
  what: nameOfThing(60),
  is: string().required().max(60),
  does: string()
    .required()
    .oneOf(keysOf(actions))
    .meta({ description: 'what makes it so; safety and order go by it, and not by the words' }),
  settleSeconds: number()
    .integer()
    .min(1)
    .max(7200)
    .nullable()
    .defined()
    .meta({ description: 'how long to wait once it is so, such as for the buses to fall asleep; null: not at all' }),
});

/** What is to be done once a repair is done, by what it is. */
export const taskKinds = {
  check: 'check',
  torque: 'torque',
  initialise: 'initialise',
  calibrate: 'calibrate',
  codeIn: 'code in',
  adapt: 'adapt',
  prime: 'prime',
  bleed: 'bleed',
  driveIn: 'drive in',
} as const;

export const taskSchema = closedObject({
  id: idText(),
  kind: string().required().oneOf(keysOf(taskKinds)),
  text: draftText(2000).meta({ description: 'Markdown, with pictures of marks; HTML is shown as text' }),
  needs: list(needSchema.required(), 10).meta({ description: 'vehicle state in which it is done' }),
  limit: closedObject({ unit: unitText(), min: openLimit(), max: openLimit() })
    .nullable()
    .defined()
    .meta({ description: 'what is measured must lie in it, such as 16 to 20 Nm; null: it is confirmed' })
    .test('order', '${path}: the lower limit lies above the upper one', (limit) => isOrdered(limit?.min, limit?.max)),
});

export const suspectSchema = closedObject({
  id: idText(),
  name: draftText(120),
  kind: string()
    .required()
    .oneOf(['part', 'wire', 'connector', 'feed', 'ground', 'fuse', 'relay', 'controlUnit', 'setting'] as const),
  weight: number()
    .required()
    .moreThan(0, '${path} must be more than 0 and at most 1000')
    .max(1000, '${path} must be more than 0 and at most 1000')
    .meta({ description: 'how often it is the cause, against the other suspects' }),
  weightBecause: draftText(300).meta({ description: 'where the weight comes from; empty: the author’s estimate' }),
  repair: draftText(2000),
  afterRepair: draftText(2000).meta({ description: 'how the repair is proved, in words' }),
  companions: names(20).meta({
    description: 'what is looked at and replaced with it: a seal, a sub-harness, a second connector',
  }),
  tasks: list(taskSchema.required(), 30).meta({ description: 'work afterwards, in its order' }),
  proofStepIds: list(idText(), 20).meta({
    description: 'steps that are done after the repair to prove it, besides those that pointed to it',
  }),
});

const zonesExpectedSchema = closedObject({
  kind: kindText('zones'),
  suspectId: idText(),
  zoneIds: array(idText()).required().min(1).max(30),
});
const rangeExpectedSchema = closedObject({
  kind: kindText('range'),
  suspectId: idText(),
  min: openLimit(),
  max: openLimit(),
}).test('order', '${path}: the lower end lies above the upper one', (range) => isOrdered(range?.min, range?.max));

export const stepReadingSchema = closedObject({
  id: idText(),
  name: draftText(120),
  derivedFrom: formulaText()
    .nullable()
    .meta({ description: 'formula of other readings from which this one is computed; null: it is entered' }),
  spec: specSchema,
  hookUp: hookUpSchema
    .nullable()
    .defined()
    .meta({ description: 'where it is measured otherwise than the step says; null: as the step says' }),
  live: liveReadingSchema.nullable().defined().meta({
    description: 'which value of the vehicle it can be taken from, beside being typed; null: none',
  }),
  capture: capturedReadingSchema.nullable().defined().meta({
    description: 'how it is measured on a capture, beside being typed; null: it is not',
  }),
  watches: list(idText(), 60).meta({
    description: 'control units whose losses on the bus are counted by themselves; none: counted by hand',
  }),
  expects: list(unionByKind({ zones: zonesExpectedSchema, range: rangeExpectedSchema }), 300).meta({
    description: 'what a suspect would make this reading show: zones, or a range in the unit of the limits',
  }),
}).test(
  'derived',
  '${path}: only a reading with one number can be computed from others',
  (reading) => reading?.derivedFrom == null || (isSpecKind(reading.spec?.kind) && isMeasured(reading.spec)),
);

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
  expects: list(idText(), 200).meta({ description: 'suspects that would make the step come out like this' }),
  goTo: goToSchema,
});

/** What is asked once, when a trail begins, or taken from a reading made on it. */
export const inputSchema = closedObject({
  id: nameText(),
  name: draftText(120),
  unit: unitText(),
  ask: draftText(300).meta({ description: 'how to find it out' }),
  means: string()
    .required()
    .oneOf(['value', 'ambientPressure', 'altitude'] as const)
    .meta({ description: 'ambientPressure and altitude also tell gauge from absolute pressures' }),
  from: nameOrNull().meta({ description: 'id of a reading from which it is taken; null: it is asked' }),
});

export const blockInputSchema = closedObject({
  id: nameText(),
  name: draftText(120),
  is: string()
    .required()
    .oneOf(['pin', 'text'] as const),
});

export const filledInputSchema = closedObject({
  id: nameText(),
  name: draftText(120),
  value: draftText(200).meta({ description: 'a pin such as C31.2, a text, or a number with its unit' }),
});

const blockUseSchema = closedObject({
  id: idText(),
  blockId: idText(),
  title: draftText(160).meta({ description: 'of the block, as it was called then' }),
  version: versionNumber(),
  within: list(idText(), 300).meta({ description: 'ids of the blocks that this version has in it' }),
  inputs: list(filledInputSchema.required(), 40),
  suspects: list(closedObject({ from: idText(), to: idText() }).required(), 300).meta({
    description: 'which suspect of this plan stands for which of the block',
  }),
});

/** The experiments that practitioners use; what each of them asks for and means is written in `core/experiment`. */
export const experimentNames = {
  swap: 'swap with a twin',
  substitute: 'put in something known',
  unplug: 'unplug and see',
  bridge: 'bridge it',
  load: 'load it',
  voltageDrop: 'voltage drop',
  move: 'move it',
  climate: 'heat, cool or wet it',
  drive: 'drive an actuator',
  clearCodes: 'clear and see',
  compare: 'compare with a good one',
  pressure: 'feed it pressure or vacuum',
} as const;

/** What a reading that is too close to call does. */
export const tooClosePolicies = {
  asNominal: 'goes by the displayed value',
  repeat: 'is measured once more',
  betterInstrument: 'is measured with a better instrument',
} as const;

export const effortSchema = closedObject({
  minutes: number().required().min(0).max(2000),
  access: string().required().oneOf(keysOf(accessLevels)),
  tools: names(20),
});

export const stepSchema = closedObject({
  id: idText(),
  title: draftText(160),
  proves: draftText(300),
  needs: list(needSchema.required(), 20).meta({
    description: 'vehicle state, in the order in which it is safe to make it',
  }),
  hookUp: hookUpSchema.nullable().defined(),
  actuator: actuatorUseSchema
    .nullable()
    .defined()
    .meta({ description: 'what is commanded over the vehicle interface while it is measured; null: nothing' }),
  instruction: draftText(20_000).meta({ description: 'Markdown; HTML is shown as text' }),
  cautions: names(20),
  readings: list(stepReadingSchema.required(), 12),
  outcomes: list(outcomeSchema.required(), 30),
  effort: effortSchema.required(),
  partCardIds: list(idText(), 30).meta({ description: 'part cards that lie on the shelf of this step' }),
  use: closedObject({
    useId: idText(),
    stepId: idText().meta({ description: 'its id in the block' }),
    ends: list(closedObject({ outcomeId: idText(), resultId: idText() }).required(), 30).meta({
      description: 'outcomes that end the block, each with the result in which it ends',
    }),
  })
    .nullable()
    .defined()
    .meta({ description: 'the block from which the step comes; null: it is of this plan alone' }),
  experiment: string()
    .oneOf(keysOf(experimentNames))
    .nullable()
    .defined()
    .meta({ description: 'the experiment that the step is, whose safe preconditions it must have; null: none' }),
});

export const conclusionSchema = closedObject({
  id: idText(),
  title: draftText(160),
  summary: draftText(2000),
  suspectIds: list(idText(), 20).meta({ description: 'the cause; none: no fault found' }),
});

const acceptedSchema = closedObject({
  rule: idText(),
  stepId: idText().nullable().defined(),
  outcomeId: idText().nullable().defined(),
  suspectId: idText().nullable().defined(),
  conclusionId: idText().nullable().defined(),
  reason: string().required().max(500),
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
      `\${path} is \${value}; this program reads version ${planFormatVersion}. Open it with a newer Probe Trail`,
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
  inputs: list(inputSchema.required(), 20),
  tooClose: string().required().oneOf(keysOf(tooClosePolicies)).meta({
    description: 'what a reading that is too close to call does',
  }),
  offline: boolean()
    .required()
    .meta({ description: 'kept on every device, so that a trail can begin without a network' }),
  suspects: list(suspectSchema.required(), 300),
  partCards: list(partCardSchema.required(), 300),
  paths: list(pathSchema.required(), 40),
  block: closedObject({ inputs: list(blockInputSchema.required(), 20) })
    .nullable()
    .defined()
    .meta({
      description:
        'of a block, which other plans have in them: what each of them fills in; null: a plan to be followed',
    }),
  uses: list(blockUseSchema.required(), 100).meta({ description: 'the blocks that this plan has in it' }),
  startStepId: string().defined().max(80).meta({ description: 'where the trail begins; empty while there is no step' }),
  steps: list(stepSchema.required(), 1000),
  conclusions: list(conclusionSchema.required(), 300),
  accepted: list(acceptedSchema.required(), 500).meta({
    description: 'warnings of the plan check that the author knows of, each with the reason why it may stand',
  }),
});

export type Plan = Checked<typeof planSchema>;
export type Step = Checked<typeof stepSchema>;
export type StepReading = Step['readings'][number];
export type Expectation = StepReading['expects'][number];
export type Outcome = Checked<typeof outcomeSchema>;
export type GoTo = Outcome['goTo'];
export type Suspect = Checked<typeof suspectSchema>;
export type Task = Checked<typeof taskSchema>;
export type TaskKind = keyof typeof taskKinds;
export type Conclusion = Checked<typeof conclusionSchema>;
export type Need = Step['needs'][number];
export type Experiment = keyof typeof experimentNames;
export type Input = Plan['inputs'][number];
export type BlockInput = Checked<typeof blockInputSchema>;
export type BlockUse = Plan['uses'][number];
export type Accepted = Plan['accepted'][number];
export type TooClosePolicy = Plan['tooClose'];
