/** What is counted of the trails on a plan version. */
export const countedTopics = {
  trail: 'trails on it',
  concluded: 'trails that came to an accepted end',
  proven: 'a cause whose repair was proven; of no suspect: no fault was found, and that was proven',
  wrong: 'a suspect that was repaired and was not the cause',
  offPlan: 'a proven cause that the plan does not have, by its name',
  reading: 'readings with a number',
  tooClose: 'readings that were too close to call',
  done: 'a step that was done, by its outcome',
  decided: 'a step done whose outcome cleared a suspect that was still open, or pointed to one',
  minutes: 'a step done, by the minutes that it took, to a quarter of one',
  skipped: 'a step that was skipped',
  goneBack: 'a step that was set aside by going back',
  overridden: 'a step that was done without a vehicle state that it needs',
  again: 'a step with a reading that was measured again',
  remark: 'a remark on a step, by what it is about',
} as const;

export type CountedTopic = keyof typeof countedTopics;

/** How often something came on the trails of a plan version. */
export interface CountTally {
  readonly about: CountedTopic;
  /** Empty where it is of the whole trail. */
  readonly stepId: string;
  /** Id of what it is about, such as a suspect or an outcome; empty where there is none. */
  readonly of: string;
  /** A number by which it is counted, such as minutes; 0 where there is none. */
  readonly value: number;
  readonly count: number;
}

/** How often a reading showed a value. */
export interface ReadingTally extends ReadingCounts {
  readonly stepId: string;
  readonly readingId: string;
  /** Of several readings taken together, which one; empty where there is one. */
  readonly row: string;
  /** The vehicle state that the step names, as it was then, such as “ignition on”. */
  readonly state: string;
  /** In the unit of the limits, rounded: alike values are counted together. */
  readonly value: number;
}

export interface ReadingCounts {
  readonly count: number;
  /** How many of them were taken where nothing was wrong: a proof tells that the fault was elsewhere, or repaired before. */
  readonly sound: number;
  readonly inSpec: number;
  readonly outOfSpec: number;
  readonly tooClose: number;
}

/**
 * What trails teach about the plan version that they followed. It is counts alone, whole numbers, so that the lessons of many trails add up,
 * and that of one can be taken off again exactly.
 */
export interface Lesson {
  readonly counts: readonly CountTally[];
  readonly readings: readonly ReadingTally[];
}

/** Goes up whenever a trail would teach something else than before: what is stored is then computed anew. */
export const lessonRevision = 1;

export const noLesson: Lesson = { counts: [], readings: [] };

const countKey = ({ about, stepId, of, value }: CountTally) => JSON.stringify([about, stepId, of, value]);
const readingKey = ({ stepId, readingId, row, state, value }: ReadingTally) =>
  JSON.stringify([stepId, readingId, row, state, value]);

const plusCount = (one: CountTally, other: CountTally): CountTally => ({ ...one, count: one.count + other.count });

const plusReading = (one: ReadingTally, other: ReadingTally): ReadingTally => ({
  ...one,
  count: one.count + other.count,
  sound: one.sound + other.sound,
  inSpec: one.inSpec + other.inSpec,
  outOfSpec: one.outOfSpec + other.outOfSpec,
  tooClose: one.tooClose + other.tooClose,
});

/** Tallies of the same thing are one, in the order in which the first of each came. */
function gathered<Tally>(
  tallies: readonly Tally[],
  keyOf: (tally: Tally) => string,
  plus: (one: Tally, other: Tally) => Tally,
): readonly Tally[] {
  const byKey = new Map<string, Tally>();
  for (const tally of tallies) {
    const key = keyOf(tally);
    const known = byKey.get(key);
    byKey.set(key, known ? plus(known, tally) : tally);
  }
  return [...byKey.values()];
}

/** All lessons together, each thing counted once; what comes to nothing is left out. */
export const addLessons = (lessons: readonly Lesson[]): Lesson => ({
  counts: gathered(
    lessons.flatMap(({ counts }) => counts),
    countKey,
    plusCount,
  ).filter(({ count }) => count !== 0),
  readings: gathered(
    lessons.flatMap(({ readings }) => readings),
    readingKey,
    plusReading,
  ).filter((tally) => Object.values(countsOf(tally)).some((count) => count !== 0)),
});

const countsOf = ({ count, sound, inSpec, outOfSpec, tooClose }: ReadingTally): ReadingCounts => ({
  count,
  sound,
  inSpec,
  outOfSpec,
  tooClose,
});

/** What must be added to a sum that holds the lesson `before` so that it holds `after` in its place. */
export const lessonChange = (before: Lesson, after: Lesson): Lesson => addLessons([after, negated(before)]);

const negated = ({ counts, readings }: Lesson): Lesson => ({
  counts: counts.map((tally) => ({ ...tally, count: -tally.count })),
  readings: readings.map((tally) => ({
    ...tally,
    count: -tally.count,
    sound: -tally.sound,
    inSpec: -tally.inSpec,
    outOfSpec: -tally.outOfSpec,
    tooClose: -tally.tooClose,
  })),
});
