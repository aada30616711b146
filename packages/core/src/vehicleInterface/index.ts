import { array, number, string } from 'yup';
import { type NewSheet, type SheetCode, type SheetMoment, type SheetUnit, sheetMoments } from '../codes/index.js';
import { type Checked, closedObject, idOrNull, idText, wholeNumber } from '../schema/index.js';

/** Body of `POST /api/jobs/:jobId/interface/reading`: which units to ask; none: all of the line. */
export const readingRequestSchema = closedObject({
  moment: string()
    .required()
    .oneOf(Object.keys(sheetMoments) as SheetMoment[]),
  unitIds: array(idText()).required().max(400),
});

/** Body of `POST /api/jobs/:jobId/interface/clearing`; the id makes sending it twice harmless. */
export const clearingRequestSchema = closedObject({ eventId: idText() });

export type ReadingRequest = Checked<typeof readingRequestSchema>;
export type ClearingRequest = Checked<typeof clearingRequestSchema>;

/** One line of the answer to a reading request, sent as soon as it is known. */
export type ReadingProgress =
  | {
      readonly kind: 'asking';
      readonly unitId: string;
      readonly name: string;
      readonly done: number;
      readonly of: number;
    }
  | {
      readonly kind: 'unit';
      readonly unit: SheetUnit;
      readonly codes: readonly SheetCode[];
      /** Why it was not read, as the end of a sentence; `null` where it was, or was silent. */
      readonly because: string | null;
    }
  /** The interface itself fell silent: what was read stands, the rest was not asked. */
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'end' };

export interface Cleared {
  readonly unitsCleared: number;
  readonly unitsSilent: number;
}

/** What was read so far, with one more line of the answer. */
export function withProgress(
  sheet: Pick<NewSheet, 'units' | 'codes'>,
  progress: ReadingProgress,
): Pick<NewSheet, 'units' | 'codes'> {
  if (progress.kind !== 'unit') return sheet;
  const { unit, codes } = progress;
  return {
    units: [...sheet.units.filter(({ unitId }) => unitId !== unit.unitId), unit],
    codes: [...sheet.codes.filter(({ unitId }) => unitId !== unit.unitId), ...codes],
  };
}

const causeText = () => string().nullable().defined().max(160);

/** A simulated vehicle of the demo world, as the simulated interface finds it. */
export const rigSchema = closedObject({
  fleetNumber: string().required().max(20),
  msPerUnit: number().required().integer().min(0).max(10_000),
  silentUnitIds: array(idText()).required().max(400),
  silentUntilRepaired: causeText().meta({
    description: 'the cause whose repair makes the silent units answer; null: none',
  }),
  fallsSilentAt: idOrNull().meta({ description: 'the unit at which the interface falls silent the first time' }),
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
    }).required(),
  )
    .required()
    .max(4000),
});

export type Rig = Checked<typeof rigSchema>;
