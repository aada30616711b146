import { groupBy } from '@probe-trail/core/list';
import type { PlanFindings, Waiting } from '@probe-trail/core/review';
import { closedObject, idText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync } from 'fastify';
import { amount, answer, answers, listOf, text } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import type { TrailStore } from '../trail/store.js';
import type { WaitingStore } from './waiting.js';

export interface WaitingOptions {
  readonly waiting: WaitingStore;
  readonly trails: Pick<TrailStore, 'findingsOfAll'>;
}

const drafts = () => listOf(closedObject({ planId: idText(), title: text(), version: amount(), by: text() }));

const counts = () => listOf(closedObject({ planId: idText(), title: text(), count: amount() }));

export const waitingAnswer = answer<Waiting>()(
  closedObject({
    toReview: drafts(),
    toRelease: drafts(),
    remarks: counts(),
    comments: counts(),
    newerCards: listOf(closedObject({ planId: idText(), title: text(), cards: listOf(text()) })),
  }),
);

export const findingsAnswer = listOf(
  answer<PlanFindings>()(
    closedObject({ planId: idText(), found: listOf(closedObject({ title: text(), count: amount() })) }),
  ),
);

/** What waits for the author who asks, and what the fleet has taught of each plan. */
export const waitingPlugin: FastifyPluginAsync<WaitingOptions> = async (app, { waiting, trails }) => {
  app.get('/waiting', { schema: answers(waitingAnswer), config: { needs: 'writePlans' } }, (request) =>
    waiting.waitingFor(personOf(request).name),
  );

  app.get('/findings', { schema: answers(findingsAnswer), config: signedIn }, async (): Promise<PlanFindings[]> => {
    const all = await trails.findingsOfAll();
    return [...groupBy(all, ({ planId }) => planId)].map(([planId, found]) => ({
      planId,
      found: found.map(({ title, count }) => ({ title, count })).sort((a, b) => b.count - a.count),
    }));
  });
};
