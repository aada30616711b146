import { array, boolean, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText, unionByKind } from '../schema/index.js';
import { findUnit } from '../units/index.js';

const unitText = string()
  .required('${path} is missing')
  .max(20)
  .test('unit', '${path}: "${value}" is not a unit known here', (text) => findUnit(text) !== undefined)
  .test(
    'datum',
    '${path}: a pressure needs its datum; write ${value}(g) or ${value}(abs)',
    (text) => findUnit(text)?.base.quantity !== 'pressure' || findUnit(text)?.datum !== undefined,
  )
  .meta({ description: 'unit of the step: symbol with prefix; a pressure with its datum, such as kPa(g)' });

// A JSON file may say 1e999, which is read as infinity; an open limit is said with null.
const finite = () =>
  number().test('finite', '${path} is not a number', (value) => value == null || Number.isFinite(value));

const openLimit = finite().nullable().defined().meta({ description: 'null: no limit on this side' });

const zoneFields = {
  id: idText(),
  name: draftText(60),
  meaning: draftText(500).meta({ description: 'what a reading here says about the vehicle' }),
  ok: boolean().required(),
};

export const zoneSchema = closedObject(zoneFields);

export const bandSchema = closedObject({
  kind: string()
    .required()
    .oneOf(['band'] as const),
  unit: unitText,
  min: openLimit,
  max: openLimit,
}).test('order', '${path}: the lower limit lies above the upper one', (band) => isOrdered(band?.min, band?.max));

const isOrdered = (min: number | null | undefined, max: number | null | undefined) =>
  min == null || max == null || min <= max;

export const toleranceSchema = closedObject({
  kind: string()
    .required()
    .oneOf(['tolerance'] as const),
  unit: unitText,
  nominal: finite().required(),
  tolerance: finite().required().min(0),
  as: string()
    .required()
    .oneOf(['absolute', 'percent'] as const),
});

export const zonesSchema = closedObject({
  kind: string()
    .required()
    .oneOf(['zones'] as const),
  unit: unitText,
  cuts: array(finite().required())
    .required()
    .max(12)
    .test('ascending', '${path}: the cuts must rise from left to right', isAscending)
    .meta({ description: 'where one zone ends and the next begins, rising' }),
  zones: array(zoneSchema.required()).required().min(1).max(13),
}).test(
  'covers',
  '${path}: there must be exactly one zone more than there are cuts',
  (spec) => !spec?.cuts || !spec.zones || spec.zones.length === spec.cuts.length + 1,
);

function isAscending(cuts: readonly unknown[] | undefined): boolean {
  return (cuts ?? []).every((cut, index, all) => index === 0 || Number(all[index - 1]) < Number(cut));
}

export const choiceSchema = closedObject({
  kind: string()
    .required()
    .oneOf(['choice'] as const),
  options: array(zoneSchema.required()).required().max(12),
});

/** What a reading is judged against. A new kind joins here and in `zonesOf`. */
export const specSchema = unionByKind({
  band: bandSchema,
  tolerance: toleranceSchema,
  zones: zonesSchema,
  choice: choiceSchema,
});

export type Zone = Checked<typeof zoneSchema>;
export type BandSpec = Checked<typeof bandSchema>;
export type ToleranceSpec = Checked<typeof toleranceSchema>;
export type ZonesSpec = Checked<typeof zonesSchema>;
export type ChoiceSpec = Checked<typeof choiceSchema>;
export type MeasuredSpec = BandSpec | ToleranceSpec | ZonesSpec;
export type Spec = MeasuredSpec | ChoiceSpec;
