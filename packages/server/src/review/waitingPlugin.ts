import type { Waiting } from '@probe-trail/core/review';
import { closedObject, idText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync } from 'fastify';
import { amount, answer, answers, listOf, text } from '../answer/index.js';
import { personOf } from '../person/index.js';
import type { WaitingStore } from './waiting.js';

export interface WaitingOptions {
  readonly waiting: WaitingStore;
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

/** What waits for the author who asks. */
export const waitingPlugin: FastifyPluginAsync<WaitingOptions> = async (app, { waiting }) => {
  app.get('/waiting', { schema: answers(waitingAnswer), config: { needs: 'writePlans' } }, (request) =>
    waiting.waitingFor(personOf(request).name),
  );
};
