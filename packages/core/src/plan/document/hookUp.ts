import { boolean, number, string } from 'yup';
import { instrumentFunctions } from '../../instrument/index.js';
import { type Checked, closedObject, draftText, idText, largestNumber, unionByKind } from '../../schema/index.js';
import { finite } from '../../spec/index.js';
import { findUnit } from '../../units/index.js';
import { keysOf, list } from './fields.js';

/** Where a lead is put, or a point lies. */
export const leadAtSchema = unionByKind({
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

export const leadSchema = closedObject({
  colour: string()
    .required()
    .oneOf(['red', 'black'] as const),
  how: draftText(80).meta({ description: 'such as back-probe, clip, probe tip' }),
  at: leadAtSchema,
});

const rangeUnit = string()
  .required()
  .max(20)
  .test('unit', '${path}: "${value}" is not a unit known here', (text) => findUnit(text) !== undefined);

const quantitySchema = closedObject({ value: finite().required(), unit: rangeUnit });

export const clampSchema = closedObject({
  direction: draftText(120).meta({ description: 'where the arrow on the clamp points' }),
  zeroFirst: boolean().required(),
});

const scopeSchema = closedObject({
  coupling: string()
    .required()
    .oneOf(['DC', 'AC'] as const),
  perDivision: quantitySchema.required(),
  timePerDivision: quantitySchema.required(),
  trigger: closedObject({
    edge: string()
      .required()
      .oneOf(['rising', 'falling'] as const),
    level: quantitySchema.required(),
  })
    .nullable()
    .defined(),
});

/** What is connected to what. */
export const hookUpSchema = closedObject({
  instrument: string().required().oneOf(keysOf(instrumentFunctions)),
  range: closedObject({ value: number().required().min(0).max(largestNumber), unit: rangeUnit })
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
  clamp: clampSchema.nullable().defined(),
  adapter: draftText(120).meta({ description: 'pressure adapter, break-out lead and the like; empty for none' }),
  scope: scopeSchema.nullable().defined(),
});

export type HookUp = Checked<typeof hookUpSchema>;
export type Lead = HookUp['leads'][number];
