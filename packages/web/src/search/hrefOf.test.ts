import { type SearchKind, searchKinds } from '@probe-trail/core/search';
import { expect } from 'chai';
import { hrefOf } from './hrefOf';

describe('pathOf', () => {
  const path = (kind: SearchKind) => hrefOf({ kind, ref: 'x', title: 'C31·2', detail: '' });
  for (const [kind, want] of [
    ['vehicle', '/vehicles/x'],
    ['job', '/jobs/x'],
    ['plan', '/plans/x'],
    ['part', '/plans/x?part=C31%C2%B72'],
    ['code', '/jobs/x/codes'],
    ['note', '/jobs/x'],
  ] as const)
    it(`a hit among the ${searchKinds[kind].toLowerCase()} leads to ${want}`, () => expect(path(kind)).to.equal(want));
});
