import type { Job } from '../job/index.js';
import { indexPlan, type Step, suspectsNamedBy } from '../plan/index.js';
import type { VerdictKind } from '../spec/index.js';
import { isAdded, placeOfTrail, type TakenReading, type Trail, type TrailEvent, type Waymark } from '../trail/index.js';
import { addLessons, type CountTally, type Lesson, noLesson, type ReadingTally } from './lesson.js';
import { roundedValue } from './roundedValue.js';
import { stepMinutes } from './stepMinutes.js';

export interface LessonInput {
  readonly trailId: string;
  readonly trail: Trail;
  /** The log of the trail, in order. */
  readonly events: readonly TrailEvent[];
  /** The visit that the trail belongs to; `undefined` without one: then nothing is proven. */
  readonly job: Pick<Job, 'repairs' | 'proof'> | undefined;
}

/**
 * What one trail teaches about the plan version that it followed. Only a proven cause counts as one; a suspect that was repaired in vain
 * counts as wrong. Steps that were added on the trail are not the plan's, and teach nothing of it. What was done to prove a repair is no part
 * of the search: of that, only the readings count.
 */
export function lessonOf(input: LessonInput): Lesson {
  const { trail } = input;
  if (trail.planId === null || trail.voided) return noLesson;
  const end = endOf(input);
  const whole = [count('trail'), ...(placeOfTrail(trail).kind === 'concluded' ? [count('concluded')] : [])];
  const ofSteps = planWaymarks(trail);
  const readings = ofSteps.flatMap((one) => readingTallies(one, isSoundAt(one, end)));
  return addLessons([
    {
      counts: [
        ...whole,
        ...end.counts,
        ...readings.map(() => count('reading')),
        ...readings.filter(({ tooClose }) => tooClose > 0).map(() => count('tooClose')),
        ...stepCounts(input, ofSteps),
        ...remarkCounts(trail),
      ],
      readings,
    },
  ]);
}

/** What a trail found, as its conclusion is called; `null` until that is proven. */
export function foundOf(input: LessonInput): string | null {
  const at = placeOfTrail(input.trail);
  if (input.trail.voided || at.kind !== 'concluded' || !endOf(input).causes) return null;
  return indexPlan(input.trail.plan).conclusions.get(at.conclusionId)?.title ?? null;
}

const count = (
  about: CountTally['about'],
  { stepId = '', of = '', value = 0 }: Partial<Pick<CountTally, 'stepId' | 'of' | 'value'>> = {},
): CountTally => ({ about, stepId, of, value, count: 1 });

/** What the trail came to, as far as it is proven. */
interface TrailEnd {
  readonly counts: readonly CountTally[];
  /** What was at fault, by the id of its suspect; none: nothing was. `undefined` where that is not proven, or not of the plan. */
  readonly causes: ReadonlySet<string> | undefined;
  /** The repairs that are proven, by the id of the entry that recorded them. */
  readonly provenRepairs: ReadonlySet<string>;
}

function endOf({ trailId, trail, job }: LessonInput): TrailEnd {
  const repairs = (job?.repairs ?? []).filter(({ repair }) => repair.trailId === trailId);
  const isProven = job?.proof?.verdict === 'proven';
  const proven = isProven ? repairs.filter(({ failedBecause }) => failedBecause === null) : [];
  const causes = suspectsOfPlan(
    trail,
    proven.map(({ repair }) => repair.suspectId),
  );
  const others = proven.filter(({ repair: { suspectId } }) => suspectId === null || !causes.has(suspectId));
  const isFaultless = isProven && job.repairs.length === 0 && namesNothing(trail);
  return {
    counts: [
      ...[...causes].map((of) => count('proven', { of })),
      ...(isFaultless ? [count('proven')] : []),
      ...others.map(({ repair }) => count('offPlan', { of: repair.cause.trim() })),
      ...wrongOf(trail, repairs).map((of) => count('wrong', { of })),
    ],
    causes: isFaultless || (proven.length > 0 && others.length === 0) ? causes : undefined,
    provenRepairs: new Set(proven.map(({ repairId }) => repairId)),
  };
}

/** Those of the suspects that the plan itself has. */
const suspectsOfPlan = ({ plan, added }: Trail, ids: readonly (string | null)[]): ReadonlySet<string> =>
  new Set(plan.suspects.flatMap(({ id }) => (ids.includes(id) && !(id in added.suspects) ? [id] : [])));

function namesNothing(trail: Trail): boolean {
  const at = placeOfTrail(trail);
  if (at.kind !== 'concluded') return false;
  return indexPlan(trail.plan).conclusions.get(at.conclusionId)?.suspectIds.length === 0;
}

