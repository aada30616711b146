import { array, number, string } from 'yup';
import { type Checked, closedObject, draftText, idText, timeMs } from '../schema/index.js';
import type { Line } from '../vehicle/index.js';
import { type FaultCode, formatFaultCode } from './faultCode.js';
import { selfTestSchema } from './selfTest.js';

/** When a sheet was read, against what was done to the codes. */
export const sheetMoments = {
  asFound: 'as found',
  afterClearing: 'after clearing',
  afterDriving: 'after driving',
} as const;

/** What a unit did when it was asked. */
export const unitAnswers = {
  answered: 'answered',
  silent: 'silent',
  unread: 'not read',
} as const;

export type SheetMoment = keyof typeof sheetMoments;
export type UnitAnswer = keyof typeof unitAnswers;

const identityText = () => string().max(60);

/** What a unit says that it is; what it does not say is left out. */
export const unitIdentitySchema = closedObject({
  part: identityText(),
  hardware: identityText(),
  software: identityText(),
  serial: identityText(),
});

export type UnitIdentity = Checked<typeof unitIdentitySchema>;

export const sheetUnitSchema = closedObject({
  unitId: idText(),
  name: draftText(120),
  answer: string()
    .required()
    .oneOf(Object.keys(unitAnswers) as UnitAnswer[]),
  identity: unitIdentitySchema
    .nullable()
    .optional()
    .meta({ description: 'what it says that it is; null or left out: it was not asked' }),
});

export const sheetCodeSchema = closedObject({
  unitId: idText(),
  code: string()
    .required()
    .matches(/^[PCBU][0-3][0-9A-F]{3}$/, '${path}: "${value}" is not a fault code'),
  failureType: string()
    .nullable()
    .defined()
    .matches(/^[0-9A-F]{2}$/, '${path}: "${value}" is not a failure type'),
  text: draftText(300),
  status: number().nullable().defined().integer().min(0).max(255).meta({ description: 'ISO 14229 status byte' }),
  selfTest: selfTestSchema
    .nullable()
    .optional()
    .meta({ description: 'what the unit tells of its self-test; null or left out: it was not asked' }),
});

/** Most codes that a sheet keeps: far more than any vehicle has. */
export const mostCodes = 4000;

/** The codes of the whole vehicle at one moment. */
export const newSheetSchema = closedObject({
  sheetId: idText(),
  source: string()
    .required()
    .oneOf(['interface', 'text', 'hand'] as const),
  moment: string()
    .required()
    .oneOf(Object.keys(sheetMoments) as SheetMoment[]),
  takenAtMs: timeMs(),
  units: array(sheetUnitSchema.required()).required().max(400),
  codes: array(sheetCodeSchema.required()).required().max(mostCodes),
});

/** Body of `POST /api/jobs/:jobId/sheets`: a sheet, and who took it where that is somebody else than who sends it. */
export const sentSheetSchema = newSheetSchema.shape({
  takenBy: string().optional().max(80).meta({ description: 'name of the person who took it; none: who sends it' }),
});

export type NewSheet = Checked<typeof newSheetSchema>;
export type SentSheet = Checked<typeof sentSheetSchema>;
export type SheetUnit = NewSheet['units'][number];
export type SheetCode = NewSheet['codes'][number];

/** A sheet as it is kept: for ever. */
export interface CodeSheet extends NewSheet {
  readonly jobId: string;
  readonly takenBy: string;
}

/** By what a code of a sheet is known: unit, code and failure type. */
export const codeKey = (entry: FaultCode & { readonly unitId: string }): string =>
  `${entry.unitId} ${formatFaultCode(entry)}`;

/** A unit that reports name but the line does not have. */
export const unknownUnitId = 'unknown';

/** Whether a unit of a sheet is one that the line does not have: without a name, or by the name that a report gives it. */
export const isUnknownUnit = (unitId: string): boolean =>
  unitId === unknownUnitId || unitId.startsWith(`${unknownUnitId}-`);

/**
 * Every unit that is expected on the line, in its order, then those that were found besides: so that the
 * silence of one is seen. Units of which nothing is known are `unread`.
 */
export function withExpectedUnits(line: Line | undefined, found: readonly SheetUnit[]): readonly SheetUnit[] {
  const byId = new Map(found.map((unit) => [unit.unitId, unit]));
  const expected = (line?.units ?? []).map(
    ({ id, name }): SheetUnit => byId.get(id) ?? { unitId: id, name, answer: 'unread' },
  );
  const expectedIds = new Set(expected.map(({ unitId }) => unitId));
  return [...expected, ...found.filter(({ unitId }) => !expectedIds.has(unitId))];
}

/** Whether two sheets say the same: the same codes with the same status, from units that answered alike. */
export function saysTheSame(a: NewSheet, b: NewSheet): boolean {
  return fingerprintOf(a) === fingerprintOf(b);
}

const fingerprintOf = ({ moment, units, codes }: NewSheet): string =>
  [
    moment,
    ...units.map(({ unitId, answer }) => `${unitId} ${answer}`).sort(),
    ...codes.map((code) => `${codeKey(code)} ${code.status}`).sort(),
  ].join('\n');
