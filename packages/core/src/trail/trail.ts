import type { Instrument, InstrumentFunction } from '../instrument/index.js';
import type { Voiding } from '../log/index.js';
import { type Input, indexPlan, type Plan, type TooClosePolicy } from '../plan/index.js';
import type { Reading } from '../reading/index.js';
import type { JudgedRow, Verdict } from '../spec/index.js';
import type { Entry, PhotoMark, RemarkKind } from './trailEvent.js';

/** One walk of one plan on one vehicle. */
export interface Trail {
  /** The visit of the vehicle that it belongs to; `null` without one. */
  readonly jobId: string | null;
  /** The plan version that is followed; `null` of an open trail, which follows none. */
  readonly planId: string | null;
  readonly planVersion: number | null;
  /** The plan as this trail has it: with the suspects, part cards, steps and causes that were added on it. */
  readonly plan: Plan;
  /** What the plan itself does not have. */
  readonly added: Added;
  readonly vehicle: { readonly fleetNumber: string; readonly line: string };
  readonly complaint: string;
  readonly openedAtMs: number;
  readonly openedBy: string;
  readonly at: TrailPosition;
  /** What was asked when the trail began, by input id. */
  readonly inputs: Readonly<Record<string, GivenInput>>;
  /** The instruments in use, by what they measure. */
  readonly instruments: Readonly<Partial<Record<InstrumentFunction, Instrument>>>;
  /** The vehicle state as the trail believes it: what → is, such as `ignition` → `on`. */
  readonly believed: Readonly<Record<string, string>>;
  /** Needs of the open step that could not be met: it is tested all the same. */
  readonly overridden: readonly OverriddenNeed[];
  /** Until when a state must still settle, by what it is: such as buses that fall asleep. */
  readonly settlesAtMs: Readonly<Record<string, number>>;
  /** Readings of the step that is open, by reading id, those computed from them included. */
  readonly taken: Readonly<Record<string, TakenReading>>;
  /** Steps done, in order; those set aside by going back stay, marked. */
  readonly waymarks: readonly Waymark[];
  /** What was measured along the paths of the plan, by path and point. */
  readonly pathReadings: Readonly<Record<string, PathReadings>>;
  /** Whether somebody has seen that current flows on a path, by path. */
  readonly pathCurrents: Readonly<Record<string, boolean>>;
  readonly remarks: readonly Remark[];
  readonly photos: readonly Photo[];
  /** While a step is done again to prove a repair. */
  readonly proving: Proving | undefined;
  /** Repairs that did not help, in their order: what was repaired is not the cause. */
  readonly failedRepairs: readonly FailedRepair[];
  /** While nobody works on it. */
  readonly paused: Pause | undefined;
  /** Where its opening was voided: then the trail as a whole counts no more. */
  readonly voided: Voiding | undefined;
  /** Entries of the log that do not fit the ones before them, as this program judges them: they do not count. */
  readonly unfit: readonly Unfit[];
  readonly lastEventAtMs: number;
  readonly lastEventBy: string;
}

/** An entry that is in the log and does not count, and why. */
export interface Unfit {
  readonly eventId: string;
  readonly message: string;
}

export type TrailPosition =
  | { readonly kind: 'step'; readonly stepId: string }
  /** Of an open trail: no test is open, and the next one is to be chosen. */
  | { readonly kind: 'between' }
  /** The plan has come to its end; the technician has still to accept it. */
  | { readonly kind: 'conclusion'; readonly conclusionId: string }
  | {
      readonly kind: 'concluded';
      readonly conclusionId: string;
      /** Why it was accepted although the readings did not bear it out. */
      readonly assumedBecause: string | undefined;
      readonly atMs: number;
      readonly by: string;
    };

/** A vehicle state that a step needs and did not get, with the reason why it was tested all the same. */
export interface OverriddenNeed {
  readonly what: string;
  readonly is: string;
  readonly reason: string;
  readonly by: string;
}

export interface GivenInput {
  /** `undefined` where it is not known. */
  readonly reading: Reading | undefined;
  readonly atMs: number;
  readonly by: string;
}

export interface Pause {
  readonly reason: string;
  readonly atMs: number;
  readonly by: string;
}

