import type { Finding } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { selectErrors } from './countedFindings';
import { draftOpened } from './draftSlice';
import { makeFindingsChange } from './findingsChange';
import { findingsReducer, planChecked, selectFindings } from './findingsSlice';

const finding = (stepId: string, message: string): Finding => ({
  rule: 'nothingToFollow',
  severity: 'error',
  at: { stepId },
  message,
  todo: '',
});

describe('what the plan check finds', () => {
  const [a, b, c] = [finding('a', 'A'), finding('b', 'B'), finding('c', 'C')];

  it('keeps what stayed as the same objects, in the new order', () => {
    const changeOf = makeFindingsChange();
    const first = findingsReducer(undefined, planChecked(changeOf([a, b])));
    // From the worker, everything comes as a copy.
    const change = changeOf(structuredClone([c, b]));
    expect(change).to.deep.equal([c, 1]);
    const { found } = findingsReducer(first, planChecked(change));
    expect(found).to.deep.equal([c, b]);
    expect(found?.[1]).to.equal(b);
  });

  it('knows nothing of a draft until that is checked, whatever the last one had', () => {
    const checked = findingsReducer(undefined, planChecked([a]));
    expect(selectErrors({ findings: checked })).to.equal(1);
    const opened = findingsReducer(checked, draftOpened({} as never));
    expect([selectFindings({ findings: opened }), selectErrors({ findings: opened })]).to.deep.equal([[], undefined]);
    const sound = findingsReducer(opened, planChecked([]));
    expect(selectErrors({ findings: sound })).to.equal(0);
  });
});
