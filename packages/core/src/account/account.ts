import { array, number, string } from 'yup';
import type { CodeSheet } from '../codes/index.js';
import { type Job, writtenPartSchema } from '../job/index.js';
import type { Proof } from '../proof/index.js';
import { type Checked, closedObject, draftText, idText, wholeNumber } from '../schema/index.js';
import type { Trail } from '../trail/index.js';
import type { Vehicle } from '../vehicle/index.js';

const line = () => string().required().max(400);

const readingSchema = closedObject({
  step: line(),
  reading: line(),
  shown: draftText(400),
  limits: draftText(2000),
  verdict: line(),
  when: string()
    .required()
    .oneOf(['before', 'after'] as const)
    .meta({ description: 'before or after the repair' }),
});

export const accountFormat = 'probe-trail-account';
export const accountFormatVersion = 1;

/** An account as a file: for the customer in five parts, for the next technician in figures. */
export const accountSchema = closedObject({
  format: string()
    .required()
    .oneOf([accountFormat] as const),
  formatVersion: number()
    .required()
    .oneOf([accountFormatVersion] as const),
  jobId: idText(),
  vehicle: closedObject({
    fleetNumber: draftText(40),
    plate: draftText(40),
    vin: draftText(40),
    line: draftText(80),
  }).required(),
  version: wholeNumber(1000).meta({ description: '0: it was not handed over yet' }),
  customer: array(writtenPartSchema.required()).required().max(10),
  technician: closedObject({
    concern: draftText(4000),
    cause: draftText(4000),
    correction: draftText(8000),
    readings: array(readingSchema.required()).required().max(2000),
    codes: array(closedObject({ unit: draftText(120), code: line(), text: draftText(300), state: line() }).required())
      .required()
      .max(4000),
    ruledOut: array(closedObject({ suspect: line(), because: draftText(400) }).required())
      .required()
      .max(600),
    parts: array(closedObject({ name: line(), number: draftText(60), quantity: wholeNumber(200) }).required())
      .required()
      .max(400),
    proof: array(closedObject({ what: line(), state: line(), said: draftText(600) }).required())
      .required()
      .max(4000),
    notes: array(string().required().max(2000)).required().max(500),
  }).required(),
});

export type Account = Checked<typeof accountSchema>;

/** Everything from which an account is written. */
export interface AccountInput {
  readonly jobId: string;
  readonly job: Job;
  readonly vehicle: Pick<Vehicle, 'fleetNumber' | 'plate' | 'vin'>;
  /** Name of the vehicle line; empty where it is not known. */
  readonly lineName: string;
  readonly sheets: readonly CodeSheet[];
  /** The trails of the job, in the order in which they were begun. */
  readonly trails: ReadonlyMap<string, Trail>;
  /** As `proofOf` computes it. */
  readonly proof: Proof | undefined;
}
