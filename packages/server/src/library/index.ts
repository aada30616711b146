import {
  type CardToKeep,
  type ChecksQuery,
  cardToKeepSchema,
  checksQuerySchema,
  type UsageQuery,
  usageQuerySchema,
} from '@probe-trail/core/library';
import { closedObject, idText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync, FastifyReply } from 'fastify';
import { answers, answersNothing } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { cardAnswer, cardListAnswer, checksAnswer, referencesAnswer, usagesAnswer } from './answers.js';
import type { LibraryStore } from './store.js';

export interface LibraryOptions {
  readonly library: LibraryStore;
  readonly nowMs: () => number;
}

interface CardRoute {
  Params: { cardId: string };
}

/** The library: part cards that plans have copies of, and where plans use pins, cards and blocks. */
export const libraryPlugin: FastifyPluginAsync<LibraryOptions> = async (app, { library, nowMs }) => {
  const params = closedObject({ cardId: idText() });
  const config = { needs: 'writePlans' } as const;

  const sendCard = async (reply: FastifyReply, cardId: string) => {
    const found = await library.card(cardId);
    if (!found) throw new AppError('CARD_NOT_FOUND', `There is no part card “${cardId}” in the library.`);
    return reply.header('etag', `"${found.etag}"`).send(found);
  };

  app.get('/cards', { schema: answers(cardListAnswer), config: signedIn }, () => library.cards());

  app.get('/references', { schema: answers(referencesAnswer), config: signedIn }, () => library.references());

  app.get<CardRoute>(
    '/cards/:cardId',
    { schema: { params, ...answers(cardAnswer) }, config: signedIn },
    ({ params: { cardId } }, reply) => sendCard(reply, cardId),
  );

  app.put<CardRoute & { Body: CardToKeep }>(
    '/cards/:cardId',
    { schema: { params, body: cardToKeepSchema, ...answers(cardAnswer) }, config: { ...config, body: 'card' } },
    async (request, reply) => {
      const {
        params: { cardId },
        body: { card },
        headers,
      } = request;
      if (card.id !== cardId)
        throw new AppError('REQUEST_INVALID', `The card says that it is “${card.id}”, not “${cardId}”.`);
      const seen = headers['if-match']?.replace(/^(W\/)?"|"$/g, '');
      if (!(await library.keep(card, seen, { by: personOf(request).name, atMs: nowMs() })))
        throw cardChanged(cardId, seen, (await library.card(cardId))?.savedBy);
      return sendCard(reply, cardId);
    },
  );

  app.delete<CardRoute>(
    '/cards/:cardId',
    { schema: { params, ...answersNothing }, config },
    async ({ params: { cardId } }, reply) => {
      await library.remove(cardId);
      return reply.code(204).send();
    },
  );

  app.get<{ Querystring: UsageQuery }>(
    '/usages',
    { schema: { querystring: usageQuerySchema, ...answers(usagesAnswer) }, config: signedIn },
    ({ query }) => library.usages(query),
  );

  app.get<{ Querystring: ChecksQuery }>(
    '/checks',
    { schema: { querystring: checksQuerySchema, ...answers(checksAnswer) }, config: signedIn },
    ({ query: { line } }) => library.checks(line),
  );
};

function cardChanged(cardId: string, seen: string | undefined, by: string | undefined): AppError {
  if (by === undefined)
    return new AppError('CARD_NOT_FOUND', `The part card “${cardId}” was taken out of the library meanwhile.`);
  return seen === undefined
    ? new AppError('CARD_EXISTS', `There is a part card “${cardId}” in the library already.`)
    : new AppError('CARD_CHANGED', `${by} saved this part card after you opened it. Nothing was overwritten.`);
}
