import { expect } from 'chai';
import { blankPlan } from '../plan/index.js';
import { aPlan, withOutcome, withStep } from '../testing/aPlan.js';
import { effortOf } from './index.js';

describe('effortOf', () => {
  const plan = aPlan();

  it('gives the shortest and the longest way', () =>
    expect(effortOf(plan)).to.include({ shortestMinutes: 2, longestMinutes: 6 }));

  it('expects what the weights say, by hand', () => {
    // Two minutes a step. At the first, the fuse goes on by the least likelihood alone (0.02 of 1.02), the feed with 1/2 against the
    // leak of an outcome that points to another, and so do the others.
    const onward = { fuse: 0.02 / 1.02, other: 0.5 / 0.52 };
    const atFeed = { feed: 0.02 / 1.02, other: 0.5 / 0.52 };
    const minutes = (first: number, second: number) => 2 + first * (2 + second * 2);
    const byHand =
      0.4 * minutes(onward.fuse, atFeed.other) +
      0.2 * minutes(onward.other, atFeed.feed) +
      0.4 * minutes(onward.other, atFeed.other);
    expect(effortOf(plan).expectedMinutes).to.equal(Math.round(byHand));
  });

  it('lists every tool once', () => {
    const tooled = withStep(
      withStep(plan, 'look', (step) => ({ ...step, effort: { ...step.effort, tools: ['lamp'] } })),
      'feed',
      (step) => ({ ...step, effort: { ...step.effort, tools: ['meter', 'lamp'] } }),
    );
    expect(effortOf(tooled).tools).to.deep.equal(['lamp', 'meter']);
  });

  it('comes to an end where the plan goes in a circle', () => {
    const circle = withOutcome(plan, 'ground', 'bad', { goTo: { kind: 'step', stepId: 'look' } });
    expect(effortOf(circle).longestMinutes).to.equal(6);
  });

  it('is nothing for an empty plan', () =>
    expect(effortOf(blankPlan('x', 'X'))).to.deep.equal({
      shortestMinutes: 0,
      longestMinutes: 0,
      expectedMinutes: 0,
      tools: [],
    }));
});
