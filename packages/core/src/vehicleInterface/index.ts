import { array, number, string } from 'yup';
import { type NewSheet, type SheetCode, type SheetMoment, type SheetUnit, sheetMoments } from '../codes/index.js';
import { jobParamsSchema } from '../job/index.js';
import type { RoutineStanding } from '../routine/index.js';
import { type Checked, closedObject, idText, keyOnLine } from '../schema/index.js';

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
    .max(60 * 162),
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
  | {
      readonly kind: 'values';
      readonly atMs: number;
      readonly unitId: string;
      readonly values: readonly ToldValue[];
    }
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

// A request that says again that the key is held.
const commandNumber = () => number().required().min(-1e9).max(1e9);

/**
 * Body of `POST /api/jobs/:jobId/interface/acting`: an actuator runs for as long as its answer is listened to, and it is said again and again
 * that its key is held. The name of the run is given by the device.
 */
export const actingRequestSchema = closedObject({
  runId: idText(),
  actuator: keyOnLine(),
  command: commandNumber(),
});
export type ActingRequest = Checked<typeof actingRequestSchema>;

/** Params of `PUT /api/jobs/:jobId/interface/acting/:runId`: the key is still held; with the command that stands now. */
export const actingRunParamsSchema = jobParamsSchema.shape({ runId: idText() });
export const stillHeldSchema = closedObject({ command: commandNumber() });
export type StillHeld = Checked<typeof stillHeldSchema>;

/** So often a device says that the key is held, in ms; where nothing is heard for three times as long, the actuator is stopped. */
export const heldEveryMs = 400;

/** One line of what happens while an actuator runs. */
export type ActingLine =
  | Exclude<LiveLine, { readonly kind: 'failed' }>
  /** The unit has confirmed a command. */
  | { readonly kind: 'acting'; readonly atMs: number; readonly command: number }
  /** It has ended, or has not begun. */
  | {
      readonly kind: 'stopped';
      readonly atMs: number;
      /** Why, in a sentence; `null` where it was let go. */
      readonly because: string | null;
      /** Whether the unit has confirmed that it has the actuator back; also where it never ran. */
      readonly isConfirmed: boolean;
    }
  | { readonly kind: 'failed'; readonly message: string };

/** Body of `POST /api/jobs/:jobId/interface/routine`: a test that a unit runs by itself, for as long as its answer is listened to. */
export const routineRequestSchema = closedObject({ routine: keyOnLine() });
export type RoutineRequest = Checked<typeof routineRequestSchema>;

/** One line of what comes of it. */
export type RoutineLine =
  | { readonly kind: 'running'; readonly atMs: number; readonly text: string }
  | {
      readonly kind: 'ended';
      readonly atMs: number;
      readonly is: Exclude<RoutineStanding, 'running'>;
      readonly text: string;
    }
  /** It did not begin, or was stopped: why, in a sentence. */
  | { readonly kind: 'stopped'; readonly atMs: number; readonly because: string }
  | { readonly kind: 'failed'; readonly message: string };

/** What `DELETE` of `/api/jobs/:jobId/interface/acting`, or of one run below it, answers. */
export interface StoppedActing {
  /** How many actuators and routines of the vehicle ran, and were stopped. */
  readonly stopped: number;
}

export { type Bench, type BenchSignal, benchSchema } from './bench.js';
export { type Rig, rigSchema, type ValueFaultKind, valueFaultKinds } from './rig.js';
