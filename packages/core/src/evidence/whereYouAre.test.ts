import { expect } from 'chai';
import { aPlan } from '../testing/aPlan.js';
import { chosen, ignitionOn, taken, typed, walk } from '../testing/aWalk.js';
import { whereYouAre } from './index.js';

describe('whereYouAre', () => {
  const plan = aPlan();
  const look = [chosen('look', 'seen', 'fine'), taken('look', 'fine')] as const;
  const feed = [ignitionOn('feed'), typed('feed', 'volts', '12,4'), taken('feed', 'there')] as const;

  it('says at the beginning that it is the beginning', () =>
    expect(whereYouAre(walk(plan))).to.deep.equal({
      at: 'You are at “look”, the first step.',
      known: '4 of 4 suspects are left, the likeliest is fuse.',
    }));

  it('says what the last step showed, and who is left', () =>
    expect(whereYouAre(walk(plan, ...look, ...feed))).to.deep.equal({
      at: 'You are at “ground”, after “feed” showed 12.4 V.',
      known: '2 of 4 suspects are left, the likeliest is ground. Cleared: fuse, feed.',
    }));

  it('says that a step was skipped', () =>
    expect(
      whereYouAre(walk(plan, { kind: 'skipped', stepId: 'look', reason: 'seized', outcomeId: 'fine' })).at,
    ).to.equal('You are at “feed”, after “look” was skipped.'));

  it('says what a trail has come to', () =>
    expect(
      whereYouAre(walk(plan, ...look, ...feed, typed('ground', 'drop', '0.01'), taken('ground', 'good'))).at,
    ).to.equal('You have come to “Found: motor”, after “ground” showed 0.01 V.'));
});
