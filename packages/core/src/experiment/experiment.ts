import type { InstrumentFunction } from '../instrument/index.js';
import type { Need, StepReading } from '../plan/index.js';
import type { Result } from '../result/index.js';

/** What an experiment can speak of, as seen from the part: this side is that of the part, that side the one of the control unit. */
export const suspectRoles = {
  part: 'the part',
  wiringHere: 'wiring on this side',
  wiringThere: 'wiring on that side',
  feed: 'feed',
  ground: 'ground',
  controlUnit: 'control unit',
} as const;
export type SuspectRole = keyof typeof suspectRoles;

/** Which suspects stand in which role. */
export type Subjects = Readonly<Partial<Record<SuspectRole, readonly string[]>>>;

/** Something that an experiment must be told before it is a step. */
export interface Ask {
  readonly id: string;
  readonly label: string;
  /** `place`: a pin of a part card or any place in words; `values`: several numbers, apart by semicolons; `names`: several names likewise. */
  readonly is: 'text' | 'place' | 'unit' | 'number' | 'values' | 'names';
  readonly initial: string;
  /** Id of the ask with the unit of a number; or the unit itself. */
  readonly unit?: string;
  readonly mayBeEmpty?: true;
}

/** What was answered, as it was typed, by the id of what was asked; what is not there is as proposed. */
export type Answers = Readonly<Record<string, string>>;

/** What cannot be used of an answer. */
export interface AskProblem {
  readonly askId: string;
  readonly message: string;
}

/** One thing that can come out, with what it means for whom. */
export interface ExperimentResult {
  readonly id: string;
  readonly name: string;
  readonly meaning: string;
  readonly clears: readonly SuspectRole[];
  readonly pointsTo: readonly SuspectRole[];
  /** Zones or options of the readings in which it holds; none: in any other case. */
  readonly when: Readonly<Record<string, readonly string[]>>;
}

/** Answers that have been read. */
export interface Told {
  readonly text: (askId: string) => string;
  /** `undefined` where nothing was typed. */
  readonly number: (askId: string) => number | undefined;
  readonly values: (askId: string) => readonly number[];
  readonly names: (askId: string) => readonly string[];
}

/** The logic of one kind of experiment. */
export interface ExperimentKind {
  /** What it is for, in a sentence. */
  readonly purpose: string;
  readonly asks: readonly Ask[];
  readonly measures: InstrumentFunction | null;
  readonly minutes: number;
  readonly title: (told: Told) => string;
  readonly proves: string;
  /** The vehicle state that makes it safe and tells something. */
  readonly needs: (told: Told) => readonly Need[];
  readonly cautions: (told: Told) => readonly string[];
  readonly instruction: (told: Told) => string;
  readonly readings: (told: Told) => Result<readonly StepReading[], AskProblem>;
  /** In the order in which they are looked at: the first that holds counts. */
  readonly results: readonly ExperimentResult[];
}
