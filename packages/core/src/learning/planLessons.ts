import { groupBy } from '../list/index.js';
import { indexPlan, isSameGoal, type Plan, type Step, type StepReading } from '../plan/index.js';
import { formatQuantity } from '../reading/index.js';
import { changeZones, isFixed, type Spec, type ZoneLine, zonesOf, zonesOfDrive } from '../spec/index.js';
import { type Counted, countOf, type Spread, spreadOf } from './distribution.js';
import { type FleetWeight, fleetWeights } from './fleetWeights.js';
import type { CountedTopic, CountTally, Lesson, ReadingTally } from './lesson.js';
import { type LimitAdvice, limitAdvice } from './limitAdvice.js';

/** What was learned of one version of a plan. */
export interface PlanLessons {
  readonly planId: string;
  readonly version: number;
  readonly title: string;
  readonly trails: number;
  readonly concluded: number;
  /** How often nothing was at fault, and that was proven. */
  readonly noFault: number;
  /** How often a cause was proven, all together. */
  readonly proven: number;
  /** The suspects of the plan, the one that was proven most often first. */
  readonly causes: readonly CauseLessons[];
  /** Proven causes that the plan does not have, by name. */
  readonly offPlan: readonly { readonly cause: string; readonly count: number }[];
  /** The steps in the order of the plan; those that nobody came to are left out. */
  readonly steps: readonly StepLessons[];
  /** By step, reading, row and vehicle state. */
  readonly readings: readonly ReadingLessons[];
}

export interface CauseLessons extends FleetWeight {
  /** How often it was repaired and was not the cause. */
  readonly wrong: number;
}

export interface StepLessons {
  readonly stepId: string;
  readonly title: string;
  readonly done: number;
  readonly plannedMinutes: number;
  /** `null` where nobody has done it. */
  readonly minutes: Spread | null;
  readonly outcomes: readonly { readonly outcomeId: string; readonly meaning: string; readonly count: number }[];
  /** Whether it never cleared a suspect, pointed to one or chose the way, often enough done to say so. */
  readonly isIdle: boolean;
  readonly skipped: number;
  readonly goneBack: number;
  readonly overridden: number;
  readonly again: number;
  readonly remarks: number;
}

export interface ReadingLessons {
  readonly stepId: string;
  readonly readingId: string;
  /** Of the step and, where it has one, of the reading and the row. */
  readonly title: string;
  readonly row: string;
  readonly state: string;
  readonly unit: string;
  /** The limits that stand in the plan; `null` where they are computed. */
  readonly line: ZoneLine | null;
  /** All values, rising; and how often each came where nothing was wrong. */
  readonly values: readonly (Counted & { readonly sound: number })[];
  readonly count: number;
  readonly inSpec: number;
  readonly outOfSpec: number;
  readonly tooClose: number;
  readonly advice: LimitAdvice | null;
}

// Of fewer nothing is said: chance does as much.
const enoughToSay = 5;

/**
 * What was learned of a version of a plan.
 * @param plan the document of that version
 * @param lesson all that its trails taught, added up
 */
export function planLessons(plan: Plan, version: number, lesson: Lesson): PlanLessons {
  const { counts, readings } = lesson;
  const byTopic = groupBy(counts, ({ about }) => about);
  const of = (about: CountedTopic): readonly CountTally[] => byTopic.get(about) ?? [];
  const proven = of('proven');
  const causes = causesOf(plan, proven, of('wrong'));
  return {
    planId: plan.id,
    version,
    title: plan.title,
    trails: countOf(of('trail')),
    concluded: countOf(of('concluded')),
    noFault: countOf(proven.filter((tally) => tally.of === '')),
    proven: countOf(proven.filter((tally) => tally.of !== '')),
    causes,
    offPlan: [...groupBy(of('offPlan'), (tally) => tally.of)]
      .map(([cause, tallies]) => ({ cause, count: countOf(tallies) }))
      .sort(byCount),
    steps: stepsOf(plan, counts),
    readings: readingsOf(plan, readings),
  };
}

const byCount = (a: { readonly count: number }, b: { readonly count: number }): number => b.count - a.count;

