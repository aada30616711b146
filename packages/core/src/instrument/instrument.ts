import { array, boolean, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText, largestNumber, latestTimeMs } from '../schema/index.js';
import { findUnit } from '../units/index.js';
import { longestAddress, readAddress } from './address.js';
import { type InstrumentFunction, instrumentFunctions } from './instrumentFunctions.js';

const rangeSchema = closedObject({
  upTo: number()
    .required()
    .min(0)
    .max(largestNumber)
    .meta({ description: 'end of the range, in the unit of the function' }),
  percent: number().required().min(0).max(100),
  digits: number().required().integer().min(0).max(1000),
  lastPlace: number()
    .required()
    .min(0)
    .max(largestNumber)
    .meta({ description: 'what the last digit of the display is worth in this range' }),
});

const functionSchema = closedObject({
  measures: string()
    .required()
    .oneOf(Object.keys(instrumentFunctions) as InstrumentFunction[]),
  unit: string()
    .required()
    .max(20)
    .test('unit', '${path}: "${value}" is not a unit known here', (text) => findUnit(text) !== undefined),
  ranges: array(rangeSchema.required())
    .label('Ranges')
    .required()
    .min(1)
    .max(20)
    .test('rising', '${path}: the ranges must rise', (ranges) =>
      (ranges ?? []).every((range, index, all) => index === 0 || (all[index - 1]?.upTo ?? 0) < (range?.upTo ?? 0)),
    ),
});

/** An instrument of the workshop: what it measures, how well, and until when that has been checked. */
export const instrumentSchema = closedObject({
  id: idText(),
  name: draftText(80).min(1, '${path}: an instrument needs a name').trim('${path} begins or ends with a space'),
  functions: array(functionSchema.required()).required().min(1).max(20),
  calibrationDueAtMs: number()
    .integer()
    .min(0)
    .max(latestTimeMs)
    .nullable()
    .defined()
    .meta({ description: 'when it must be calibrated again; null where nobody asks for it' }),
  address: string()
    .max(longestAddress)
    .test(
      'address',
      '“${value}” is no address; one is such as 192.168.8.20 or meter-1.local:5025',
      (text) => text == null || readAddress(text) !== undefined,
    )
    .nullable()
    .optional()
    .meta({ description: 'where it is on the network, if it is; null or left out: it is not' }),
  isRetired: boolean().required().meta({ description: 'no longer offered; trails that used it keep what they had' }),
});

export type Instrument = Checked<typeof instrumentSchema>;

/** An instrument as a trail keeps it: what it measures, and how well. Where it is on the network is nobody’s business who reads the trail. */
export const asUsed = ({ address: _, ...instrument }: Instrument): Instrument => instrument;
export type InstrumentRange = Instrument['functions'][number]['ranges'][number];
