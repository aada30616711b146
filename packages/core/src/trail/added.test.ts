import { expect } from 'chai';
import { evidenceModel, lineUp, nextTests, supportOf } from '../evidence/index.js';

import { blankSuspect, checkPlan, planSchema, type Step } from '../plan/index.js';
import { validate } from '../schema/index.js';
import { aNeed, anOutcome, aPlan, aReading, aStep, toStep } from '../testing/aPlan.js';
import { chosen, events, ignitionOn, opened, taken, typed, walk } from '../testing/aWalk.js';
import { openPlan, planFromTrail, reduceTrail, sayMisfit, type Trail, trailEventSchema } from './index.js';

const plan = aPlan();
const nowhere = { kind: 'nowhere' } as const;
type Loose = Parameters<typeof events>[number];

const suspect = (id: string, weight = 1) => ({
  kind: 'suspectAdded' as const,
  suspect: blankSuspect(id, `the ${id}`, { weight }),
});

/** A test of the supply at a lamp: in spec it clears the first suspect, else it points to it. */
const feedTest = (id: string, good: string, bad = good): Step =>
  aStep(
    id,
    [
      anOutcome('inSpec', nowhere, { when: [{ readingId: 'shows', zoneIds: ['inSpec'] }], clears: [good] }),
      anOutcome('out', nowhere, { pointsTo: [bad] }),
    ],
    { readings: [aReading('shows', { kind: 'band', unit: 'V', min: 11.5, max: null })] },
  );

const added = (step: Step): Loose => ({ kind: 'stepAdded', step });
const opens = (stepId: string): Loose => ({ kind: 'stepOpened', stepId });
const done = (stepId: string, text: string, outcomeId: string): readonly Loose[] => [
  opens(stepId),
  typed(stepId, 'shows', text),
  taken(stepId, outcomeId),
];

const openOpened = { ...opened, planId: null, planVersion: null } as Loose;
function walkOpen(...loose: Loose[]): Trail {
  const result = reduceTrail(openPlan, events(openOpened, ...loose));
  if (!result.ok) throw new Error(sayMisfit(result.problem.misfit));
  return result.value;
}
const misfit = (...loose: Loose[]) => {
  const result = reduceTrail(plan, events(opened, ...loose));
  return result.ok ? 'fits' : result.problem.misfit.kind;
};

