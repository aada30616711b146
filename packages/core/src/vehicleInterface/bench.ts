import { array, number, string } from 'yup';
import { type Checked, closedObject, idText, unionByKind } from '../schema/index.js';

const amount = () => number().required().min(-1e9).max(1e9);
const positive = () => number().required().moreThan(0).max(1e9);
const quantity = () => idText().nullable().defined().meta({ description: 'a quantity of the world; null: none' });
const kind = <Kind extends string>(value: Kind) =>
  string()
    .required()
    .oneOf([value] as const);

/** What stands at a place of a stand-in vehicle, over time. */
export const benchSignalSchema = unionByKind({
  level: closedObject({
    kind: kind('level'),
    of: quantity(),
    times: amount(),
    plus: amount(),
  }),
  pulses: closedObject({
    kind: kind('pulses'),
    hz: positive(),
    dutyOf: quantity(),
    duty: number().required().min(0).max(100).meta({ description: 'added to that quantity, in %' }),
    low: amount(),
    high: amount(),
  }),
  motor: closedObject({
    kind: kind('motor'),
    rpm: positive(),
    runningA: positive(),
    ohms: positive(),
    bars: array(number().required().min(0).max(10)).required().min(2).max(100),
    ripple: number().required().min(0).max(1),
    seconds: positive().meta({ description: 'how long it runs' }),
  }),
  coil: closedObject({
    kind: kind('coil'),
    ohms: positive(),
    henries: positive(),
    pullInMs: number().min(0).max(1000).nullable().defined().meta({ description: 'null: the armature is stuck' }),
    seconds: positive(),
  }),
  ring: closedObject({
    kind: kind('ring'),
    teeth: number().required().integer().min(2).max(1000),
    rpm: positive(),
    changePerTurn: number().required().min(-0.9).max(10).meta({ description: 'of the speed, as a share' }),
    weak: array(
      closedObject({
        tooth: number().required().integer().min(0).max(999),
        height: number().required().min(0).max(2),
      }).required(),
    )
      .required()
      .max(100),
    low: amount(),
    high: amount(),
  }),
  starter: closedObject({
    kind: kind('starter'),
    rpm: positive(),
    compressions: array(number().required().min(0).max(2)).required().min(1).max(16),
    meanA: positive(),
    humpA: positive(),
    rushA: positive(),
  }),
});
export type BenchSignal = Checked<typeof benchSignalSchema>;

const place = () => string().required().max(120);
const untilRepaired = () =>
  string().max(160).meta({ description: 'the cause whose repair puts an end to it; left out: it is always so' });

/** What instruments find at the places of a stand-in vehicle. Of several entries for one place the first that still holds counts. */
export const benchSchema = closedObject({
  points: array(closedObject({ at: place(), signal: benchSignalSchema, untilRepaired: untilRepaired() }).required())
    .required()
    .max(400)
    .meta({ description: 'volts of a point against the minus of the battery' }),
  currents: array(closedObject({ at: place(), signal: benchSignalSchema, untilRepaired: untilRepaired() }).required())
    .required()
    .max(400)
    .meta({ description: 'amps where a clamp is put, by what the plan calls it' }),
  resistances: array(
    closedObject({
      from: place(),
      to: place(),
      ohms: number().min(0).max(1e9).nullable().defined().meta({ description: 'null: there is no way through' }),
      untilRepaired: untilRepaired(),
    }).required(),
  )
    .required()
    .max(400),
});
export type Bench = Checked<typeof benchSchema>;
