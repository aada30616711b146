import type { PlanFound } from '@probe-trail/core/learning';
import type { PlanListItem } from '@probe-trail/core/plan';

/** A plan with what its trails have found. */
export interface PlanWithFound extends PlanListItem, Pick<PlanFound, 'uses' | 'found'> {}

/** Plans with what was found with each. */
export function withFound(plans: readonly PlanListItem[], found: readonly PlanFound[]): readonly PlanWithFound[] {
  const byPlan = new Map(found.map((one) => [one.planId, one]));
  return plans.map((plan) => ({ ...plan, ...(byPlan.get(plan.planId) ?? { uses: 0, found: [] }) }));
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

const orders: { readonly [Order in PlanOrder]: (a: PlanWithFound, b: PlanWithFound) => number } = {
  title: byTitle,
  minutes: (a, b) => a.expectedMinutes - b.expectedMinutes || byTitle(a, b),
  uses: (a, b) => b.uses - a.uses || byTitle(a, b),
  saved: (a, b) => changedAtMs(b) - changedAtMs(a) || byTitle(a, b),
};

/** The plans that are wished for, in the order that is wished for. */
export function shownPlans(plans: readonly PlanWithFound[], wish: PlanWish): readonly PlanWithFound[] {
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