describe('a test that is added on a trail', () => {
  const step = feedTest('lamp', 'feed');

  it('takes readings with their limits, and then the trail goes on where it was', () => {
    const before = [chosen('look', 'seen', 'fine'), taken('look', 'fine'), ignitionOn('feed')] as const;
    const trail = walk(plan, ...before, typed('feed', 'volts', '12,4'), added(step), ...done('lamp', '3 V', 'out'));
    expect(trail.at).to.deep.equal({ kind: 'step', stepId: 'feed' });
    expect(trail.taken.volts?.reading).to.include({ value: 12.4 });
    expect(trail.waymarks.at(-1)?.taken[0]?.verdict.kind).to.equal('outOfSpec');
    expect(lineUp(trail)[0]?.suspect.id).to.equal('feed');
  });

  it('believes nothing of what was taken apart for it once it is over, and the ignition as it was left', () => {
    const apart = { ...step, needs: [aNeed('C31', 'unplugged'), aNeed('ignition', 'on')] };
    const state = apart.needs.map(({ what, is }) => ({ what, is }));
    const confirmed: Loose = { kind: 'stateConfirmed', stepId: 'lamp', state };
    const open = walk(plan, added(apart), opens('lamp'), confirmed);
    expect(open.believed).to.deep.equal({ C31: 'unplugged', ignition: 'on' });
    const over = walk(plan, added(apart), opens('lamp'), confirmed, typed('lamp', 'shows', '3'), taken('lamp', 'out'));
    expect(over.believed).to.deep.equal({ ignition: 'on' });
  });

  it('may be left undone: what was entered stays readable, and the test stays to be done', () => {
    const left = walk(plan, added(step), opens('lamp'), typed('lamp', 'shows', '3'), {
      kind: 'stepLeft',
      stepId: 'lamp',
    });
    expect(left.at).to.deep.equal({ kind: 'step', stepId: 'look' });
    expect(left.waymarks).to.have.length(1);
    expect(left.waymarks[0]).to.include({ stepId: 'lamp', setAside: true, outcomeId: null });
    expect(nextTests(left).map((test) => test.step.id)).to.include('lamp');
  });

  it('stays when one goes back on the plan, is redone alone, and is taken back with a reason', () => {
    const atFeed = walk(
      plan,
      chosen('look', 'seen', 'fine'),
      taken('look', 'fine'),
      added(step),
      ...done('lamp', '3', 'out'),
    );
    const marks = (trail: Trail) =>
      trail.waymarks.map(({ stepId, setAside }) => `${stepId}${setAside ? ' aside' : ''}`);
    const again = (...loose: Loose[]) =>
      walk(
        plan,
        chosen('look', 'seen', 'fine'),
        taken('look', 'fine'),
        added(step),
        ...done('lamp', '3', 'out'),
        ...loose,
      );
    expect(marks(atFeed)).to.deep.equal(['look', 'lamp']);
    expect(marks(again({ kind: 'wentBack', toWaymarkId: 'e2' }))).to.deep.equal(['look aside', 'lamp']);
    const redone = again({ kind: 'wentBack', toWaymarkId: 'e6' });
    expect(marks(redone)).to.deep.equal(['look', 'lamp aside']);
    expect(redone.at).to.deep.equal({ kind: 'step', stepId: 'lamp' });
    const back = again({ kind: 'offPlanTakenBack', testId: 'e6', reason: 'wrong pin' });
    expect(back.waymarks.at(-1)).to.include({ setAside: true, takenBackBecause: 'wrong pin' });
    expect(lineUp(back)[0]?.suspect.id).to.equal('ground');
  });

  it('keeps what was entered on both when one goes back from it to the plan', () => {
    const trail = walk(
      plan,
      chosen('look', 'seen', 'fine'),
      taken('look', 'fine'),
      ignitionOn('feed'),
      typed('feed', 'volts', '12'),
      added(step),
      opens('lamp'),
      typed('lamp', 'shows', '3'),
      { kind: 'wentBack', toWaymarkId: 'e2' },
    );
    expect(trail.at).to.deep.equal({ kind: 'step', stepId: 'look' });
    expect(trail.added.from).to.equal(undefined);
    expect(trail.waymarks.map(({ stepId }) => stepId)).to.deep.equal(['look', 'lamp', 'feed']);
  });

  it('is refused where it does not fit', () => {
    expect(misfit(added(feedTest('lamp', 'ghost')))).to.equal('noSuchSuspect');
    expect(misfit(added({ ...step, id: 'look' }))).to.equal('thereAlready');
    expect(misfit(added(aStep('x', [anOutcome('a', toStep('look'))])))).to.equal('stepLeadsOn');
    expect(misfit(opens('look'))).to.equal('noSuchAddedStep');
    expect(misfit({ kind: 'stepLeft', stepId: 'look' })).to.equal('noSuchAddedStep');
    expect(misfit({ kind: 'causeWithdrawn' })).to.equal('noCauseNamed');
    expect(misfit({ kind: 'causeNamed', suspectIds: ['ghost'] })).to.equal('noSuchSuspect');
    expect(misfit(suspect('feed'))).to.equal('thereAlready');
  });
});

describe('a suspect that is added in the middle of a trail', () => {
  const broken = [chosen('look', 'seen', 'broken')] as const;

  it('takes its share by its weight, and steps that were there before say nothing of it', () => {
    const trail = walk(plan, chosen('look', 'seen', 'fine'), taken('look', 'fine'), suspect('mouse', 20));
    const entry = lineUp(trail).find((one) => one.suspect.id === 'mouse');
    expect(entry?.share).to.be.greaterThan(0.5);
    expect(entry?.clearedBy).to.equal(undefined);
    const { steps } = evidenceModel(trail.plan, trail.added.suspects);
    for (const { chances } of steps.values())
      for (const byOutcome of chances) expect(byOutcome.at(-1)).to.equal(1 / chances.length);
    expect(walk(plan, ...broken, suspect('mouse')).plan.suspects).to.have.length(5);
  });

  it('is spoken of by tests that come after it', () => {
    const trail = walk(plan, suspect('mouse'), added(feedTest('lamp', 'mouse')), ...done('lamp', '2', 'out'));
    expect(lineUp(trail)[0]?.suspect.id).to.equal('mouse');
  });
});

