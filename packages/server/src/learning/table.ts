import type { CountedTopic, Lesson } from '@probe-trail/core/learning';
import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** What each trail taught, as it stands in the sums below: it is taken off them when the trail goes on. */
export const lessonTable = sqliteTable(
  'lesson',
  {
    trailId: text('trail_id').primaryKey(),
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    /** What it found, as its conclusion is called; null until that is proven. */
    found: text(),
    /** The last entries of the trail and of its job that it was computed from, and by which rules. */
    trailSeq: integer('trail_seq').notNull(),
    jobSeq: integer('job_seq'),
    revision: integer().notNull(),
    lesson: text({ mode: 'json' }).$type<Lesson>().notNull(),
  },
  // What a plan found so far is counted in this index alone.
  (lesson) => [index('lesson_by_finding').on(lesson.planId, lesson.found)],
);

/** The lessons of all trails on a plan version, added up. */
export const learnedCountTable = sqliteTable(
  'learned_count',
  {
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    about: text().$type<CountedTopic>().notNull(),
    stepId: text('step_id').notNull(),
    of: text().notNull(),
    value: real().notNull(),
    count: integer().notNull(),
  },
  (learned) => [
    primaryKey({
      columns: [learned.planId, learned.version, learned.about, learned.stepId, learned.of, learned.value],
    }),
    // All plans in a line each are read from this alone.
    index('learned_of_whole_plans').on(learned.planId, learned.version, learned.about).where(sql`step_id = ''`),
  ],
);

/** The same of readings. */
export const learnedReadingTable = sqliteTable(
  'learned_reading',
  {
    planId: text('plan_id').notNull(),
    version: integer().notNull(),
    stepId: text('step_id').notNull(),
    readingId: text('reading_id').notNull(),
    row: text().notNull(),
    state: text().notNull(),
    value: real().notNull(),
    count: integer().notNull(),
    sound: integer().notNull(),
    inSpec: integer('in_spec').notNull(),
    outOfSpec: integer('out_of_spec').notNull(),
    tooClose: integer('too_close').notNull(),
  },
  (learned) => [
    primaryKey({
      columns: [
        learned.planId,
        learned.version,
        learned.stepId,
        learned.readingId,
        learned.row,
        learned.state,
        learned.value,
      ],
    }),
  ],
);
