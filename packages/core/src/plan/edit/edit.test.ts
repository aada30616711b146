import { expect } from 'chai';
import { anOutcome, aPlan, aStep, toConclusion, toStep, withOutcome } from '../../testing/aPlan.js';
import {
  addStepAfter,
  addStepOn,
  blankPlan,
  blankStep,
  copySteps,
  deleteSteps,
  type Plan,
  pasteSteps,
  readCopiedSteps,
  readPlan,
} from '../index.js';

const lamp = blankStep('lamp', 'Lamp on the feed');
const goals = (plan: Plan, stepId: string) =>
  plan.steps.find(({ id }) => id === stepId)?.outcomes.map(({ goTo }) => ('stepId' in goTo ? goTo.stepId : goTo.kind));

describe('adding a step', () => {
  it('after another, takes what led nowhere', () => {
    const open = withOutcome(aPlan(), 'ground', 'bad', { goTo: { kind: 'nowhere' } });
    const plan = addStepAfter(open, 'ground', lamp);
    expect(goals(plan, 'ground')).to.deep.equal(['conclusion', 'lamp']);
    expect(plan.steps.map(({ id }) => id)).to.deep.equal(['look', 'feed', 'ground', 'lamp']);
  });

  it('after one without outcomes, gives that its first', () => {
    const plan = addStepAfter(addStepAfter(blankPlan('x', 'X'), undefined, blankStep('one', 'One')), 'one', lamp);
    expect([plan.startStepId, goals(plan, 'one')]).to.deep.equal(['one', ['lamp']]);
  });

  it('on an outcome, stands between it and where it led', () => {
    const plan = addStepOn(aPlan(), 'look', 'fine', lamp);
    expect([goals(plan, 'look'), goals(plan, 'lamp')]).to.deep.equal([['conclusion', 'lamp'], ['feed']]);
    expect(plan.steps.map(({ id }) => id)).to.deep.equal(['look', 'lamp', 'feed', 'ground']);
  });
});

describe('deleting steps', () => {
  it('leaves the outcomes that led to them open, however many', () => {
    const many = aPlan({
      steps: [
        ...aPlan().steps,
        aStep(
          'hub',
          Array.from({ length: 20 }, (_, index) => anOutcome(`o${index}`, toStep('ground'))),
        ),
      ],
    });
    const plan = deleteSteps(many, new Set(['ground']));
    expect(goals(plan, 'hub')).to.deep.equal(Array.from({ length: 20 }, () => 'nowhere'));
    expect(goals(plan, 'feed')).to.deep.equal(['nowhere', 'conclusion']);
  });

  it('forgets the first step when it goes', () =>
    expect(deleteSteps(aPlan(), new Set(['look'])).startStepId).to.equal(''));
});

describe('copying steps', () => {
  const copied = copySteps(aPlan(), new Set(['feed', 'ground']));
  const read = (text: string) => readCopiedSteps(text);

  it('takes along what they name, and nothing else', () => {
    expect(copied.suspects.map(({ id }) => id)).to.deep.equal(['feed', 'ground', 'motor']);
    expect(copied.conclusions.map(({ id }) => id)).to.deep.equal(['feed', 'ground', 'motor']);
  });

  it('survives the clipboard', () => expect(read(JSON.stringify(copied))).to.deep.equal({ ok: true, value: copied }));

  for (const text of ['', 'a picture', '{"format":"probe-trail-steps"', '{"format":"probe-trail-steps"}', '[1]'])
    it(`says that ${JSON.stringify(text)} is no copy of steps`, () => {
      const result = read(text);
      expect(result.ok ? '' : result.problem).to.match(/clipboard/);
    });

  it('pastes into an empty plan what can be followed there', () => {
    const { plan, stepIds } = pasteSteps(blankPlan('new', 'New'), copied);
    expect([stepIds, plan.startStepId]).to.deep.equal([['feed', 'ground'], 'feed']);
    expect(goals(plan, 'feed')).to.deep.equal(['ground', 'conclusion']);
    expect(readPlan(plan).ok).to.equal(true);
  });

  it('pastes beside its original under other ids, with its ways among itself', () => {
    const { plan, stepIds } = pasteSteps(aPlan(), copied);
    expect(stepIds).to.deep.equal(['feed-2', 'ground-2']);
    expect(goals(plan, 'feed-2')).to.deep.equal(['ground-2', 'conclusion']);
    expect(plan.suspects).to.have.length(4);
    expect(pasteSteps(plan, copied).stepIds).to.deep.equal(['feed-3', 'ground-3']);
  });

  it('leaves a way open whose goal did not come along', () => {
    const only = copySteps(withOutcome(aPlan(), 'feed', 'missing', { goTo: toConclusion('feed') }), new Set(['feed']));
    expect(goals(pasteSteps(blankPlan('new', 'New'), only).plan, 'feed')).to.deep.equal(['nowhere', 'conclusion']);
  });
});
