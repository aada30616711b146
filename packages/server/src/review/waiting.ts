import { type PartCard, upgradePartCard } from '@probe-trail/core/plan';
import type { Waiting, WaitingDraft } from '@probe-trail/core/review';
import { and, asc, eq, inArray, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { libraryCardTable as libraryCard } from '../library/table.js';
import { planVersionTable as version } from '../plan/table.js';
import { remarkTable as remark } from '../trail/table.js';
import { remarkAnswerTable as answer, planCommentTable as comment } from './table.js';

/** What waits for authors, read from plans, remarks and the library. */
export const makeWaitingStore = ({ orm }: Database) => {
  const { planId, title, savedBy, approvedBy, state } = version;
  const isOpen = inArray(state, ['draft', 'inReview']);

  const inReview = (by: typeof savedBy | typeof approvedBy, which: ReturnType<typeof and>): Promise<WaitingDraft[]> =>
    orm
      .select({ planId, title, version: version.version, by: sql<string>`${by}` })
      .from(version)
      .where(and(eq(state, 'inReview'), which))
      .orderBy(asc(title), asc(planId));

  /** How many remarks of each plan nobody has answered; the title is that of its newest version. */
  const remarks = (): Promise<Waiting['remarks'][number][]> =>
    orm
      .select({
        planId: remark.planId,
        title: sql<string>`coalesce((SELECT title FROM plan_version v WHERE v.plan_id = ${remark.planId} ORDER BY v.version DESC LIMIT 1), '')`,
        count: sql<number>`count(*)`,
      })
      .from(remark)
      .leftJoin(answer, eq(answer.eventId, remark.eventId))
      .where(isNull(answer.eventId))
      .groupBy(remark.planId)
      .orderBy(sql`2`, remark.planId);

  /** How many comments of others on somebody's drafts are not resolved. */
  const comments = (by: string): Promise<Waiting['comments'][number][]> =>
    orm
      .select({ planId, title, count: sql<number>`count(*)` })
      .from(comment)
      .innerJoin(version, and(eq(version.planId, comment.planId), eq(version.version, comment.version)))
      .where(and(isOpen, eq(savedBy, by), ne(comment.by, by), eq(comment.isDone, false)))
      .groupBy(planId)
      .orderBy(asc(title), planId);

  /** Cards of somebody's drafts that stand otherwise in the library, where they were kept after the draft was saved. */
  const newerCards = async (by: string): Promise<Waiting['newerCards'][number][]> => {
    const drafts = await orm
      .select({
        planId,
        title,
        savedAtMs: version.savedAtMs,
        cards: sql<string>`json_extract(${version.document}, '$.partCards')`,
      })
      .from(version)
      .where(and(isOpen, eq(savedBy, by)))
      .orderBy(asc(title), asc(planId));
    const held = drafts.map((draft) => ({
      ...draft,
      cards: (JSON.parse(draft.cards) as readonly PartCard[]).map(upgradePartCard),
    }));
    const ids = [...new Set(held.flatMap(({ cards }) => cards.map(({ id }) => id)))];
    if (ids.length === 0) return [];
    const kept = await orm.select().from(libraryCard).where(inArray(libraryCard.cardId, ids));
    const byId = new Map(kept.map((one) => [one.cardId, one]));
    return held.flatMap(({ planId, title, savedAtMs, cards }) => {
      const newer = cards.filter((card) => {
        const inLibrary = byId.get(card.id);
        return (
          inLibrary !== undefined &&
          inLibrary.savedAtMs > savedAtMs &&
          JSON.stringify(inLibrary.card) !== JSON.stringify(card)
        );
      });
      return newer.length > 0 ? [{ planId, title, cards: newer.map(({ name, id }) => name || id) }] : [];
    });
  };

  return {
    /** @param by the name of the author */
    waitingFor: async (by: string): Promise<Waiting> => {
      const [toReview, toRelease, open, said, newer] = await Promise.all([
        inReview(savedBy, and(ne(savedBy, by), isNull(approvedBy))),
        inReview(approvedBy, and(eq(savedBy, by), isNotNull(approvedBy))),
        remarks(),
        comments(by),
        newerCards(by),
      ]);
      return { toReview, toRelease, remarks: open, comments: said, newerCards: newer };
    },
  };
};

export type WaitingStore = ReturnType<typeof makeWaitingStore>;
