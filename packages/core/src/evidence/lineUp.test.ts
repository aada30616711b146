import { expect } from 'chai';
import { suspectsNamedBy } from '../plan/index.js';
import { aPlan, withOutcome } from '../testing/aPlan.js';
import { chosen, ignitionOn, taken, typed, walk } from '../testing/aWalk.js';
import { evidenceModel } from './evidenceModel.js';
import { evidenceOf, lineUp, offListShare, sayLikelihood } from './index.js';

const plan = aPlan();
const look = [chosen('look', 'seen', 'fine'), taken('look', 'fine')] as const;
const feed = [ignitionOn('feed'), typed('feed', 'volts', '12.4'), taken('feed', 'there')] as const;
const shares = (...loose: Parameters<typeof walk> extends [unknown, ...infer Rest] ? Rest : never) =>
  Object.fromEntries(lineUp(walk(plan, ...loose)).map(({ suspect, share }) => [suspect.id, share]));

describe('lineUp', () => {
  it('begins with the weights of the author', () => {
    for (const [id, share] of Object.entries({ fuse: 0.4, ground: 0.3, feed: 0.2, motor: 0.1 }))
      expect(shares()[id]).to.be.closeTo(0.99 * share, 1e-12);
  });

  it('leaves a cleared suspect a small chance, and moves it to the end with its reason', () => {
    const found = lineUp(walk(plan, ...look));
    expect(found.map(({ suspect }) => suspect.id)).to.deep.equal(['ground', 'feed', 'motor', 'fuse']);
    // By hand: 4 × the least likelihood against 1 for the fuse; for the others 6 × a half against the least likelihood of “broken”, which points to the fuse.
    // What is not on the list weighs a hundredth, and has a half against the fifth of “broken”.
    const [fuse, others, offList] = [4 * (0.02 / 1.02), 6 * (0.5 / 0.52), (10 / 99) * (0.5 / 0.7)];
    expect(found.at(-1)?.share).to.be.closeTo(fuse / (fuse + others + offList), 1e-12);
    expect(found.at(-1)?.clearedBy?.title).to.equal('look');
  });

  it('raises what an outcome points to', () => {
    const found = lineUp(walk(plan, ...look, ...feed, typed('ground', 'drop', '0.01'), taken('ground', 'good')));
    expect(found[0]?.suspect.id).to.equal('motor');
    expect(found[0]?.share).to.be.greaterThan(0.9);
  });

  it('always shares out the whole of the probability', () => {
    const trail = walk(plan, ...look, ...feed);
    const sum = Object.values(shares(...look, ...feed)).reduce((a, b) => a + b, offListShare(trail));
    expect(sum).to.be.closeTo(1, 1e-12);
  });

  it('takes no evidence from skipped steps or waymarks set aside', () => {
    expect(shares({ kind: 'skipped', stepId: 'look', reason: 'seized', outcomeId: 'fine' })).to.deep.equal(shares());
    expect(shares(...look, { kind: 'wentBack', toWaymarkId: 'e2' })).to.deep.equal(shares());
  });

  it('takes a cleared suspect up again when a later outcome points to it', () => {
    const again = withOutcome(plan, 'feed', 'there', { clears: [], pointsTo: ['fuse'] });
    const trail = walk(again, ...look, ...feed);
    expect(lineUp(trail)[0]?.suspect.id).to.equal('fuse');
    expect(lineUp(trail)[0]?.clearedBy).to.equal(undefined);
    expect(evidenceOf(trail).map(({ title }) => title)).to.deep.equal(['look', 'feed']);
  });

  for (const [share, words] of [
    [0.5, 'likeliest'],
    [0.4, 'nearly as likely'],
    [0.25, 'about half as likely'],
    [0.1, 'less likely'],
    [0.01, 'unlikely'],
  ] as const)
    it(`${share} beside 0.5 is ${words}`, () => expect(sayLikelihood(share, 0.5)).to.equal(words));
});

describe('a plan as evidence', () => {
  it('is another one where a suspect was added after its steps', () => {
    const whole = evidenceModel(plan);
    const later = evidenceModel(plan, { fuse: plan.steps.length });
    const namesNone = plan.steps.find((step) => !suspectsNamedBy(step).includes('fuse'));
    const of = (model: typeof whole) =>
      [...(model.steps.get(namesNone?.id ?? '')?.chances ?? [])].map(([fuse]) => fuse);
    expect(of(later)).to.deep.equal(of(later).map(() => 1 / of(later).length));
    expect(of(later)).to.not.deep.equal(of(whole));
  });
});
