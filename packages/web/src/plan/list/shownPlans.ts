import { groupBy } from '@probe-trail/core/list';
import type { PlanListItem } from '@probe-trail/core/plan';
import type { PlanFindings } from '@probe-trail/core/review';

/** A plan with what its trails have taught. */
export interface LearnedPlan extends PlanListItem {
  /** How many trails on it came to a conclusion. */
  readonly uses: number;
  readonly found: PlanFindings['found'];
}

/** Plans with what the fleet learned from each. */
export function withFindings(
  plans: readonly PlanListItem[],
  findings: readonly PlanFindings[],
): readonly LearnedPlan[] {
  const byPlan = groupBy(findings, ({ planId }) => planId);
  return plans.map((plan) => {
    const found = byPlan.get(plan.planId)?.[0]?.found ?? [];
    return { ...plan, found, uses: found.reduce((sum, { count }) => sum + count, 0) };
  });
}

export const planStates = {
  released: 'released',
  draft: 'with a draft',
  inReview: 'in review',
  retired: 'retired',
} as const;
export type PlanState = keyof typeof planStates;

export const planOrders = {
  title: 'by title',
  minutes: 'shortest first',
  uses: 'most used first',
  saved: 'changed last first',
} as const;
export type PlanOrder = keyof typeof planOrders;

/** Which plans are shown, and in which order; an empty text asks for nothing. */
export interface PlanWish {
  /** Words of its title, its summary, a fault code, or what it has found. */
  readonly words: string;
  readonly model: string;
  readonly author: string;
  readonly state: PlanState | '';
  readonly order: PlanOrder;
}

/** Who saved the newest version of a plan. */
export const authorOf = ({ draft, released, retired }: PlanListItem): string =>
  (draft ?? released ?? retired)?.savedBy ?? '';

const isIn: { readonly [State in PlanState]: (plan: PlanListItem) => boolean } = {
  released: ({ released }) => released !== null,
  draft: ({ draft }) => draft !== null,
  inReview: ({ draft }) => draft?.state === 'inReview',
  retired: ({ retired }) => retired !== null,
};

const changedAtMs = ({ draft, released, retired }: PlanListItem): number =>
  Math.max(...[draft, released, retired].map((version) => version?.savedAtMs ?? 0));

const byTitle = (a: PlanListItem, b: PlanListItem) => a.title.localeCompare(b.title, 'en');

const orders: { readonly [Order in PlanOrder]: (a: LearnedPlan, b: LearnedPlan) => number } = {
  title: byTitle,
  minutes: (a, b) => a.expectedMinutes - b.expectedMinutes || byTitle(a, b),
  uses: (a, b) => b.uses - a.uses || byTitle(a, b),
  saved: (a, b) => changedAtMs(b) - changedAtMs(a) || byTitle(a, b),
};

/** The plans that are wished for, in the order that is wished for. */
export function shownPlans(plans: readonly LearnedPlan[], wish: PlanWish): readonly LearnedPlan[] {
  const words = wish.words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  return plans
    .filter((plan) => {
      const { title, summary, codes, found, lines } = plan;
      const text = [title, summary, ...codes, ...found.map((one) => one.title)].join('\n').toLowerCase();
      return (
        words.every((word) => text.includes(word)) &&
        (wish.model === '' || lines.includes(wish.model)) &&
        (wish.author === '' || authorOf(plan) === wish.author) &&
        (wish.state === '' || isIn[wish.state](plan))
      );
    })
    .sort(orders[wish.order]);
}