describe('an open trail', () => {
  const walked = [
    suspect('feed', 2),
    suspect('ground'),
    added(feedTest('t1', 'feed')),
    added(feedTest('t2', 'ground')),
    ...done('t2', '3 V', 'out'),
    ...done('t1', '12,6', 'inSpec'),
  ];

  it('begins with nothing, and stands between its tests', () => {
    const trail = walkOpen();
    expect(trail.at).to.deep.equal({ kind: 'between' });
    expect(lineUp(trail)).to.deep.equal([]);
    expect(nextTests(trail)).to.deep.equal([]);
    expect(walkOpen(...walked).at).to.deep.equal({ kind: 'between' });
  });

  it('says which of the tests that are to be done tells most, as a plan does', () => {
    const trail = walkOpen(...walked.slice(0, 4));
    expect(nextTests(trail).map(({ reason }) => reason)).to.deep.equal([
      'tells the feed from the ground: 2 min, in reach',
      'tells the feed from the ground: 2 min, in reach',
    ]);
  });

  it('ends with a cause that is named, borne out or not by what was found, which can be withdrawn', () => {
    const named = (suspectId: string): Loose => ({ kind: 'causeNamed', suspectIds: [suspectId] });
    const at = (trail: Trail) => ('conclusionId' in trail.at ? trail.at.conclusionId : '');
    const good = walkOpen(...walked, named('ground'));
    expect(supportOf(good, at(good))).to.equal('proven');
    const bad = walkOpen(...walked, named('feed'));
    expect(supportOf(bad, at(bad))).to.equal('assumed');
    expect(walkOpen(...walked, named('feed'), { kind: 'causeWithdrawn' }).at).to.deep.equal({ kind: 'between' });
  });

  it('is not folded over a plan, nor a trail of a plan over none', () => {
    const result = reduceTrail(plan, events(openOpened));
    expect(result.ok ? '' : result.problem.misfit.kind).to.equal('otherPlan');
    const other = reduceTrail(openPlan, events({ ...opened, planId: openPlan.id } as Loose));
    expect(other.ok ? '' : other.problem.misfit.kind).to.equal('otherPlan');
  });

  it('has events that the schema takes', () => {
    for (const event of events(
      openOpened,
      ...walked,
      { kind: 'causeNamed', suspectIds: [] },
      { kind: 'causeWithdrawn' },
    ))
      expect(validate(trailEventSchema, event).ok, event.kind).to.equal(true);
  });

  describe('as a draft plan', () => {
    const trail = walkOpen(...walked, { kind: 'causeNamed', suspectIds: ['ground'] });
    const draft = planFromTrail(trail, 'p1', 'Lamp does not light');

    it('has its tests in the order in which they were done, leading to the cause that was named', () => {
      expect(draft.steps.map(({ id }) => id)).to.deep.equal(['t2', 't1']);
      expect(draft.startStepId).to.equal('t2');
      const goTo = (step: number, outcome: number) => draft.steps[step]?.outcomes[outcome]?.goTo;
      expect(goTo(0, 1)).to.deep.equal(toStep('t1'));
      expect(goTo(0, 0)).to.deep.equal(toStep('t1'));
      expect(goTo(1, 0)).to.deep.include({ kind: 'conclusion' });
      const found = draft.conclusions.map(({ suspectIds }) => suspectIds);
      expect(found).to.deep.equal([['ground'], ['feed']]);
      expect(goTo(1, 1)).to.deep.equal({ kind: 'conclusion', conclusionId: draft.conclusions[1]?.id });
    });

    it('is a plan that the schema takes, in which the same readings lead to the same cause', () => {
      expect(validate(planSchema, draft).ok).to.equal(true);
      const again = walk(
        draft,
        typed('t2', 'shows', '3 V'),
        taken('t2', 'out'),
        typed('t1', 'shows', '12,6'),
        taken('t1', 'inSpec'),
      );
      expect(again.at).to.deep.equal({ kind: 'conclusion', conclusionId: draft.conclusions[0]?.id });
      // What did not come out is for the author to think through, and the plan check says so.
      expect(checkPlan(draft).map(({ rule }) => rule)).to.include('concludedAfterCleared');
      expect(draft.appliesTo).to.deep.include({ lines: ['Loper 35'], complaints: ['Engine gets hot in traffic'] });
    });

    it('takes what was seen in many words', () => {
      const seen = { kind: 'offPlanTested', stepId: null, title: 'Looked', seen: 'w'.repeat(300), clears: [] } as const;
      const long = walkOpen(suspect('feed'), { ...seen, pointsTo: ['feed'] });
      expect(validate(planSchema, planFromTrail(long, 'p', 'x')).ok).to.equal(true);
    });

    it('has a test that was done twice once, and none that was taken back', () => {
      const twice = walkOpen(...walked, ...done('t2', '12', 'inSpec'), {
        kind: 'offPlanTakenBack',
        testId: 'e10',
        reason: 'wrong pin',
      });
      expect(planFromTrail(twice, 'p', 'x').steps.map(({ id }) => id)).to.deep.equal(['t2']);
    });
  });
});