/** A step that is done again after the end of the trail, to prove a repair. */
export interface Proving {
  readonly repairId: string;
  /** Where the trail stands meanwhile, and goes on. */
  readonly from: TrailPlace;
}

export interface FailedRepair {
  readonly repairId: string;
  readonly suspectIds: readonly string[];
  /** What was done, such as “Sensor B11 replaced”. */
  readonly what: string;
  readonly because: string;
  /** How many waymarks there were then: those were measured on the vehicle as it was before. */
  readonly waymarksBefore: number;
  readonly atMs: number;
  readonly by: string;
}

/** What was added on a trail to the plan that it follows. */
export interface Added {
  readonly stepIds: readonly string[];
  /** How many steps there were when a suspect was added: those were written without it in mind, and say nothing of it. */
  readonly suspects: Readonly<Record<string, number>>;
  /** Where the trail goes on once the added step that is open is done, or the cause that was named is withdrawn. */
  readonly from: TrailPlace | undefined;
}

/** A place on a trail, with what was entered there. */
export type TrailPlace = Pick<Trail, 'at' | 'taken' | 'overridden'>;

/** Volts along a path, by point id. */
export type PathReadings = Readonly<Record<string, PathReading>>;

export interface PathReading {
  readonly reading: Extract<Reading, { kind: 'exact' }>;
  readonly atMs: number;
  readonly by: string;
}

/** What a technician tells the author about a step. */
export interface Remark {
  readonly id: string;
  readonly stepId: string;
  readonly about: RemarkKind;
  readonly text: string;
  readonly atMs: number;
  readonly by: string;
}

export interface Photo {
  readonly photoId: string;
  readonly stepId: string;
  readonly caption: string;
  readonly marks: readonly PhotoMark[];
  readonly atMs: number;
  readonly by: string;
}

export interface TakenReading {
  readonly eventId: string;
  readonly readingId: string;
  /** `undefined` for one that was computed from others. */
  readonly entry: Entry | undefined;
  /** `undefined` for a choice, a count, and several judged together. */
  readonly reading: Reading | undefined;
  readonly verdict: Verdict;
  /** The single readings of a series. */
  readonly rows: readonly JudgedRow[];
  /** What each measurement adds to the doubt of a computed reading, in its unit; see `KnownValue`. */
  readonly sources: ReadonlyMap<string, number> | undefined;
  /** Name of the instrument it was taken with, where the trail knows it. */
  readonly instrument: string | undefined;
  /** The vehicle state in which it was taken. */
  readonly takenIn: Readonly<Record<string, string>>;
  /** Verdicts of this reading before, in this step: it was measured again. */
  readonly tries: readonly Verdict[];
  /** Why it goes by the displayed value although it is too close to call; `undefined` where nobody had to say. */
  readonly acceptedBecause: string | undefined;
  readonly atMs: number;
  readonly by: string;
  readonly typedFirst: string | null;
  readonly stillStands: string | null;
}

export interface Waymark {
  /** Id of the event that ended the step. */
  readonly id: string;
  readonly stepId: string;
  readonly taken: readonly TakenReading[];
  readonly overridden: readonly OverriddenNeed[];
  /** `null` where the step was left by going back before its outcome was taken. */
  readonly outcomeId: string | null;
  /** Only where the step was skipped: then its outcome says where to go, and nothing else. */
  readonly skippedBecause: string | undefined;
  readonly setAside: boolean;
  /** Of an added step, why it counts no more; `undefined` while it does, and where one went back. */
  readonly takenBackBecause: string | undefined;
  /** The repair that it is to prove; `undefined` where it looks for the cause. */
  readonly proves: string | undefined;
  readonly atMs: number;
  readonly by: string;
}

/** Whether a waymark still counts as evidence of the cause. */
export const isStanding = ({ setAside, proves }: Waymark): boolean => !setAside && proves === undefined;

/** The waymarks that still count as evidence of the cause. */
export const standingWaymarks = (trail: Pick<Trail, 'waymarks'>): readonly Waymark[] =>
  trail.waymarks.filter(isStanding);

