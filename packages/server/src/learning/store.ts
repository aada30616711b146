import {
  type CountedTopic,
  type LearnedPlan,
  type Lesson,
  lessonChange,
  noLesson,
  type PlanFound,
  type ReadingTally,
} from '@probe-trail/core/learning';
import { groupBy } from '@probe-trail/core/list';
import { and, eq, getTableColumns, inArray, type SQL, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { learnedCountTable, learnedReadingTable, lessonTable } from './table.js';

export type LearningStore = ReturnType<typeof makeLearningStore>;

/** What a trail teaches, and what it was computed from. */
export type LessonRow = typeof lessonTable.$inferSelect;

export const makeLearningStore = ({ orm }: Database) => ({
  ...lessons(orm),
  ...sums(orm),

  /** How often trails on these plans found what. */
  foundBy: (planIds: readonly string[]) => foundIn(orm, inArray(lessonTable.planId, [...planIds])),

  /** The same of every plan. */
  foundByAll: () => foundIn(orm, sql`true`),
});

async function foundIn(orm: Database['orm'], which: SQL): Promise<PlanFound[]> {
  const { planId, found } = lessonTable;
  const rows = await orm
    .select({ planId, title: found, count: sql<number>`count(*)` })
    .from(lessonTable)
    .where(which)
    .groupBy(planId, found);
  return [...groupBy(rows, (row) => row.planId)].map(([id, ofPlan]) => ({
    planId: id,
    uses: ofPlan.reduce((sum, { count }) => sum + count, 0),
    found: ofPlan
      .flatMap(({ title, count }) => (title === null ? [] : [{ title, count }]))
      .sort((a, b) => b.count - a.count),
  }));
}

/** What single trails taught. */
const lessons = (orm: Database['orm']) => ({
  /** The last entries that a trail and its job have now; `undefined` where there is no such trail, or it counts no more. */
  lastEntries: async (trailId: string): Promise<{ trailSeq: number; jobSeq: number | null } | undefined> => {
    const [row] = await orm.all<{ trailSeq: number; jobSeq: number | null }>(
      sql`SELECT ${lastEntries} FROM trail t WHERE t.trail_id = ${trailId}`,
    );
    return row;
  },

  /** Puts what a trail teaches now in the place of what it taught before, in the sums too. @param row `undefined`: it teaches nothing any more */
  put: async (trailId: string, row: LessonRow | undefined): Promise<void> => {
    const [known] = await orm.select().from(lessonTable).where(eq(lessonTable.trailId, trailId));
    const of = row ?? known;
    if (!of) return;
    const change = lessonChange(known?.lesson ?? noLesson, row?.lesson ?? noLesson);
    await orm.batch([
      row
        ? orm.insert(lessonTable).values(row).onConflictDoUpdate({ target: lessonTable.trailId, set: row })
        : orm.delete(lessonTable).where(eq(lessonTable.trailId, trailId)),
      ...addedUp(orm, of, change),
    ]);
  },

  /**
   * Trails whose lesson is not that of their last entries, or not by these rules, in the order of their ids.
   * @param after the id of the last one that was given before; empty for the first ones
   */
  stale: async (revision: number, after: string, limit: number): Promise<string[]> => {
    const rows = await orm.all<{ trailId: string }>(sql`
      SELECT trail_id AS trailId FROM (
        SELECT t.trail_id, ${lastEntries} FROM trail t WHERE t.plan_id IS NOT NULL AND t.trail_id > ${after}
      ) now LEFT JOIN lesson USING (trail_id)
      WHERE lesson.trail_seq IS NOT now.trailSeq OR lesson.job_seq IS NOT now.jobSeq OR lesson.revision IS NOT ${revision}
      ORDER BY trail_id LIMIT ${limit}`);
    return rows.map(({ trailId }) => trailId);
  },

  /** Trails that were voided while nobody counted. */
  orphaned: async (): Promise<string[]> => {
    const rows = await orm.all<{ trailId: string }>(
      sql`SELECT trail_id AS trailId FROM lesson WHERE trail_id NOT IN (SELECT trail_id FROM trail)`,
    );
    return rows.map(({ trailId }) => trailId);
  },
});

const lastEntries = sql`
  (SELECT max(seq) FROM trail_event e WHERE e.trail_id = t.trail_id) AS trailSeq,
  (SELECT max(seq) FROM job_event e WHERE e.job_id = t.job_id) AS jobSeq`;

/** The statements that add a change to the sums; what comes to nothing is not kept. */
const addedUp = (orm: Database['orm'], { planId, version }: Pick<LessonRow, 'planId' | 'version'>, change: Lesson) => [
  orm.run(sql`
    INSERT INTO learned_count (plan_id, version, about, step_id, "of", value, count)
    SELECT ${planId}, ${version}, value ->> 'about', value ->> 'stepId', value ->> 'of', value ->> 'value', value ->> 'count'
    FROM json_each(${JSON.stringify(change.counts)}) WHERE true
    ON CONFLICT DO UPDATE SET count = count + excluded.count`),
  orm.run(sql`
    INSERT INTO learned_reading (plan_id, version, step_id, reading_id, "row", state, value, count, sound, in_spec, out_of_spec, too_close)
    SELECT ${planId}, ${version}, value ->> 'stepId', value ->> 'readingId', value ->> 'row', value ->> 'state', value ->> 'value',
      value ->> 'count', value ->> 'sound', value ->> 'inSpec', value ->> 'outOfSpec', value ->> 'tooClose'
    FROM json_each(${JSON.stringify(change.readings)}) WHERE true
    ON CONFLICT DO UPDATE SET count = count + excluded.count, sound = sound + excluded.sound, in_spec = in_spec + excluded.in_spec,
      out_of_spec = out_of_spec + excluded.out_of_spec, too_close = too_close + excluded.too_close`),
  ...[learnedCountTable, learnedReadingTable].map((table) =>
    orm.delete(table).where(and(eq(table.planId, planId), eq(table.version, version), eq(table.count, 0))),
  ),
];

const { planId: _planId, version: _version, ...countColumns } = getTableColumns(learnedCountTable);

/**
 * The values of one reading in one row: each as its value and its counts, in the order of the columns. Benchmark: what the bay found with a
 * plan of a million readings; with a row for each value it misses its target twice over.
 */
interface GatheredReading extends Pick<ReadingTally, 'stepId' | 'readingId' | 'row' | 'state'> {
  readonly tallies: string;
}

const talliesOf = ({ tallies, ...place }: GatheredReading): readonly ReadingTally[] =>
  (JSON.parse(tallies) as readonly (readonly [number, number, number, number, number, number])[]).map(
    ([value, count, sound, inSpec, outOfSpec, tooClose]) => ({
      ...place,
      value,
      count,
      sound,
      inSpec,
      outOfSpec,
      tooClose,
    }),
  );

/** What all trails taught. */
const sums = (orm: Database['orm']) => ({
  /** All that was learned of a plan version. */
  ofVersion: async (planId: string, version: number): Promise<Lesson> => {
    const [counts, readings] = await Promise.all([
      orm
        .select(countColumns)
        .from(learnedCountTable)
        .where(and(eq(learnedCountTable.planId, planId), eq(learnedCountTable.version, version))),
      orm.all<GatheredReading>(sql`
        SELECT step_id AS stepId, reading_id AS readingId, "row", state,
          json_group_array(json_array(value, count, sound, in_spec, out_of_spec, too_close)) AS tallies
        FROM learned_reading WHERE plan_id = ${planId} AND version = ${version}
        GROUP BY step_id, reading_id, "row", state`),
    ]);
    return { counts, readings: readings.flatMap(talliesOf) };
  },

  /** What was learned of the plans with the most trails, each in a line, the one with the most first. */
  ofAllPlans: async (): Promise<LearnedPlan[]> => {
    const rows = await orm.all<{
      planId: string;
      title: string;
      version: number;
      about: CountedTopic;
      count: number;
    }>(sql`
      WITH most AS (
        SELECT plan_id, sum(count) AS trails FROM learned_count WHERE step_id = '' AND about = 'trail'
        GROUP BY plan_id ORDER BY trails DESC, plan_id LIMIT ${mostPlans}
      )
      SELECT plan_id AS planId, version, about, sum(count) AS count,
        (SELECT title FROM plan_version p WHERE p.plan_id = most.plan_id ORDER BY p.version DESC LIMIT 1) AS title
      FROM most JOIN learned_count USING (plan_id) WHERE step_id = ''
      GROUP BY plan_id, version, about ORDER BY most.trails DESC, plan_id, version`);
    return [...groupBy(rows, (row) => row.planId)].map(([planId, ofPlan]) => {
      const times = (topic: CountedTopic) =>
        ofPlan.filter((row) => row.about === topic).reduce((sum, row) => sum + row.count, 0);
      return {
        planId,
        title: ofPlan[0]?.title ?? '',
        versions: [...new Set(ofPlan.map((row) => row.version))],
        trails: times('trail'),
        concluded: times('concluded'),
        proven: times('proven') + times('offPlan'),
        wrong: times('wrong'),
        readings: times('reading'),
        tooClose: times('tooClose'),
      };
    });
  },
});

// As many as the library lists.
const mostPlans = 600;
