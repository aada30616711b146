import { type SearchAnswer, searchQuerySchema, toMatch } from '@probe-trail/core/search';
import type { FastifyPluginAsync } from 'fastify';
import { answers } from '../answer/index.js';
import { signedIn } from '../person/index.js';
import { searchAnswer } from './answers.js';
import type { SearchStore } from './store.js';

interface SearchRoute {
  Querystring: { words: string; most?: number };
}

const hitsOfAKind = 6;

/** Finds vehicles, jobs, plans, parts, pins, codes and notes by the beginnings of their words. */
export const searchPlugin: FastifyPluginAsync<{ readonly search: SearchStore }> = async (app, { search }) => {
  app.get<SearchRoute>(
    '/',
    { schema: { querystring: searchQuerySchema, ...answers(searchAnswer) }, config: signedIn },
    async ({ query }): Promise<SearchAnswer> => {
      const match = toMatch(query.words);
      if (match === undefined) return { hits: [] };
      const most = query.most ?? hitsOfAKind;
      const { vehicles, jobs, plans, parts, codes, notes } = search;
      const found = await Promise.all([vehicles, jobs, plans, parts, codes, notes].map((find) => find(match, most)));
      return { hits: found.flat() };
    },
  );
};
