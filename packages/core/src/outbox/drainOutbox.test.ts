import { expect } from 'chai';
import { type Answer, drainOutbox, type OnItsWay } from './drainOutbox.js';

interface Row extends OnItsWay {
  readonly id: string;
}
const row = (queue: string, id: string): Row => ({ queue, id });

/** An outbox in memory, and a server that answers as it is told. */
function drained(rows: Row[], answer: (ids: string, nth: number) => Answer) {
  const [sent, taken, refused]: [string[], string[], string[]] = [[], [], []];
  const off = (gone: readonly Row[]) => {
    for (const one of gone) rows.splice(rows.indexOf(one), 1);
  };
  const idsOf = (some: readonly Row[]) => some.map(({ id }) => id).join(' ');
  const done = drainOutbox<Row>({
    next: async () => rows.filter(({ queue }) => queue === rows[0]?.queue),
    send: async (some) => {
      sent.push(idsOf(some));
      return answer(sent.at(-1) ?? '', sent.length);
    },
    onTaken: async (some) => {
      taken.push(idsOf(some));
      off(some);
    },
    onRefused: async (some, message) => {
      refused.push(`${idsOf(some)}: ${message}`);
      off(some);
    },
  });
  return done.then((isEmpty) => ({ isEmpty, sent, taken, refused, left: idsOf(rows) }));
}

const taken: Answer = { kind: 'taken' };
const no: Answer = { kind: 'refused', message: 'no' };

describe('drainOutbox', () => {
  it('sends one queue after the other, each in order and together', async () => {
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
