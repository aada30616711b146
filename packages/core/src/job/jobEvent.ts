import { array, boolean, string } from 'yup';
import { type SheetMoment, sheetMoments } from '../codes/index.js';
import { entryFields, voidingFields } from '../log/index.js';
import type { Permission } from '../person/index.js';
import { repairSchema } from '../repair/index.js';
import {
  type Checked,
  closedObject,
  draftText,
  idOrNull,
  idText,
  lengthsOf,
  photoIdText,
  unionByKind,
  wholeNumber,
} from '../schema/index.js';
import { type CustomerAnswer, customerAnswers, sideFindingSchema } from '../sideFinding/index.js';
import { writtenPartSchema } from './accountPart.js';
import { arrivalSchema } from './arrival.js';
import { type ProofVerdict, proofVerdicts } from './proofVerdict.js';
import { type Stage, stages } from './stage.js';
import { type TrialCondition, type TrialResult, trialConditions, trialResults } from './trial.js';

const kindOf = <Kind extends string>(kind: Kind) => ({
  kind: string()
    .required()
    .oneOf([kind] as const),
  ...entryFields(),
});

const ofRepair = () => ({
  repairId: idOrNull().meta({
    description: 'the newest repair that stands, by the entry that recorded it; null: nothing was repaired',
  }),
});

const ofFinding = () => ({
  jobId: idText().meta({ description: 'the visit on which it was noticed' }),
  findingId: idText().meta({ description: 'the entry that recorded it' }),
});

const signatureSchema = closedObject({
  photoId: photoIdText().meta({ description: 'what was drawn' }),
  by: string().label('Who signs').required().max(80),
});

/** How long the name of whoever signs may be. */
export const signatureLengths = lengthsOf(signatureSchema);

const codeFields = {
  unitId: idText(),
  code: string()
    .required()
    .matches(/^[PCBU][0-3][0-9A-F]{3}$/),
  failureType: string()
    .nullable()
    .defined()
    .matches(/^[0-9A-F]{2}$/),
};

const cases = {
  takenIn: closedObject({ ...kindOf('takenIn'), vehicleId: idText(), arrival: arrivalSchema.required() }),
  arrivalChanged: closedObject({ ...kindOf('arrivalChanged'), arrival: arrivalSchema.required() }),
  complaintChecked: closedObject({
    ...kindOf('complaintChecked'),
    result: string()
      .required()
      .oneOf(['confirmed', 'notReproduced'] as const),
    seen: draftText(2000),
  }),
  voltageMeasured: closedObject({
    ...kindOf('voltageMeasured'),
    text: string().required().max(60),
    engine: string()
      .required()
      .oneOf(['off', 'running'] as const),
  }),
  chargerSet: closedObject({ ...kindOf('chargerSet'), isConnected: boolean().required() }),
  assigned: closedObject({ ...kindOf('assigned'), to: draftText(80) }),
  waiting: closedObject({ ...kindOf('waiting'), for: draftText(200) }),
  sheetKept: closedObject({
    ...kindOf('sheetKept'),
    sheetId: idText(),
    moment: string()
      .required()
      .oneOf(Object.keys(sheetMoments) as SheetMoment[]),
  }),
  codesCleared: closedObject({
    ...kindOf('codesCleared'),
    unitsCleared: wholeNumber(400),
    unitsSilent: wholeNumber(400),
  }),
  codeMadeByUs: closedObject({ ...kindOf('codeMadeByUs'), ...codeFields, because: string().required().max(300) }),
  codeCounts: closedObject({ ...kindOf('codeCounts'), ...codeFields }),
  planMissed: closedObject({ ...kindOf('planMissed'), wanted: draftText(500) }),
  photoAdded: closedObject({
    ...kindOf('photoAdded'),
    photoId: photoIdText(),
    caption: draftText(200),
  }),
  noted: closedObject({
    ...kindOf('noted'),
    text: string().required().max(2000),
    isSideFinding: boolean().required().meta({ description: 'before there was sideFound: something else noticed' }),
  }),
  sideFound: closedObject({ ...kindOf('sideFound'), finding: sideFindingSchema.required() }),
  sideAnswered: closedObject({
    ...kindOf('sideAnswered'),
    ...ofFinding(),
    answer: string()
      .required()
      .oneOf(Object.keys(customerAnswers) as CustomerAnswer[]),
    saidBy: draftText(120).meta({ description: 'who answered for the customer' }),
  }),
  sideDone: closedObject({ ...kindOf('sideDone'), ...ofFinding() }),
  repaired: closedObject({ ...kindOf('repaired'), repair: repairSchema.required() }),
  repairFailed: closedObject({
    ...kindOf('repairFailed'),
    repairId: idText().meta({ description: 'the entry that recorded the repair' }),
    because: string().required().max(300).meta({ description: 'what shows that it did not help' }),
  }),
  repairMadeGood: closedObject({
    ...kindOf('repairMadeGood'),
    jobId: idText().meta({ description: 'the visit of the temporary repair' }),
    repairId: idText(),
    how: draftText(500),
  }),
  taskDone: closedObject({
    ...kindOf('taskDone'),
    repairId: idText().meta({ description: 'the repair after which it is done' }),
    taskId: idText().meta({ description: 'of the suspect that was repaired, as its plan has it' }),
    what: string().required().max(300).meta({ description: 'what was to be done, in words' }),
    reading: string()
      .max(60)
      .nullable()
      .defined()
      .meta({ description: 'as typed; null: it was confirmed, or skipped' }),
    skippedBecause: string().max(300).nullable().defined(),
  }),
  triedOut: closedObject({
    ...kindOf('triedOut'),
    ...ofRepair(),
    under: array(
      string()
        .required()
        .oneOf(Object.keys(trialConditions) as TrialCondition[]),
    )
      .required()
      .max(20)
      .meta({ description: 'the conditions that were reached' }),
    minutes: wholeNumber(1440),
    kilometres: wholeNumber(2000).meta({ description: '0: it was not driven' }),
    topSpeed: wholeNumber(200).nullable().meta({ description: 'km/h; null: nobody looked' }),
    complaint: string()
      .required()
      .oneOf(Object.keys(trialResults) as TrialResult[]),
    seen: draftText(2000),
    recordingId: string()
      .matches(/^[0-9a-f]{64}$/, '${path} is no id of a recording')
      .meta({ description: 'the recording of the drive, from which it was filled in; left out: none' }),
  }),
  selfTestRun: closedObject({
    ...kindOf('selfTestRun'),
    ...ofRepair(),
    what: string().label('The self-test').required().max(120),
    times: wholeNumber(99).min(1).meta({ description: 'how often it was run with this result' }),
    isPassed: boolean().required(),
  }),
  proofTaken: closedObject({
    ...kindOf('proofTaken'),
    ...ofRepair(),
    verdict: string()
      .required()
      .oneOf(Object.keys(proofVerdicts) as ProofVerdict[])
      .meta({ description: 'as it was computed from what is recorded' }),
    open: array(string().required().max(300))
      .required()
      .max(60)
      .meta({ description: 'what was not shown, or speaks against it' }),
    because: draftText(500).meta({ description: 'why the vehicle goes back although it is not proven' }),
    watchFor: draftText(500).meta({ description: 'what the driver is to watch for' }),
    comeBack: draftText(200).meta({ description: 'when to come back' }),
  }),
  accountGiven: closedObject({
    ...kindOf('accountGiven'),
    parts: array(writtenPartSchema.required())
      .required()
      .min(1)
      .max(10)
      .meta({ description: 'the account as it was handed over to the customer' }),
    signature: signatureSchema
      .nullable()
      .optional()
      .meta({ description: 'of whoever took the vehicle back; null: nobody signed' }),
  }),
  stageSet: closedObject({
    ...kindOf('stageSet'),
    stage: string()
      .required()
      .oneOf(Object.keys(stages) as Stage[]),
    because: string()
      .max(300)
      .nullable()
      .optional()
      .meta({ description: 'why it is moved on by hand although the repair is not proven' }),
  }),
  entryVoided: closedObject({ ...kindOf('entryVoided'), ...voidingFields() }),
};