/** What was repaired in vain, once for each repair: the job says so, or the trail, or both. */
function wrongOf(trail: Trail, repairs: Job['repairs']): readonly string[] {
  const byRepair = new Map<string, readonly (string | null)[]>([
    ...repairs.flatMap(({ repairId, repair, failedBecause }) =>
      failedBecause === null ? [] : [[repairId, [repair.suspectId]] as const],
    ),
    ...trail.failedRepairs.map(({ repairId, suspectIds }) => [repairId, suspectIds] as const),
  ]);
  return [...byRepair.values()].flatMap((ids) => [...suspectsOfPlan(trail, ids)]);
}

interface StepDone {
  readonly step: Step;
  readonly waymark: Waymark;
}

/** The waymarks on steps of the plan itself, with their steps. */
function planWaymarks(trail: Trail): readonly StepDone[] {
  const { steps } = indexPlan(trail.plan);
  return trail.waymarks.flatMap((waymark) => {
    const step = steps.get(waymark.stepId);
    return step && !isAdded(trail, step.id) ? [{ step, waymark }] : [];
  });
}

function stepCounts({ trail, events }: LessonInput, all: readonly StepDone[]): readonly CountTally[] {
  const minutes = stepMinutes(trail, events);
  const cleared = new Set<string>();
  return all
    .filter(({ waymark }) => waymark.proves === undefined)
    .flatMap(({ step, waymark }) => {
      const stepId = step.id;
      if (waymark.setAside) return [count('goneBack', { stepId })];
      if (waymark.skippedBecause !== undefined) return [count('skipped', { stepId })];
      const outcome = step.outcomes.find(({ id }) => id === waymark.outcomeId);
      if (!outcome) return [];
      const decides = outcome.pointsTo.length > 0 || outcome.clears.some((id) => !cleared.has(id));
      for (const id of outcome.clears) cleared.add(id);
      const took = minutes.get(waymark.id);
      return [
        count('done', { stepId, of: outcome.id }),
        ...(decides ? [count('decided', { stepId })] : []),
        ...(took === undefined ? [] : [count('minutes', { stepId, value: quarters(took) })]),
        ...(waymark.overridden.length > 0 ? [count('overridden', { stepId })] : []),
        ...(waymark.taken.some(({ tries }) => tries.length > 0) ? [count('again', { stepId })] : []),
      ];
    });
}

const quarters = (minutes: number): number => Math.round(minutes * 4) / 4;

const remarkCounts = (trail: Trail): readonly CountTally[] =>
  trail.remarks
    .filter(({ stepId }) => !isAdded(trail, stepId))
    .map(({ stepId, about }) => count('remark', { stepId, of: about }));

/** Whether nothing was wrong with what a step tests: it was repaired and proven before, or the proven cause is nothing that the step names. */
function isSoundAt({ step, waymark }: StepDone, { causes, provenRepairs }: TrailEnd): boolean {
  if (waymark.proves !== undefined) return provenRepairs.has(waymark.proves);
  if (!causes) return false;
  return suspectsNamedBy(step).every((id) => !causes.has(id));
}

function readingTallies({ step, waymark }: StepDone, isSound: boolean): readonly ReadingTally[] {
  if (waymark.setAside) return [];
  return waymark.taken.flatMap((taken) => {
    const spec = step.readings.find(({ id }) => id === taken.readingId)?.spec;
    if (!spec) return [];
    const place = { stepId: step.id, readingId: taken.readingId, state: stateOf(step, taken) };
    const whole = { label: '', reading: taken.reading, verdict: taken.verdict };
    return [whole, ...taken.rows].flatMap(({ label, reading, verdict }) => {
      if (reading?.kind !== 'exact') return [];
      const times = (kind: VerdictKind) => (verdict.kind === kind ? 1 : 0);
      return [
        {
          ...place,
          row: label,
          value: roundedValue(spec, reading.value),
          count: 1,
          sound: isSound ? 1 : 0,
          inSpec: times('inSpec'),
          outOfSpec: times('outOfSpec'),
          tooClose: times('tooCloseToCall'),
        },
      ];
    });
  });
}

/** The vehicle state that the step asks for, as it was. */
const stateOf = ({ needs }: Step, { takenIn }: TakenReading): string =>
  [...new Set(needs.map(({ what }) => what))]
    .flatMap((what) => (takenIn[what] === undefined ? [] : [`${what} ${takenIn[what]}`]))
    .join(', ');
