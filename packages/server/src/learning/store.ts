import { type LearnedPlan, type Lesson, lessonChange, noLesson, type PlanFound } from '@probe-trail/core/learning';
import { groupBy } from '@probe-trail/core/list';
import { and, eq, inArray, type SQL, sql } from 'drizzle-orm';
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
    INSERT INTO learned_reading (plan_id, version, step_id, reading_id, "row", state, verdict, is_sound, value, count)
    SELECT ${planId}, ${version}, value ->> 'stepId', value ->> 'readingId', value ->> 'row', value ->> 'state', value ->> 'verdict',
      value ->> 'isSound', value ->> 'value', value ->> 'count'
    FROM json_each(${JSON.stringify(change.readings)}) WHERE true
    ON CONFLICT DO UPDATE SET count = count + excluded.count`),
  ...[learnedCountTable, learnedReadingTable].map((table) =>
    orm.delete(table).where(and(eq(table.planId, planId), eq(table.version, version), eq(table.count, 0))),
  ),
];

/** What all trails taught. */
const sums = (orm: Database['orm']) => ({
  /** All that was learned of a plan version. */
  ofVersion: async (planId: string, version: number): Promise<Lesson> => {
    const { about, stepId, of, value, count } = learnedCountTable;
    const reading = learnedReadingTable;
    const [counts, readings] = await Promise.all([
      orm
        .select({ about, stepId, of, value, count })
        .from(learnedCountTable)
        .where(and(eq(learnedCountTable.planId, planId), eq(learnedCountTable.version, version))),
      orm
        .select({
          stepId: reading.stepId,
          readingId: reading.readingId,
          row: reading.row,
          state: reading.state,
          verdict: reading.verdict,
          isSound: reading.isSound,
          value: reading.value,
          count: reading.count,
        })
        .from(reading)
        .where(and(eq(reading.planId, planId), eq(reading.version, version))),
    ]);
    return { counts, readings };
  },

  /** What was learned of all plans, without their titles: each in a line, by id. */
  ofAllPlans: async (): Promise<Omit<LearnedPlan, 'title'>[]> => {
    const { planId, version, about, of } = learnedCountTable;
    const rows = await orm
      .select({ planId, version, about, of, count: sql<number>`sum(${learnedCountTable.count})` })
      .from(learnedCountTable)
      .where(sql`step_id = ''`)
      .groupBy(planId, version, about, of);
    return [...groupBy(rows, (row) => row.planId)].map(([id, ofPlan]) => {
      const times = (topic: (typeof rows)[number]['about']) =>
        ofPlan.filter((row) => row.about === topic).reduce((sum, row) => sum + row.count, 0);
      return {
        planId: id,
        versions: [...new Set(ofPlan.map((row) => row.version))].sort((a, b) => a - b),
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
