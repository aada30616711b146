import type { Bulletin, PlanCandidate } from '@probe-trail/core/choosing';
import { groupBy } from '@probe-trail/core/list';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import type { LearningStore } from '../learning/store.js';
import { planSubjectTable as subject, planVersionTable as version } from '../plan/table.js';
import { bulletinTable } from './table.js';

export type ChoosingStore = ReturnType<typeof makeChoosingStore>;

// A word that stands in more plans than this tells little, and the plans with rarer words are found by those.
const mostPlansOfAWord = 400;
const mostCandidates = 60;

export const makeChoosingStore = ({ orm }: Database, learning: Pick<LearningStore, 'foundBy'>) => ({
  /** In how many plans each of these words stands; those in none are left out. */
  plansWithWord: async (words: readonly string[]): Promise<ReadonlyMap<string, number>> => {
    const rows = await orm
      .select({ word: subject.value, count: sql<number>`count(*)` })
      .from(subject)
      .where(and(eq(subject.kind, 'word'), inArray(subject.value, [...words])))
      .groupBy(subject.value);
    return new Map(rows.map(({ word, count }) => [word, count]));
  },

  /** The ids of plans that speak of most of these codes and words. */
  plansThatSpeakOf: async (codes: readonly string[], words: readonly string[]): Promise<string[]> => {
    const rows = await orm
      .select({ planId: subject.planId })
      .from(subject)
      .where(
        sql`(${subject.kind} = 'code' AND ${inArray(subject.value, [...codes])}) OR (${subject.kind} = 'word' AND ${inArray(subject.value, [...words])})`,
      )
      .groupBy(subject.planId)
      .orderBy(sql`sum(CASE ${subject.kind} WHEN 'code' THEN 3 ELSE 1 END) DESC`, subject.planId)
      .limit(mostCandidates);
    return rows.map(({ planId }) => planId);
  },

  mostPlansOfAWord,

  /** The newest released versions of these plans, with what they have found so far. */
  candidates: async (planIds: readonly string[]): Promise<PlanCandidate[]> => {
    if (planIds.length === 0) return [];
    const { planId, title, appliesTo, expectedMinutes, tools } = version;
    const [rows, finds] = await Promise.all([
      orm
        .select({ planId, version: version.version, title, appliesTo, expectedMinutes, tools })
        .from(version)
        .where(and(inArray(planId, [...planIds]), eq(version.state, 'released')))
        .orderBy(version.version),
      learning.foundBy(planIds),
    ]);
    const foundByPlan = new Map(finds.map((one) => [one.planId, one]));
    return [...groupBy(rows, (row) => row.planId).values()].flatMap((versions) => {
      const newest = versions.at(-1);
      if (!newest) return [];
      const { uses, found } = foundByPlan.get(newest.planId) ?? { uses: 0, found: [] };
      return [{ ...newest, uses, found }];
    });
  },

  bulletins: async (): Promise<Bulletin[]> => (await orm.select().from(bulletinTable)).map(({ document }) => document),

  putBulletin: async (document: Bulletin): Promise<void> => {
    await orm
      .insert(bulletinTable)
      .values({ bulletinId: document.id, document })
      .onConflictDoUpdate({ target: bulletinTable.bulletinId, set: { document } });
  },
});
