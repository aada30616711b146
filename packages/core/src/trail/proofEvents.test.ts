import { expect } from 'chai';
import { evidenceOf, lineUp, nextTests } from '../evidence/index.js';
import { aPlan } from '../testing/aPlan.js';
import { chosen, events, ignitionOn, opened, taken, typed, walk, walkToGround } from '../testing/aWalk.js';
import {
  applyTrailEvent,
  earlierReading,
  type NewTrailEvent,
  placeOfTrail,
  sayMisfit,
  stampTrailEvent,
  toMeasureAgain,
} from './index.js';

const plan = aPlan();
const openProof = (stepId = 'ground', repairId = 'r1'): NewTrailEvent => ({
  kind: 'proofStepOpened',
  stepId,
  repairId,
});
const proof: NewTrailEvent[] = [
  openProof(),
  ignitionOn('ground'),
  typed('ground', 'drop', '0.05'),
  taken('ground', 'good'),
];
const reopened: NewTrailEvent = {
  kind: 'reopened',
  repairId: 'r1',
  suspectIds: ['ground'],
  what: 'ground cleaned',
  because: 'runs hot still',
};
function refusal(base: readonly NewTrailEvent[], event: NewTrailEvent): string {
  const next = applyTrailEvent(
    walk(plan, ...base),
    stampTrailEvent(event, { id: 'x', atMs: 99_000, by: 'Tobi Lunde' }),
  );
  return next.ok ? '' : sayMisfit(next.problem);
}

describe('a step that is done again to prove a repair', () => {
  it('leaves the trail concluded, and says nothing of the cause', () => {
    const [before, after] = [walk(plan, ...walkToGround), walk(plan, ...walkToGround, ...proof)];
    expect(after.at).to.deep.equal(before.at);
    expect(after.waymarks.at(-1)).to.deep.include({ stepId: 'ground', proves: 'r1', setAside: false });
    expect(lineUp(after)).to.deep.equal(lineUp(before));
    expect(evidenceOf(after)).to.have.length(3);
  });

  it('stands where it stood meanwhile, and asks for the state of the vehicle again', () => {
    const meanwhile = walk(plan, ...walkToGround, openProof());
    expect(meanwhile.at).to.deep.equal({ kind: 'step', stepId: 'ground' });
    expect(placeOfTrail(meanwhile).kind).to.equal('concluded');
    expect(meanwhile.believed).to.deep.equal({});
    expect(refusal([...walkToGround, openProof()], typed('ground', 'drop', '0.05'))).to.include('needs ignition on');
    expect(walk(plan, ...walkToGround, ...proof, openProof('feed')).believed).to.deep.equal({ ignition: 'on' });
  });

  it('can be left, and what was entered stays readable', () => {
    const left = walk(plan, ...walkToGround, openProof(), ignitionOn('ground'), typed('ground', 'drop', '0.05'), {
      kind: 'stepLeft',
      stepId: 'ground',
    });
    expect(left.at.kind).to.equal('concluded');
    expect(left.waymarks.at(-1)).to.deep.include({ proves: 'r1', setAside: true, outcomeId: null });
  });

  it('is never offered what was read before the repair, and is what it was left with', () => {
    const back: NewTrailEvent[] = [{ kind: 'wentBack', toWaymarkId: 'e7' }, ...walkToGround.slice(5)];
    const walked = [...walkToGround.slice(0, -1), ...back];
    expect(earlierReading(walk(plan, ...walked.slice(0, 8)), 'ground', 'drop')?.eventId).to.equal('e6');
    expect(earlierReading(walk(plan, ...walked, openProof()), 'ground', 'drop')).to.equal(undefined);
    const left: NewTrailEvent[] = [
      openProof(),
      ignitionOn('ground'),
      typed('ground', 'drop', '0.05'),
      { kind: 'stepLeft', stepId: 'ground' },
    ];
    expect(earlierReading(walk(plan, ...walked, ...left, openProof()), 'ground', 'drop')?.eventId).to.equal('e14');
    expect(
      earlierReading(walk(plan, ...walked, reopened, { kind: 'stepOpened', stepId: 'ground' }), 'ground', 'drop'),
    ).to.equal(undefined);
  });

  it('has no place before the end, nor has anything else after it', () => {
    expect(refusal(walkToGround.slice(0, -1), openProof())).to.include('has not come to its end');
    expect(refusal(walkToGround, openProof('nowhere'))).to.include('There is no step “nowhere”');
    const others: NewTrailEvent[] = [
      typed('ground', 'drop', '0.05'),
      { kind: 'wentBack', toWaymarkId: 'e2' },
      { kind: 'causeNamed', suspectIds: ['motor'] },
      { kind: 'offPlanTakenBack', testId: 'e2', reason: 'wrong' },
    ];
    for (const event of others) expect(refusal(walkToGround, event), event.kind).to.include('concluded');
    for (const event of others.slice(1))
      expect(refusal([...walkToGround, openProof()], event), event.kind).to.include('concluded');
  });
});

