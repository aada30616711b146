import { expect } from 'chai';
import { anOutcome, aPlan, toConclusion, withOutcome } from '../../testing/aPlan.js';
import { type Mark, markOf, pairsNotToldApart, withMark } from '../index.js';

describe('what an outcome says of a suspect', () => {
  const outcome = anOutcome('o', toConclusion('x'), { pointsTo: ['a'], clears: ['b'], expects: ['c'] });

  it('is read from its lists', () =>
    expect(['a', 'b', 'c', 'd'].map((id) => markOf(outcome, id))).to.deep.equal([
      'pointsTo',
      'clears',
      'expects',
      undefined,
    ]));

  for (const mark of ['pointsTo', 'clears', 'expects', undefined] as (Mark | undefined)[])
    it(`is set to ${mark ?? 'nothing'}, and to that alone`, () => {
      const set = withMark(outcome, 'a', mark);
      expect(markOf(set, 'a')).to.equal(mark);
      expect([...set.pointsTo, ...set.clears, ...set.expects].filter((id) => id === 'a')).to.have.length(mark ? 1 : 0);
      expect([markOf(set, 'b'), markOf(set, 'c')]).to.deep.equal(['clears', 'expects']);
    });
});

describe('pairsNotToldApart', () => {
  const names = (plan: Parameters<typeof pairsNotToldApart>[0]) =>
    pairsNotToldApart(plan).map(([first, second]) => `${first.id}, ${second.id}`);

  it('has none where every pair is told apart by some step', () => expect(names(aPlan())).to.deep.equal([]));

  it('finds the pair of which every outcome says the same', () => {
    const plan = withOutcome(
      withOutcome(aPlan(), 'ground', 'good', { clears: [], pointsTo: ['motor', 'ground'] }),
      'ground',
      'bad',
      { pointsTo: [] },
    );
    expect(names(plan)).to.deep.equal(['ground, motor']);
  });

  it('is told apart by what is expected of one of them', () => {
    const alike = withOutcome(withOutcome(aPlan(), 'ground', 'good', { clears: [], pointsTo: [] }), 'ground', 'bad', {
      pointsTo: [],
    });
    expect(names(alike)).to.deep.equal(['ground, motor']);
    expect(names(withOutcome(alike, 'ground', 'bad', { expects: ['ground'] }))).to.deep.equal([]);
  });
});
