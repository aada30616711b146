import { array, string } from 'yup';
import { type Checked, closedObject, draftText, photoIdText, wholeNumber } from '../schema/index.js';

/** How soon somebody must see to it, the most urgent first. */
export const urgencies = {
  unsafeNow: 'Unsafe now',
  soon: 'Soon',
  watch: 'Watch it',
} as const;

export type Urgency = keyof typeof urgencies;

/** What the customer says to it. */
export const customerAnswers = {
  doIt: 'Do it',
  later: 'Later',
  no: 'No',
} as const;

export type CustomerAnswer = keyof typeof customerAnswers;

/** Something that was noticed on a vehicle besides its complaint, to be quoted. */
export const sideFindingSchema = closedObject({
  what: string().label('What was noticed').required().max(500),
  urgency: string()
    .required()
    .oneOf(Object.keys(urgencies) as Urgency[]),
  reading: draftText(60).meta({ description: 'what was measured, as typed, such as 1.4 mm; empty: nothing' }),
  minutes: wholeNumber(6000).nullable().meta({ description: 'how long the work takes; null: nobody has said' }),
  photoIds: array(photoIdText()).required().max(6),
});

export type SideFinding = Checked<typeof sideFindingSchema>;

/** What the customer said, who it was, and who noted it. */
export interface FindingAnswer {
  readonly answer: CustomerAnswer;
  readonly saidBy: string;
  readonly atMs: number;
  readonly by: string;
}

/** A side finding as it was recorded on a job. */
export interface RecordedFinding {
  /** Id of the entry that recorded it. */
  readonly findingId: string;
  readonly finding: SideFinding;
  readonly atMs: number;
  readonly by: string;
  /** What the customer said last; `null` while nobody has asked. */
  readonly answer: FindingAnswer | null;
}

/** The same on a vehicle, whatever the visit. */
export interface VehicleFinding extends RecordedFinding {
  readonly jobId: string;
  /** On which visit it was seen to; `null` while it was not. */
  readonly doneOn: string | null;
}

/** Whether it is to be offered on the next visit: it was not seen to, and the customer has not declined, or it is not safe to drive. */
export const isOpenFinding = ({ finding, answer, doneOn }: VehicleFinding): boolean =>
  doneOn === null && (answer?.answer !== 'no' || finding.urgency === 'unsafeNow');

const order = Object.keys(urgencies) as Urgency[];

/** The most urgent first; of those alike, the newest. */
export const byUrgency = (a: RecordedFinding, b: RecordedFinding): number =>
  order.indexOf(a.finding.urgency) - order.indexOf(b.finding.urgency) || b.atMs - a.atMs;

/** A finding with what was measured and how long it takes, in one line. */
export const sayFinding = ({ what, reading, minutes }: SideFinding): string =>
  [what, ...(reading === '' ? [] : [reading]), ...(minutes === null ? [] : [`about ${minutes} min`])].join(', ');
