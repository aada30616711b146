import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import {
  acknowledged,
  logOpened,
  networkLost,
  recorded,
  refused,
  type TrailState,
  trailSlice,
  typed,
} from './trailSlice';

const events = (...ids: string[]): TrailEvent[] =>
  ids.map((id) => ({ kind: 'concluded', id, atMs: 0, by: 'Tobi Lunde', conclusionId: 'x' }));
const start: TrailState = { logs: {}, typed: {}, isOnline: true };
const after = (...actions: Parameters<typeof trailSlice.reducer>[1][]) => actions.reduce(trailSlice.reducer, start);
const logOf = (state: TrailState) => {
  const log = state.logs.t;
  return { ids: log?.events.map(({ id }) => id), waiting: log?.waitingIds };
};

describe('the trail on this device', () => {
  it('is what the server has, then what waits here', () => {
    const state = after(logOpened({ trailId: 't', stored: events('a', 'b'), waiting: events('c') }));
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b', 'c'], waiting: ['c'] });
  });

  it('shows an entry once that the server has and the outbox still holds', () => {
    const state = after(logOpened({ trailId: 't', stored: events('a', 'b'), waiting: events('b', 'c') }));
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b', 'c'], waiting: ['c'] });
  });

  it('shows a recorded entry at once, as waiting', () => {
    const state = after(
      logOpened({ trailId: 't', stored: events('a'), waiting: [] }),
      recorded({ trailId: 't', events: events('b') }),
    );
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b'], waiting: ['b'] });
  });

  it('begins with its first entry when it was started on this device', () =>
    expect(logOf(after(recorded({ trailId: 't', events: events('a') })))).to.deep.equal({
      ids: ['a'],
      waiting: ['a'],
    }));

  it('waits no more for what the server has acknowledged, and knows that the network is back', () => {
    const state = after(
      recorded({ trailId: 't', events: events('a', 'b') }),
      networkLost(),
      acknowledged({ trailId: 't', ids: ['a'] }),
    );
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b'], waiting: ['b'] });
    expect(state.isOnline).to.equal(true);
  });

  it('takes an acknowledgement for a trail that is not open here', () =>
    expect(after(networkLost(), acknowledged({ trailId: 'other', ids: ['a'] })).isOnline).to.equal(true));

  it('keeps what the server refused, with the reason, until the trail is opened anew', () => {
    const state = after(
      recorded({ trailId: 't', events: events('a', 'b') }),
      refused({ trailId: 't', ids: ['b'], says: 'It does not fit.' }),
    );
    expect(state.logs.t?.refusal).to.deep.equal({ says: 'It does not fit.', events: events('b') });
    const again = trailSlice.reducer(state, logOpened({ trailId: 't', stored: events('a'), waiting: [] }));
    expect(again.logs.t?.refusal).to.equal(undefined);
  });

  it('keeps what is typed in each place apart, and forgets what was wiped out', () => {
    const state = after(
      typed({ place: 'a', text: '12,' }),
      typed({ place: 'b', text: '3' }),
      typed({ place: 'a', text: '12,4' }),
      typed({ place: 'b', text: '' }),
    );
    expect(state.typed).to.deep.equal({ a: '12,4' });
  });
});