/** What happens on a job. A job is the list of its events; `applyJobEvent` gives them their meaning. */
export const jobEventSchema = unionByKind(cases);

export type JobEvent = { [Kind in keyof typeof cases]: Checked<(typeof cases)[Kind]> }[keyof typeof cases];
export type JobEventKind = JobEvent['kind'];
export type JobEventOf<Kind extends JobEventKind> = Extract<JobEvent, { readonly kind: Kind }>;

/** Who may record what: the counter takes in and moves on, the workshop does the rest. */
export const jobEventPermissions = {
  takenIn: 'takeInJobs',
  arrivalChanged: 'takeInJobs',
  assigned: 'takeInJobs',
  waiting: 'takeInJobs',
  photoAdded: 'takeInJobs',
  noted: 'takeInJobs',
  sideFound: 'takeInJobs',
  sideAnswered: 'takeInJobs',
  sideDone: 'workOnJobs',
  stageSet: 'takeInJobs',
  complaintChecked: 'workOnJobs',
  voltageMeasured: 'workOnJobs',
  chargerSet: 'workOnJobs',
  sheetKept: 'workOnJobs',
  codesCleared: 'workOnJobs',
  codeMadeByUs: 'workOnJobs',
  codeCounts: 'workOnJobs',
  planMissed: 'workOnJobs',
  repaired: 'workOnJobs',
  repairFailed: 'workOnJobs',
  repairMadeGood: 'workOnJobs',
  taskDone: 'workOnJobs',
  triedOut: 'workOnJobs',
  selfTestRun: 'workOnJobs',
  proofTaken: 'workOnJobs',
  accountGiven: 'takeInJobs',
  entryVoided: 'voidEntries',
} as const satisfies Record<JobEventKind, Permission>;

/** Entries that only the server makes: what they say, it has done itself. */
export const serverMadeKinds = {
  sheetKept: 'Keep the sheet itself; the entry is made with it.',
  codesCleared: 'Clear the codes through the vehicle interface; the entry is made with it.',
  entryVoided: 'An administrator voids an entry on the page of the job.',
} as const satisfies Partial<Record<JobEventKind, string>>;
