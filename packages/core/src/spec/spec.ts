import { array, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText, unionByKind } from '../schema/index.js';
import { type DriveSpec, driveSchema } from './driveSpec.js';
import {
  finite,
  formulaText,
  isOrdered,
  kindText,
  nameText,
  openLimit,
  rowLimitsSchema,
  unitText,
  zoneSchema,
} from './specFields.js';

export const bandSchema = closedObject({
  kind: kindText('band'),
  unit: unitText(),
  min: openLimit(),
  max: openLimit(),
}).test('order', '${path}: the lower limit lies above the upper one', (band) => isOrdered(band?.min, band?.max));

export const toleranceSchema = closedObject({
  kind: kindText('tolerance'),
  unit: unitText(),
  nominal: finite().required(),
  tolerance: finite().required().min(0),
  as: string()
    .required()
    .oneOf(['absolute', 'percent'] as const),
});

export const zonesSchema = closedObject({
  kind: kindText('zones'),
  unit: unitText(),
  cuts: array(finite().required())
    .required()
    .max(12)
    .test('ascending', '${path}: the cuts must rise from left to right', isAscending)
    .meta({ description: 'where one zone ends and the next begins, rising' }),
  zones: array(zoneSchema.required()).required().min(1).max(13),
}).test(
  'covers',
  '${path}: there must be exactly one zone more than there are cuts',
  (spec) => !Array.isArray(spec?.cuts) || !Array.isArray(spec.zones) || spec.zones.length === spec.cuts.length + 1,
);

function isAscending(numbers: readonly unknown[] | undefined): boolean {
  return (numbers ?? []).every((one, index, all) => index === 0 || Number(all[index - 1]) < Number(one));
}

// Tests of a whole run before those of its parts: a row may still be anything.
const risingRows = (rows: readonly ({ readonly at?: unknown } | null | undefined)[] | undefined) =>
  isAscending(rows?.map((row) => row?.at));

/** The limits depend on another value by a table: linear between its rows, and outside it there is no limit. */
export const curveSchema = closedObject({
  kind: kindText('curve'),
  unit: unitText(),
  of: nameText().meta({ description: 'id of the reading or input on which the limits depend' }),
  ofUnit: unitText(),
  rows: array(closedObject({ at: finite().required(), limits: rowLimitsSchema }).required())
    .required()
    .min(2)
    .max(200)
    .test('rising', '${path}: the rows must rise from top to bottom', risingRows),
});

/** The limits are computed from readings and inputs. */
export const formulaSchema = closedObject({
  kind: kindText('formula'),
  unit: unitText(),
  min: formulaText().nullable(),
  max: formulaText().nullable(),
});

/** Several readings of alike things, each against the others. */
export const siblingsSchema = closedObject({
  kind: kindText('siblings'),
  unit: unitText(),
  members: array(closedObject({ id: idText(), name: draftText(60) }).required())
    .required()
    .min(2)
    .max(24),
  rule: string()
    .required()
    .oneOf(['median', 'spread'] as const)
    .meta({ description: 'median: each against the median of the others; spread: the largest against the smallest' }),
  spread: finite().required().min(0).meta({ description: 'how far apart they may be by that rule' }),
  as: string()
    .required()
    .oneOf(['absolute', 'percent'] as const),
});

/** A reading before and after something is done. */
export const changeSchema = closedObject({
  kind: kindText('change'),
  unit: unitText(),
  action: draftText(200).meta({ description: 'what is done between the two readings' }),
  direction: string()
    .required()
    .oneOf(['rise', 'fall', 'stay'] as const),
  atLeast: finite().min(0).nullable().defined().meta({ description: 'null only where it should stay' }),
  atMost: finite().min(0).nullable().defined().meta({ description: 'null: no change that way is too large' }),
})
  .test('order', '${path}: at least is more than at most', (change) => isOrdered(change?.atLeast, change?.atMost))
  .test('limit', '${path}: a rise or a fall needs its least, staying needs its most', (change) =>
    change?.direction === 'stay' ? change.atMost != null : change?.atLeast != null,
  );

/** Readings at commanded values. */
export const sweepSchema = closedObject({
  kind: kindText('sweep'),
  unit: unitText(),
  command: draftText(60).meta({ description: 'what is commanded, such as pedal travel' }),
  commandUnit: unitText(),
  rows: array(closedObject({ at: finite().required(), limits: rowLimitsSchema }).required())
    .required()
    .min(2)
    .max(200)
    .test('rising', '${path}: the rows must rise from top to bottom', risingRows),
});

export const choiceSchema = closedObject({
  kind: kindText('choice'),
  options: array(zoneSchema.required()).required().max(12),
});

