import { array, number, string } from 'yup';
import { type InstrumentFunction, instrumentFunctions } from '../instrument/index.js';
import { type Checked, closedObject, idText, largestNumber } from '../schema/index.js';

const finite = () => number().required().min(-largestNumber).max(largestNumber);
const positive = () => number().required().moreThan(0).max(largestNumber);
const unit = () => string().required().max(20);

/** Where the leads of an input are put, by the step. Only a stand-in is told: a real instrument measures where its leads are. */
export const leadsAtSchema = closedObject({
  red: string().defined().max(120).meta({ description: 'a point, or what the plan calls what a clamp is put on' }),
  black: string().defined().max(120).nullable().meta({ description: 'null: a clamp, or against ground' }),
});
export type LeadsAt = Checked<typeof leadsAtSchema>;

/** Body of `POST /api/jobs/:jobId/instruments/reading`: one reading of a meter that is on the network. */
export const meterRequestSchema = closedObject({
  instrumentId: idText(),
  measures: string()
    .required()
    .oneOf(Object.keys(instrumentFunctions) as InstrumentFunction[]),
  range: closedObject({ value: finite(), unit: unit() })
    .nullable()
    .defined()
    .meta({ description: 'what is expected at most; null: the meter finds its range by itself' }),
  leads: leadsAtSchema.required(),
});
export type MeterRequest = Checked<typeof meterRequestSchema>;

/** What a meter shows. */
export interface MeterAnswer {
  readonly shows: 'number' | 'above' | 'below' | 'nothing';
  /** `null` where it shows no number. */
  readonly value: number | null;
  readonly unit: string;
  /** The end of the range that it used; `null`: it does not say. */
  readonly range: number | null;
  /** What its last place is worth; `null` where it shows no number. */
  readonly resolution: number | null;
  readonly identity: string;
}

/** A scope that is on the network has so many inputs at most. */
export const mostScopeInputs = 4;
/** As long as one take is at most, in seconds. */
export const longestTake = 60;

const channelSchema = closedObject({
  name: string().required().max(120).meta({ description: 'what the channel is called in the capture' }),
  unit: unit(),
  unitPerVolt: positive().meta({ description: 'how much of its unit one volt at the input is: probe or clamp' }),
  coupling: string()
    .required()
    .oneOf(['DC', 'AC'] as const),
  span: positive().meta({ description: 'from the lowest to the highest that must be seen, in its unit' }),
  leads: leadsAtSchema.required(),
});

/** Body of `POST /api/jobs/:jobId/instruments/capture`: one take of a scope that is on the network. */
export const scopeRequestSchema = closedObject({
  instrumentId: idText(),
  channels: array(channelSchema.required()).required().min(1).max(mostScopeInputs),
  seconds: number().required().moreThan(0).max(longestTake),
  trigger: closedObject({
    channel: number()
      .required()
      .integer()
      .min(0)
      .max(mostScopeInputs - 1),
    edge: string()
      .required()
      .oneOf(['rising', 'falling'] as const),
    level: finite().meta({ description: 'in the unit of that channel' }),
  })
    .nullable()
    .defined()
    .meta({ description: 'null: it begins at once' }),
});
export type ScopeRequest = Checked<typeof scopeRequestSchema>;
export type ScopeChannelAsked = ScopeRequest['channels'][number];
