import { expect } from 'chai';
import { type Answer, drainOutbox, type OnItsWay } from './drainOutbox.js';
import type { TrailEvent } from './trailEvent.js';

const row = (trailId: string, id: string): OnItsWay => ({
  trailId,
  event: { kind: 'resumed', id, atMs: 0, by: 'Tobi Lunde' } as TrailEvent,
});

/** An outbox in memory, and a server that answers as it is told. */
function drained(rows: OnItsWay[], answer: (ids: string, nth: number) => Answer) {
  const [sent, taken, refused]: [string[], string[], string[]] = [[], [], []];
  const off = (gone: readonly OnItsWay[]) => {
    for (const one of gone) rows.splice(rows.indexOf(one), 1);
  };
  const idsOf = (some: readonly { readonly event: TrailEvent }[]) => some.map(({ event }) => event.id).join(' ');
  const done = drainOutbox<OnItsWay>({
    next: async () => rows.filter(({ trailId }) => trailId === rows[0]?.trailId),
    send: async (_, events) => {
      sent.push(events.map(({ id }) => id).join(' '));
      return answer(sent.at(-1) ?? '', sent.length);
    },
    onTaken: async (_, some) => {
      taken.push(idsOf(some));
      off(some);
    },
    onRefused: async (_, some, message) => {
      refused.push(`${idsOf(some)}: ${message}`);
      off(some);
    },
  });
  return done.then((isEmpty) => ({ isEmpty, sent, taken, refused, left: idsOf(rows) }));
}

const taken: Answer = { kind: 'taken' };
const no: Answer = { kind: 'refused', message: 'no' };

describe('drainOutbox', () => {
  it('sends one trail after the other, each in order and together', async () => {
    const { isEmpty, sent } = await drained([row('t', 'a'), row('t', 'b'), row('u', 'c')], () => taken);
    expect([isEmpty, sent]).to.deep.equal([true, ['a b', 'c']]);
  });

  it('stops when nobody answers, and keeps everything', async () => {
    const { isEmpty, left } = await drained([row('t', 'a'), row('u', 'b')], () => ({ kind: 'unanswered' }));
    expect([isEmpty, left]).to.deep.equal([false, 'a b']);
  });

  it('loses none of those that fit for the one that does not', async () => {
    const { refused, taken: got } = await drained(
      [row('t', 'a'), row('t', 'b'), row('t', 'c'), row('u', 'd')],
      (ids) => (ids.includes('b') ? no : taken),
    );
    expect([got, refused]).to.deep.equal([['a', 'c', 'd'], ['b: no']]);
  });

  it('sends no more at once than the server takes', async () => {
    const rows = Array.from({ length: 450 }, (_, index) => row('t', `e${index}`));
    const { sent } = await drained(rows, () => taken);
    expect(sent.map((ids) => ids.split(' ').length)).to.deep.equal([200, 200, 50]);
  });
});