/** The waymarks that still count and were made to prove that repair, in their order. */
export const waymarksProving = (trail: Pick<Trail, 'waymarks'>, repairId: string): readonly Waymark[] =>
  trail.waymarks.filter(({ setAside, proves }) => !setAside && proves === repairId);

/** Where a trail stands; a step that is done again to prove a repair is no place of its own. */
export const placeOfTrail = ({ at, proving }: Pick<Trail, 'at' | 'proving'>): TrailPosition => proving?.from.at ?? at;

/** Standing waymarks that pointed to something that was repaired since: on the vehicle as it is now they may come out otherwise. */
export const toMeasureAgain = ({
  waymarks,
  failedRepairs,
  plan,
}: Pick<Trail, 'waymarks' | 'failedRepairs' | 'plan'>): readonly Waymark[] => {
  const { steps } = indexPlan(plan);
  return waymarks.filter((waymark, at) => {
    const outcome = steps.get(waymark.stepId)?.outcomes.find(({ id }) => id === waymark.outcomeId);
    return (
      isStanding(waymark) &&
      failedRepairs.some(
        ({ waymarksBefore, suspectIds }) =>
          at < waymarksBefore && suspectIds.some((suspectId) => outcome?.pointsTo.includes(suspectId)),
      )
    );
  });
};

/**
 * The newest earlier reading at a place that was set aside by going back and could be offered again. What was read before a repair is never
 * offered after it: the vehicle is another one now.
 * @returns `undefined` when this reading was never taken on this trail, or only before a repair
 */
export function earlierReading(trail: Trail, stepId: string, readingId: string): TakenReading | undefined {
  const { repairId } = trail.proving ?? {};
  const from = trail.failedRepairs.at(-1)?.waymarksBefore ?? 0;
  return trail.waymarks
    .filter((waymark, at) => waymark.stepId === stepId && waymark.setAside && waymark.proves === repairId && at >= from)
    .flatMap(({ taken }) => taken)
    .filter((taken) => taken.readingId === readingId)
    .at(-1);
}

/** The volts along a path, by point id. */
export const readingsAlong = (
  { pathReadings, pathCurrents }: Pick<Trail, 'pathReadings' | 'pathCurrents'>,
  pathId: string,
): { readonly volts: ReadonlyMap<string, number>; readonly flows: boolean | undefined } => ({
  volts: new Map(Object.entries(pathReadings[pathId] ?? {}).map(([pointId, { reading }]) => [pointId, reading.value])),
  flows: pathCurrents[pathId],
});

/** Whether a step was added on the trail: the plan that it follows does not have it. */
export const isAdded = ({ added }: Pick<Trail, 'added'>, stepId: string): boolean => added.stepIds.includes(stepId);

/** What one of the readings of a step that must be measured again asks for; `undefined` where it may go on. */
export function closeCallAsks(policy: TooClosePolicy, taken: TakenReading): 'repeat' | 'betterInstrument' | undefined {
  const { verdict, tries, acceptedBecause } = taken;
  if (policy === 'asNominal' || verdict.kind !== 'tooCloseToCall' || acceptedBecause !== undefined) return undefined;
  if (policy === 'repeat') return tries.length === 0 ? 'repeat' : undefined;
  return 'betterInstrument';
}

/** When the open step may begin: the latest of the times at which what it needs has settled; 0 where nothing settles. */
export const settledAtMs = ({ settlesAtMs }: Trail, needs: readonly { readonly what: string }[]): number =>
  Math.max(0, ...needs.map(({ what }) => settlesAtMs[what] ?? 0));

/** Inputs that are still to be asked for: those that come from no reading and were not answered. */
export const inputsToAsk = ({ plan, inputs }: Pick<Trail, 'plan' | 'inputs'>): readonly Input[] =>
  plan.inputs.filter(({ id, from }) => from === null && !inputs[id]);

/** Needs of the open step that the believed vehicle state does not meet yet, and that were not overridden. */
export function unmetNeeds<Need extends { readonly what: string; readonly is: string }>(
  trail: Trail,
  needs: readonly Need[],
): readonly Need[] {
  const isOverridden = (need: Need) => trail.overridden.some(({ what, is }) => what === need.what && is === need.is);
  return needs.filter((need) => trail.believed[need.what] !== need.is && !isOverridden(need));
}