describe('a repair that did not help', () => {
  const base = [...walkToGround, ...proof, reopened];
  it('is evidence against what was repaired, and the next test is to be chosen', () => {
    const trail = walk(plan, ...base);
    expect(trail.at).to.deep.equal({ kind: 'between' });
    const [first] = lineUp(trail);
    expect([first?.suspect.id, lineUp(trail).at(-1)?.suspect.id]).to.not.include('ground');
    const ground = lineUp(trail).find(({ suspect }) => suspect.id === 'ground');
    expect(ground?.clearedBy?.title).to.equal('ground cleaned, and the fault is still there');
    expect(evidenceOf(trail).map(({ source }) => source.kind)).to.deep.equal(['step', 'step', 'step', 'repair']);
  });

  it('marks what had pointed to it for measuring again, until it was', () => {
    expect(toMeasureAgain(walk(plan, ...base)).map(({ stepId }) => stepId)).to.deep.equal(['ground']);
    const again: NewTrailEvent[] = [
      { kind: 'stepOpened', stepId: 'ground' },
      ignitionOn('ground'),
      typed('ground', 'drop', '0.05'),
      taken('ground', 'good'),
    ];
    const trail = walk(plan, ...base, ...again);
    expect(toMeasureAgain(trail)).to.deep.equal([]);
    expect(trail.at).to.deep.equal({ kind: 'between' });
    expect(lineUp(trail)[0]?.suspect.id).to.equal('motor');
    expect(evidenceOf(trail).map(({ title }) => title)).to.deep.equal([
      'look',
      'feed',
      'ground cleaned, and the fault is still there',
      'ground',
    ]);
  });

  it('does not stop a later outcome from pointing to it again', () => {
    const trail = walk(
      plan,
      ...base,
      { kind: 'stepOpened', stepId: 'ground' },
      ignitionOn('ground'),
      typed('ground', 'drop', '0.9'),
      taken('ground', 'bad'),
    );
    expect(lineUp(trail).find(({ suspect }) => suspect.id === 'ground')?.clearedBy).to.equal(undefined);
  });

  it('leads to a second cause, which is accepted', () => {
    const trail = walk(
      plan,
      ...base,
      { kind: 'causeNamed', suspectIds: ['motor'] },
      {
        kind: 'concluded',
        conclusionId: `e${base.length + 1}`,
        assumedBecause: 'nothing else is left',
      },
    );
    expect(trail.at.kind).to.equal('concluded');
    expect(nextTests(trail)).to.be.an('array');
  });

  it('is recorded once, of suspects that there are, on a trail that has ended', () => {
    expect(refusal(base, reopened)).to.include('already');
    expect(refusal(walkToGround, { ...reopened, suspectIds: ['nobody'] } as NewTrailEvent)).to.include(
      'no suspect “nobody”',
    );
    expect(refusal(walkToGround.slice(0, -1), reopened)).to.include('has not come to its end');
  });

  it('sets aside what was being measured for its proof', () => {
    const trail = walk(
      plan,
      ...walkToGround,
      openProof(),
      ignitionOn('ground'),
      typed('ground', 'drop', '0.3'),
      reopened,
    );
    expect(trail.at).to.deep.equal({ kind: 'between' });
    expect(trail.waymarks.at(-1)).to.deep.include({ proves: 'r1', setAside: true });
  });
});

describe('a step of the plan', () => {
  it('is opened out of its turn only once a repair did not help', () => {
    expect(
      refusal([chosen('look', 'seen', 'fine'), taken('look', 'fine')], { kind: 'stepOpened', stepId: 'ground' }),
    ).to.include('was added');
    expect(events(opened)).to.have.length(1);
  });
});
