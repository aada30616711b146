import { array, number, string } from 'yup';
import { unitIdentitySchema } from '../codes/index.js';
import { type Checked, closedObject, idOrNull, idText, keyOnLine, wholeNumber } from '../schema/index.js';
import { benchSchema } from './bench.js';

const times = () => number().integer().min(0).max(250);
const causeText = () => string().nullable().defined().max(160);

/** What can be wrong with a value. */
export const valueFaultKinds = {
  offset: 'offset',
  gain: 'gain',
  stuck: 'stuck',
  dropsOut: 'dropsOut',
  open: 'open',
  short: 'short',
} as const;
export type ValueFaultKind = keyof typeof valueFaultKinds;

/** A simulated vehicle of the demo world, as the simulated interface finds it. */
export const rigSchema = closedObject({
  fleetNumber: string().required().max(20),
  msPerUnit: number().required().integer().min(0).max(10_000),
  silentUnitIds: array(idText()).required().max(400),
  silentUntilRepaired: causeText().meta({
    description: 'the cause whose repair makes the silent units answer; null: none',
  }),
  fallsSilentAt: idOrNull().meta({ description: 'the unit at which the interface falls silent the first time' }),
  dropsOutUnitIds: array(idText())
    .max(400)
    .meta({ description: 'units that fall silent for the last part of every seven seconds, as with a chafed harness' }),
  identities: array(unitIdentitySchema.shape({ unitId: idText() }).required())
    .max(400)
    .meta({ description: 'units that say that they are others than those that belong there' }),
  motion: string()
    .oneOf(['parked', 'idling', 'driving'] as const)
    .meta({ description: 'what the vehicle does while it is read; left out: it is parked' }),
  valueFaults: array(
    closedObject({
      value: keyOnLine(),
      kind: string()
        .required()
        .oneOf(Object.keys(valueFaultKinds) as ValueFaultKind[])
        .meta({
          description:
            'offset, gain: wrong by the amount; stuck: stays at it; dropsOut: gone for so many of seven seconds; open, short: as the unit reads a wire that is',
        }),
      amount: number().required().min(-1e6).max(1e6),
      untilRepaired: causeText(),
    }).required(),
  ).max(100),
  lostSupplies: array(closedObject({ supply: idText(), untilRepaired: causeText() }).required())
    .max(100)
    .meta({ description: 'buses, feeds and grounds that are gone: all units that hang on them are silent' }),
  deadActuators: array(closedObject({ actuator: keyOnLine(), untilRepaired: causeText() }).required())
    .max(100)
    .meta({ description: 'actuators that take their command and do nothing' }),
  routineResults: array(
    closedObject({ routine: keyOnLine(), byte: wholeNumber(255), untilRepaired: causeText() }).required(),
  )
    .max(100)
    .meta({ description: 'how routines come out that do not pass' }),
  bench: benchSchema.nullable().optional().meta({
    description: 'what instruments find otherwise than on the other vehicles of its line',
  }),
  codes: array(
    closedObject({
      unitId: idText(),
      code: string().required().max(20),
      failureType: string().nullable().defined().max(10),
      text: string().defined().max(300),
      status: wholeNumber(255),
      returns: string()
        .required()
        .oneOf(['atOnce', 'moving', 'never'] as const),
      untilRepaired: causeText().meta({ description: 'the cause whose repair keeps it from coming back; null: none' }),
      failures: times().meta({
        description: 'how often its self-test had failed when the vehicle came; left out: once',
      }),
      passes: times().meta({ description: 'how often it had passed; left out: never' }),
      failedAt: array(closedObject({ value: idText(), is: number().required().min(-1e6).max(1e6) }).required())
        .max(20)
        .meta({ description: 'values of its unit that stood when it failed, and that the unit has kept' }),
    }).required(),
  )
    .required()
    .max(4000),
});

export type Rig = Checked<typeof rigSchema>;
