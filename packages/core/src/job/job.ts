import type { SheetMoment } from '../codes/index.js';
import type { Voiding } from '../log/index.js';
import type { RecordedRepair } from '../repair/index.js';
import type { RecordedFinding } from '../sideFinding/index.js';
import type { Arrival } from './arrival.js';
import type { JobEventOf } from './jobEvent.js';
import type { Stage } from './stage.js';

/** One visit of one vehicle: the state after its events. */
export interface Job {
  readonly vehicleId: string;
  readonly takenInAtMs: number;
  readonly takenInBy: string;
  readonly arrival: Arrival;
  readonly complaintCheck: JobEventOf<'complaintChecked'> | undefined;
  /** In the order in which they were taken. */
  readonly voltages: readonly MeasuredVoltage[];
  readonly isChargerConnected: boolean;
  readonly sheets: readonly { readonly sheetId: string; readonly moment: SheetMoment; readonly atMs: number }[];
  /** Whether a sheet was kept since the codes were last cleared: only over one they may be cleared. */
  readonly isSheetKept: boolean;
  readonly clearings: readonly JobEventOf<'codesCleared'>[];
  readonly madeByUs: readonly JobEventOf<'codeMadeByUs'>[];
  readonly photos: readonly JobEventOf<'photoAdded'>[];
  /** Without side findings. */
  readonly notes: readonly JobEventOf<'noted'>[];
  /** What else was noticed on this visit, in the order in which it was recorded, with what the customer said of it on this visit. */
  readonly sideFindings: readonly RecordedFinding[];
  /** Answers to findings, of this visit or an earlier one, in their order. */
  readonly sideAnswers: readonly JobEventOf<'sideAnswered'>[];
  /** Findings, of this visit or an earlier one, that were seen to on this one. */
  readonly sideDone: readonly JobEventOf<'sideDone'>[];
  /** In the order in which they were recorded; those that did not help stay. */
  readonly repairs: readonly RecordedRepair[];
  /** Temporary repairs, of this visit or an earlier one, that were made good on this one. */
  readonly madeGood: readonly JobEventOf<'repairMadeGood'>[];
  /** Work after its repairs that was done or skipped, in their order. */
  readonly tasksDone: readonly JobEventOf<'taskDone'>[];
  /** How it was tried out, of this repair and earlier ones. */
  readonly trials: readonly JobEventOf<'triedOut'>[];
  readonly selfTests: readonly JobEventOf<'selfTestRun'>[];
  /** What the proof came to when it was closed; `undefined` while it is not. */
  readonly proof: JobEventOf<'proofTaken'> | undefined;
  /** Why it was moved on by hand without a proof; empty where it was not. */
  readonly unprovenBecause: string;
  /** The accounts as they were handed over, in their order: a change afterwards makes another one. */
  readonly accounts: readonly JobEventOf<'accountGiven'>[];
  readonly plansMissed: readonly JobEventOf<'planMissed'>[];
  /** Name of whoever works on it; empty while nobody does. */
  readonly assignedTo: string;
  /** What it waits for; empty while it waits for nothing. */
  readonly waitsFor: string;
  readonly stage: Stage;
  /** Where its arrival was voided: then the job as a whole counts no more. */
  readonly voided: Voiding | undefined;
  readonly lastEventAtMs: number;
}

/** A system voltage as it was typed, and its value. */
export interface MeasuredVoltage {
  readonly text: string;
  readonly volts: number;
  readonly engine: 'off' | 'running';
  readonly withCharger: boolean;
  readonly atMs: number;
  readonly by: string;
}
