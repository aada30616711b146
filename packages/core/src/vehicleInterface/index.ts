import { array, number, string } from 'yup';
import {
  type NewSheet,
  type SheetCode,
  type SheetMoment,
  type SheetUnit,
  sheetMoments,
  unitIdentitySchema,
} from '../codes/index.js';
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

/** Most values that are watched at a time. */
export const mostLiveValues = 60;

/** Query of `GET /api/jobs/:jobId/interface/live`: the keys of the values, set apart by commas. */
export const liveQuerySchema = closedObject({
  values: string()
    .required('Name the values that are to be read')
    .max(60 * 130),
});

export type LiveQuery = Checked<typeof liveQuerySchema>;

/** A value by its key; `null`: the unit says that it has none. */
export interface ToldValue {
  readonly key: string;
  readonly value: number | null;
}

/** One line of what a vehicle tells live. */
export type LiveLine =
  /** Values of one unit. */
  | { readonly kind: 'values'; readonly atMs: number; readonly values: readonly ToldValue[] }
  /** A unit tells nothing; why, as the end of a sentence, or `null` where it is silent. */
  | { readonly kind: 'nothing'; readonly atMs: number; readonly unitId: string; readonly because: string | null }
  | { readonly kind: 'failed'; readonly message: string };

/** One line of a watch over the buses: whether a unit answered just now. */
export type WatchLine =
  | { readonly kind: 'seen'; readonly unitId: string; readonly isThere: boolean }
  | { readonly kind: 'failed'; readonly message: string };

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
      value: string().required().max(130).meta({ description: 'unit and value, such as A20.wheelSpeedFrontLeft' }),
      kind: string()
        .required()
        .oneOf(['offset', 'gain', 'stuck', 'dropsOut'] as const),
      amount: number().required().min(-1e6).max(1e6),
      untilRepaired: causeText(),
    }).required(),
  ).max(100),
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
