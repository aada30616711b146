import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import {
  acknowledged,
  arrived,
  logOpened,
  recorded,
  refusalSeen,
  refused,
  type TrailState,
  trailSlice,
} from './trailSlice';

const events = (...ids: string[]): TrailEvent[] =>
  ids.map((id) => ({ kind: 'concluded', id, atMs: 0, by: 'Tobi Lunde', conclusionId: 'x' }));
const start: TrailState = { logs: {} };
const after = (...actions: Parameters<typeof trailSlice.reducer>[1][]) => actions.reduce(trailSlice.reducer, start);
const logOf = (state: TrailState) => {
  const log = state.logs.t;
  return { ids: log?.events.map(({ id }) => id), waiting: log?.waitingIds };
};

describe('the trail on this device', () => {
  it('is what the server has, then what waits here', () => {
    const state = after(logOpened({ trailId: 't', stored: events('a', 'b'), confirmedCount: 2, waiting: events('c') }));
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b', 'c'], waiting: ['c'] });
  });

  it('shows an entry once that the server has and the outbox still holds', () => {
    const state = after(
      logOpened({ trailId: 't', stored: events('a', 'b'), confirmedCount: 2, waiting: events('b', 'c') }),
    );
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b', 'c'], waiting: ['c'] });
  });

  it('shows a recorded entry at once, as waiting', () => {
    const state = after(
      logOpened({ trailId: 't', stored: events('a'), confirmedCount: 1, waiting: [] }),
      recorded({ trailId: 't', events: events('b') }),
    );
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b'], waiting: ['b'] });
  });

  it('begins with its first entry when it was started on this device', () =>
    expect(logOf(after(recorded({ trailId: 't', events: events('a') })))).to.deep.equal({
      ids: ['a'],
      waiting: ['a'],
    }));

  it('waits no more for what the server has acknowledged', () => {
    const state = after(
      recorded({ trailId: 't', events: events('a', 'b') }),
      acknowledged({ trailId: 't', ids: ['a'] }),
    );
    expect(logOf(state)).to.deep.equal({ ids: ['a', 'b'], waiting: ['b'] });
  });

  it('takes an acknowledgement for a trail that is not open here', () =>
    expect(after(acknowledged({ trailId: 'other', ids: ['a'] }))).to.deep.equal(start));

  it('takes what the server refused off the trail, and keeps it with the reason until it is seen', () => {
    const state = after(
      recorded({ trailId: 't', events: events('a', 'b') }),
      refused({ trailId: 't', ids: ['b'], message: 'It does not fit.' }),
    );
    expect(logOf(state)).to.deep.equal({ ids: ['a'], waiting: ['a'] });
    expect(state.logs.t?.refusal).to.deep.equal({ message: 'It does not fit.', events: events('b') });
    expect(trailSlice.reducer(state, refusalSeen({ trailId: 't' })).logs.t?.refusal).to.equal(undefined);
  });

  describe('with another device on the same trail', () => {
    const open = logOpened({ trailId: 't', stored: events('a'), confirmedCount: 1, waiting: [] });
    it('shows what the other recorded, before what waits here', () =>
      expect(
        logOf(
          after(
            open,
            recorded({ trailId: 't', events: events('mine') }),
            arrived({ trailId: 't', events: events('b') }),
          ),
        ),
      ).to.deep.equal({ ids: ['a', 'b', 'mine'], waiting: ['mine'] }));
    it('puts its own entries where the server has them', () => {
      const state = after(
        open,
        recorded({ trailId: 't', events: events('mine') }),
        acknowledged({ trailId: 't', ids: ['mine'] }),
        arrived({ trailId: 't', events: events('b', 'mine', 'c') }),
      );
      expect(logOf(state)).to.deep.equal({ ids: ['a', 'b', 'mine', 'c'], waiting: [] });
    });
    it('waits no more for an entry that arrives before its acknowledgement', () =>
      expect(
        logOf(
          after(
            open,
            recorded({ trailId: 't', events: events('mine') }),
            arrived({ trailId: 't', events: events('mine') }),
          ),
        ),
      ).to.deep.equal({ ids: ['a', 'mine'], waiting: [] }));
    it('takes nothing twice when the stream begins anew', () =>
      expect(
        logOf(
          after(
            open,
            arrived({ trailId: 't', events: events('b') }),
            arrived({ trailId: 't', events: events('a', 'b', 'c') }),
          ),
        ),
      ).to.deep.equal({ ids: ['a', 'b', 'c'], waiting: [] }));
    it('leaves trails alone that are not open here', () =>
      expect(after(arrived({ trailId: 'other', events: events('b') })).logs).to.deep.equal({}));
  });
});
