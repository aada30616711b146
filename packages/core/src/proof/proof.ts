import type { CodeSheet } from '../codes/index.js';
import type { Job, JobEvent, ProofVerdict } from '../job/index.js';
import type { StepReading, Task } from '../plan/index.js';
import type { RecordedRepair } from '../repair/index.js';
import type { TakenReading, Trail } from '../trail/index.js';

/** Everything from which a proof is computed. */
export interface ProofInput {
  readonly job: Job;
  readonly events: readonly JobEvent[];
  readonly sheets: readonly CodeSheet[];
  /** The trails of the job, by id; one that this device does not have is missing. */
  readonly trails: ReadonlyMap<string, Trail>;
}

/** How one thing stands that must be shown. */
export const pointStates = {
  shown: 'Shown',
  missing: 'Still to be shown',
  contradicted: 'Speaks against it',
  notPossible: 'Cannot be shown here',
} as const;

export type PointState = keyof typeof pointStates;

/** One thing that must be shown, and how it stands. */
export interface ProofPoint {
  /** The same as long as the same is meant. */
  readonly key: string;
  readonly about: 'reading' | 'task' | 'codes' | 'units' | 'complaint' | 'selfTest';
  /** What must be shown. */
  readonly what: string;
  readonly state: PointState;
  /** What was shown, what is missing, or what speaks against it, in a sentence. */
  readonly said: string;
  /** What it takes to show it; 0 once it is shown. */
  readonly minutes: number;
  /** Of a reading that is taken again. */
  readonly again: RepeatedReading | undefined;
  /** Of work after the repair. */
  readonly task: DueTask | undefined;
}

/** Work that goes with a repair. */
export interface DueTask {
  readonly repairId: string;
  readonly task: Task;
}

/** A reading that pointed to the cause, or that the plan wants as a proof, and the same reading after the repair. */
export interface RepeatedReading {
  readonly trailId: string;
  readonly stepId: string;
  readonly reading: StepReading;
  /** Of the step and, where it is one number, of the reading. */
  readonly title: string;
  /** `undefined` where it was not taken before. */
  readonly before: TakenReading | undefined;
  readonly after: TakenReading | undefined;
  /** What was not the same the second time, each in a sentence; each reading is judged by the limits of its own conditions. */
  readonly differences: readonly string[];
}

export interface Proof {
  /** The repair that is to be proven, the newest that stands; `undefined`: that there is no fault. */
  readonly repair: RecordedRepair | undefined;
  readonly points: readonly ProofPoint[];
  readonly verdict: ProofVerdict;
  /** What all that is missing takes. */
  readonly minutesLeft: number;
}

/** A point without a reading; what it takes counts only while it is missing. */
export const aPoint = (
  about: ProofPoint['about'],
  key: string,
  what: string,
  { state, said, minutes = 0 }: Pick<ProofPoint, 'state' | 'said'> & { readonly minutes?: number },
): ProofPoint => ({
  key,
  about,
  what,
  state,
  said,
  minutes: state === 'missing' ? minutes : 0,
  again: undefined,
  task: undefined,
});
