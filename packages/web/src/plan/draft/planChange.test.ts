import { blankPlan, blankStep, type Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { changeSince, withChange } from './planChange';

const before: Plan = { ...blankPlan('p', 'Old'), steps: ['a', 'b', 'c'].map((id) => blankStep(id, id)) };

describe('a draft as a change of the one before', () => {
  it('says what stayed by its place alone', () => {
    const [a, b, c] = before.steps as [Plan['steps'][number], Plan['steps'][number], Plan['steps'][number]];
    const renamed = { ...b, title: 'B' };
    const after = { ...before, title: 'New', steps: [c, renamed, a] };
    const change = changeSince(before, after);
    expect(change).to.deep.equal({ fields: { title: 'New' }, steps: [2, renamed, 0] });
    const again = withChange(before, change);
    expect(again).to.deep.equal(after);
    expect(again.steps[0]).to.equal(c);
  });

  it('is the whole of the first one', () =>
    expect(withChange(undefined, changeSince(undefined, before))).to.deep.equal(before));

  it('is nothing where nothing changed', () =>
    expect(changeSince(before, before)).to.deep.equal({ fields: {}, steps: [0, 1, 2] }));
});