function causesOf(plan: Plan, proven: readonly CountTally[], wrong: readonly CountTally[]): readonly CauseLessons[] {
  const times = (tallies: readonly CountTally[]) =>
    new Map([...groupBy(tallies, (tally) => tally.of)].map(([id, some]) => [id, countOf(some)]));
  const inVain = times(wrong);
  return fleetWeights(plan.suspects, times(proven))
    .map((one) => ({ ...one, wrong: inVain.get(one.suspectId) ?? 0 }))
    .sort((a, b) => b.proven - a.proven || b.wrong - a.wrong || b.weight - a.weight);
}

function stepsOf(plan: Plan, counts: readonly CountTally[]): readonly StepLessons[] {
  const byStep = groupBy(counts, ({ stepId }) => stepId);
  return plan.steps.flatMap((step) => {
    const ofStep = byStep.get(step.id);
    return ofStep ? [stepOf(step, ofStep)] : [];
  });
}

function stepOf(step: Step, counts: readonly CountTally[]): StepLessons {
  const of = (about: CountedTopic) => counts.filter((tally) => tally.about === about);
  const taken = groupBy(of('done'), (tally) => tally.of);
  const outcomes = step.outcomes
    .map(({ id, meaning }) => ({ outcomeId: id, meaning, count: countOf(taken.get(id) ?? []) }))
    .filter(({ count }) => count > 0);
  const done = countOf(outcomes);
  return {
    stepId: step.id,
    title: step.title,
    done,
    plannedMinutes: step.effort.minutes,
    minutes: spreadOf(of('minutes')) ?? null,
    outcomes,
    isIdle: done >= enoughToSay && of('decided').length === 0 && leadsOneWay(step),
    skipped: countOf(of('skipped')),
    goneBack: countOf(of('goneBack')),
    overridden: countOf(of('overridden')),
    again: countOf(of('again')),
    remarks: countOf(of('remark')),
  };
}

/** Whether it does not matter for the way how a step comes out. */
const leadsOneWay = ({ outcomes: [first, ...others] }: Step): boolean =>
  first === undefined || others.every(({ goTo }) => isSameGoal(goTo, first.goTo));

function readingsOf(plan: Plan, sums: readonly ReadingTally[]): readonly ReadingLessons[] {
  const { steps } = indexPlan(plan);
  const groups = groupBy(sums, ({ stepId, readingId, row, state }) => [stepId, readingId, row, state].join('\n'));
  const order = new Map(plan.steps.map(({ id }, at) => [id, at]));
  return [...groups.values()]
    .flatMap((some) => {
      const [first] = some;
      const step = first && steps.get(first.stepId);
      const reading = step?.readings.find(({ id }) => id === first?.readingId);
      return first && step && reading ? [readingOf(step, reading, first, some)] : [];
    })
    .sort((a, b) => (order.get(a.stepId) ?? 0) - (order.get(b.stepId) ?? 0));
}

function readingOf(
  step: Step,
  reading: StepReading,
  { row, state }: ReadingTally,
  sums: readonly ReadingTally[],
): ReadingLessons {
  const values = sums.map(({ value, count, sound }) => ({ value, count, sound })).sort((a, b) => a.value - b.value);
  const sound = values.flatMap(({ value, sound: count }) => (count > 0 ? [{ value, count }] : []));
  const all = (verdict: 'inSpec' | 'outOfSpec' | 'tooClose') => sums.reduce((total, sum) => total + sum[verdict], 0);
  const line = lineOf(reading.spec, row);
  return {
    stepId: step.id,
    readingId: reading.id,
    title: [step.title, reading.name, row].filter((part) => part !== '').join(' · '),
    row,
    state,
    unit: 'unit' in reading.spec ? reading.spec.unit : '',
    line,
    values,
    count: countOf(sums),
    inSpec: all('inSpec'),
    outOfSpec: all('outOfSpec'),
    tooClose: all('tooClose'),
    advice: line ? limitAdvice(line, sound) : null,
  };
}

/** The limits of a reading, or of one row of it, where they stand in the plan. */
function lineOf(spec: Spec, row: string): ZoneLine | null {
  if (isFixed(spec)) return zonesOf(spec);
  if (spec.kind === 'change' && row === '') return changeZones(spec);
  if (spec.kind === 'drive' && spec.compares.kind === 'formula') return zonesOfDrive(spec);
  if (spec.kind !== 'sweep') return null;
  const limits = spec.rows.find(({ at }) => formatQuantity(at, spec.commandUnit) === row)?.limits;
  return limits ? zonesOf(limits) : null;
}
