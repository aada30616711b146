import { boolean, number, string } from 'yup';
import { longestFormula, parseFormula, sayFormulaProblem } from '../formula/index.js';
import { closedObject, draftText, idText, largestNumber, ownName, unionByKind } from '../schema/index.js';
import { findUnit } from '../units/index.js';

/** Fields that several kinds of limit have. */

export const kindText = <Kind extends string>(kind: Kind) =>
  string()
    .required()
    .oneOf([kind] as const);

export const unitText = () =>
  string()
    .required('${path} is missing')
    .max(20)
    .test('unit', '${path}: "${value}" is not a unit known here', (text) => findUnit(text) !== undefined)
    .test(
      'datum',
      '${path}: a pressure needs its datum; write ${value}(g) or ${value}(abs)',
      (text) => findUnit(text)?.base.quantity !== 'pressure' || findUnit(text)?.datum !== undefined,
    )
    .meta({ description: 'symbol with prefix; a pressure with its datum, such as kPa(g)' });

// A JSON file may say 1e999, which is read as infinity; an open limit is said with null.
export const finite = () => number().min(-largestNumber).max(largestNumber);

export const openLimit = () => finite().nullable().defined().meta({ description: 'null: no limit on this side' });

export const formulaText = () =>
  string()
    .defined()
    .max(longestFormula)
    .test('formula', (text: string | null | undefined, { createError, path }) => {
      if (text === null) return true;
      const formula = parseFormula(text ?? '');
      return formula.ok || createError({ message: `${path}: ${sayFormulaProblem(formula.problem)}` });
    })
    .meta({ description: 'a formula of reading ids, input ids and ambientPressure, each in its unit without prefix' });

const namePattern = /^[A-Za-z]\w{0,79}$/;
const saysName = '${path} must begin with a letter and have letters, digits and underscores only';

/** A name that formulas can use: an id that is not taken for a subtraction. */
export const nameText = () => ownName(string().required('${path} is missing').matches(namePattern, saysName));
export const nameOrNull = () => string().nullable().defined().matches(namePattern, saysName);

export const zoneSchema = closedObject({
  id: idText(),
  name: draftText(60),
  meaning: draftText(500).meta({ description: 'what a reading here says about the vehicle' }),
  ok: boolean().required(),
});

export const isOrdered = (min: number | null | undefined, max: number | null | undefined) =>
  min == null || max == null || min <= max;

/** Limits of one row of a table: from … to …, or nominal ± tolerance. */
export const rowLimitsSchema = unionByKind({
  band: closedObject({ kind: kindText('band'), min: openLimit(), max: openLimit() }).test(
    'order',
    '${path}: the lower limit lies above the upper one',
    (band) => isOrdered(band?.min, band?.max),
  ),
  tolerance: closedObject({
    kind: kindText('tolerance'),
    nominal: finite().required(),
    tolerance: finite().required().min(0),
    as: string()
      .required()
      .oneOf(['absolute', 'percent'] as const),
  }),
});