/** Events in a time, such as dropouts while a harness is moved. */
export const countSchema = closedObject({
  kind: kindText('count'),
  what: draftText(60).meta({ description: 'what is counted, in the plural' }),
  inSeconds: number()
    .required()
    .integer()
    .min(1)
    .max(3600)
    .meta({ description: 'for how long it is counted; where there are sections, in each of them' }),
  min: number().integer().min(0).max(1_000_000).nullable().defined(),
  max: number().integer().min(0).max(1_000_000).nullable().defined(),
  sections: array(closedObject({ id: idText(), name: draftText(60) }).required())
    .required()
    .max(20)
    .meta({ description: 'sections of a harness that are moved one after the other; none: counted as a whole' }),
}).test('order', '${path}: the lower limit lies above the upper one', (count) => isOrdered(count?.min, count?.max));

/** What a reading is judged against. A new kind joins here, in `casesOf` and in `judgeEntry`. */
export const specSchema = unionByKind({
  band: bandSchema,
  tolerance: toleranceSchema,
  zones: zonesSchema,
  curve: curveSchema,
  formula: formulaSchema,
  siblings: siblingsSchema,
  change: changeSchema,
  sweep: sweepSchema,
  choice: choiceSchema,
  count: countSchema,
  drive: driveSchema,
});

export type Zone = Checked<typeof zoneSchema>;
export type RowLimits = Checked<typeof rowLimitsSchema>;
export type BandSpec = Checked<typeof bandSchema>;
export type ToleranceSpec = Checked<typeof toleranceSchema>;
export type ZonesSpec = Checked<typeof zonesSchema>;
export type CurveSpec = Checked<typeof curveSchema>;
export type FormulaSpec = Checked<typeof formulaSchema>;
export type SiblingsSpec = Checked<typeof siblingsSchema>;
export type ChangeSpec = Checked<typeof changeSchema>;
export type SweepSpec = Checked<typeof sweepSchema>;
export type ChoiceSpec = Checked<typeof choiceSchema>;
export type CountSpec = Checked<typeof countSchema>;
export type { DriveSpec };
export type Spec = Checked<typeof specSchema>;
export type SpecKind = Spec['kind'];

/** What is entered for a reading. */
export type Entered = 'number' | 'rows' | 'choice' | 'count' | 'drive';

/** What every other part of the product asks of a kind of limit; a new kind is named by the compiler until it stands here. */
interface KindOfSpec {
  readonly entered: Entered;
  /** Where its limits stand as numbers in the plan: on one line, in rows, or nowhere. */
  readonly cuts: 'line' | 'rows' | 'none';
  /** It comes to one number, which formulas can use. */
  readonly isNumber: boolean;
}

export const kindsOfSpec = {
  band: { entered: 'number', cuts: 'line', isNumber: true },
  tolerance: { entered: 'number', cuts: 'line', isNumber: true },
  zones: { entered: 'number', cuts: 'line', isNumber: true },
  curve: { entered: 'number', cuts: 'rows', isNumber: true },
  formula: { entered: 'number', cuts: 'none', isNumber: true },
  siblings: { entered: 'rows', cuts: 'none', isNumber: false },
  change: { entered: 'rows', cuts: 'none', isNumber: true },
  sweep: { entered: 'rows', cuts: 'rows', isNumber: false },
  choice: { entered: 'choice', cuts: 'none', isNumber: false },
  count: { entered: 'count', cuts: 'none', isNumber: false },
  drive: { entered: 'drive', cuts: 'none', isNumber: false },
} as const satisfies Record<SpecKind, KindOfSpec>;

type KindsWith<Facet extends keyof KindOfSpec, Value> = {
  [Kind in SpecKind]: (typeof kindsOfSpec)[Kind][Facet] extends Value ? Kind : never;
}[SpecKind];
type SpecWith<Facet extends keyof KindOfSpec, Value> = Extract<Spec, { kind: KindsWith<Facet, Value> }>;

/** Limits that stand in the plan on one line. */
export type FixedSpec = SpecWith<'cuts', 'line'>;
/** Limits that stand in the plan in rows. */
export type RowsSpec = SpecWith<'cuts', 'rows'>;
/** One number is judged. */
export type MeasuredSpec = SpecWith<'entered', 'number'>;
/** Several numbers are judged together. */
export type SeriesSpec = SpecWith<'entered', 'rows'>;

/** Whether that is a kind of limit; what comes in may be anything. */
export const isSpecKind = (kind: unknown): kind is SpecKind =>
  typeof kind === 'string' && Object.hasOwn(kindsOfSpec, kind);

export const isFixed = (spec: Spec): spec is FixedSpec => kindsOfSpec[spec.kind].cuts === 'line';
export const hasRows = (spec: Spec): spec is RowsSpec => kindsOfSpec[spec.kind].cuts === 'rows';
/** Whether it comes to one number, which a formula, a curve or an input can take. */
export const comesToNumber = (spec: Spec): boolean => kindsOfSpec[spec.kind].isNumber;
export const isMeasured = (spec: Spec): spec is MeasuredSpec => kindsOfSpec[spec.kind].entered === 'number';
export const isSeries = (spec: Spec): spec is SeriesSpec => kindsOfSpec[spec.kind].entered === 'rows';
