import { closedObject } from '@probe-trail/core/schema';
import { type SearchAnswer, searchKinds } from '@probe-trail/core/search';
import { answer, keyOf, listOf, text } from '../answer/index.js';

export const searchAnswer = answer<SearchAnswer>()(
  closedObject({
    hits: listOf(closedObject({ kind: keyOf(searchKinds), ref: text(), title: text(), detail: text() })),
  }),
);
