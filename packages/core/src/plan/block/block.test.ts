import { expect } from 'chai';
import { aHookUp, anOutcome, aPartCard, aPlan, aReading, aStep, toConclusion, toStep } from '../../testing/aPlan.js';
import {
  type BlockUse,
  blankPlan,
  blankSuspect,
  blockOfSteps,
  checkPlan,
  comparePlans,
  deleteSteps,
  leadTo,
  makeOwn,
  newUse,
  type Plan,
  putBlock,
  putBlockAfter,
  readPlan,
  useOfVersion,
} from '../index.js';

const suspect = (id: string, name: string) =>
  blankSuspect(id, name, { kind: 'ground', weight: 2, repair: 'Clean {ground}.' });

/** Look at a ground, then measure the drop over it under load. */
const groundBlock = (more: Partial<Plan> = {}): Plan => ({
  ...blankPlan('ground-check', 'Check a ground'),
  block: {
    inputs: [
      { id: 'ground', name: 'Ground pin', is: 'pin' },
      { id: 'load', name: 'What loads it', is: 'text' },
    ],
  },
  inputs: [{ id: 'allowed', name: 'Allowed drop', unit: 'mV', ask: '', means: 'value', from: null }],
  suspects: [suspect('stud', 'Ground of {ground}')],
  startStepId: 'see',
  steps: [
    aStep(
      'see',
      [
        anOutcome('loose', toConclusion('bad'), {
          pointsTo: ['stud'],
          when: [{ readingId: 'sight', zoneIds: ['loose'] }],
        }),
        anOutcome('tight', toStep('drop')),
      ],
      {
        title: 'Look at {ground}',
        readings: [
          aReading('sight', {
            kind: 'choice',
            options: [
              { id: 'loose', name: 'loose', meaning: '', ok: false },
              { id: 'tight', name: 'tight', meaning: '', ok: true },
            ],
          }),
        ],
      },
    ),
    aStep(
      'drop',
      [
        anOutcome('high', toConclusion('bad'), {
          pointsTo: ['stud'],
          when: [{ readingId: 'drop', zoneIds: ['above'] }],
        }),
        anOutcome('low', toConclusion('good'), { clears: ['stud'], meaning: '{ground} carries {load}.' }),
      ],
      {
        title: 'Drop at {ground}',
        instruction: 'Switch {load} on, measure at {ground}.',
        hookUp: aHookUp({
          leads: [
            { colour: 'red', how: 'back-probe', at: { kind: 'place', name: '{ground}' } },
            { colour: 'black', how: '', at: { kind: 'place', name: 'battery negative' } },
          ],
        }),
        readings: [aReading('drop', { kind: 'formula', unit: 'mV', min: null, max: 'allowed + 0.01' })],
      },
    ),
  ],
  conclusions: [
    { id: 'good', title: 'Ground good', summary: '', suspectIds: [] },
    { id: 'bad', title: 'Ground bad', summary: '', suspectIds: [] },
  ],
  ...more,
});

const withPin = aPlan({ partCards: [aPartCard('fan', 'C31', ['2'])] });

const filled = (use: BlockUse, values: Readonly<Record<string, string>>): BlockUse => ({
  ...use,
  inputs: use.inputs.map((input) => ({ ...input, value: values[input.id] ?? '' })),
});

const use = (id = 'use-1', block = groundBlock(), version = 1) =>
  filled(newUse(id, block, version), { ground: 'C31.2', load: 'the fan', allowed: '100 mV' });

function put(plan: Plan, given: BlockUse, block = groundBlock()): Plan {
  const result = putBlock(plan, block, given);
  if (!result.ok) throw new Error(result.problem);
  return result.value.plan;
}

const stepOf = (plan: Plan, id: string) => {
  const step = plan.steps.find((one) => one.id === id);
  if (!step) throw new Error(`no step ${id}`);
  return step;
};
const goalOf = (plan: Plan, stepId: string, outcomeId: string) =>
  stepOf(plan, stepId).outcomes.find(({ id }) => id === outcomeId)?.goTo;

describe('a block', () => {
  it('asks for its open names and its numbers', () =>
    expect(newUse('use-1', groundBlock(), 3).inputs.map(({ id }) => id)).to.deep.equal(['ground', 'load', 'allowed']));

  it('is checked as a part of a diagnosis, not as a whole one', () =>
    expect(checkPlan(groundBlock()).map(({ rule }) => rule)).to.deep.equal([]));

  it('may leave only that open which it asks for', () => {
    const found = checkPlan(groundBlock({ block: { inputs: [] } }));
    expect(found.filter(({ rule }) => rule === 'unknownInput').map(({ message }) => message)).to.deep.equal([
      '“Look at {ground}” leaves {ground} open, which the block does not ask for.',
      '“Drop at {ground}” leaves {ground} open, which the block does not ask for.',
      '“Drop at {ground}” leaves {load} open, which the block does not ask for.',
    ]);
  });

  it('is made from steps of a plan, with a result for every way out', () => {
    const block = blockOfSteps(aPlan(), new Set(['look', 'feed']), 'b', 'Fuse and feed');
    expect(block.steps.map(({ id }) => id)).to.deep.equal(['look', 'feed']);
    expect(block.startStepId).to.equal('look');
    expect(block.conclusions.map(({ title }) => title)).to.deep.equal(['Found: fuse', 'ground', 'Found: feed']);
    expect(goalOf(block, 'look', 'fine')).to.deep.equal(toStep('feed'));
    expect(readPlan(block).ok).to.equal(true);
  });
});

describe('a block put into a plan', () => {
  const plan = put(withPin, use());

  it('stands there with everything filled in: texts, leads, mentions, limits', () => {
    const drop = stepOf(plan, 'drop');
    expect(drop.title).to.equal('Drop at C31·2');
    expect(drop.instruction).to.equal('Switch the fan on, measure at @C31.2.');
    expect(drop.hookUp?.leads.map(({ at }) => at)).to.deep.equal([
      { kind: 'pin', connectorId: 'C31', pin: '2' },
      { kind: 'place', name: 'battery negative' },
    ]);
    expect(drop.outcomes[1]?.meaning).to.equal('C31·2 carries the fan.');
    expect(plan.suspects.at(-1)?.repair).to.equal('Clean C31·2.');
  });

  it('calls readings by other names where theirs are taken, in formulas and conditions too', () => {
    const drop = stepOf(plan, 'drop');
    expect(drop.readings[0]?.id).to.equal('drop_2');
    expect(drop.outcomes[0]?.when[0]?.readingId).to.equal('drop_2');
  });

  it('takes a number with its unit into its formulas, without prefix', () =>
    expect(stepOf(plan, 'drop').readings[0]?.spec).to.include({ max: '(0.1) + 0.01' }));

  it('asks at the start of the trail for a number that is not filled in', () => {
    const open = put(withPin, filled(use(), { ground: 'C31.2', load: 'the fan', allowed: 'as it was' }));
    expect(open.inputs.map(({ id }) => id)).to.deep.equal(['allowed']);
    expect(stepOf(open, 'drop').readings[0]?.spec).to.include({ max: 'allowed + 0.01' });
  });

  it('leaves its results open until the plan says where they lead, all of one result together', () => {
    expect(goalOf(plan, 'see', 'loose')).to.deep.equal({ kind: 'nowhere' });
    const led = leadTo(plan, 'drop', 'high', toConclusion('ground'));
    expect([goalOf(led, 'see', 'loose'), goalOf(led, 'drop', 'high')]).to.deep.equal([
      toConclusion('ground'),
      toConclusion('ground'),
    ]);
  });

  it('keeps the ways within it', () =>
    expect(goalOf(leadTo(plan, 'see', 'tight', toStep('look')), 'see', 'tight')).to.deep.equal(toStep('drop')));

  it('lets a suspect of the plan stand for one of its own', () => {
    const own = put(withPin, { ...use(), suspects: [{ from: 'stud', to: 'ground' }] });
    expect(own.suspects).to.have.length(4);
    expect(stepOf(own, 'drop').outcomes[0]?.pointsTo).to.deep.equal(['ground']);
  });

  it('is led to by what led nowhere, when it is put behind a step', () => {
    const open = { ...withPin, steps: withPin.steps.map((step) => ({ ...step })) };
    const loose = leadTo(open, 'ground', 'bad', { kind: 'nowhere' });
    const after = putBlockAfter(loose, 'ground', groundBlock(), use());
    expect(after.ok && goalOf(after.value.plan, 'ground', 'bad')).to.deep.equal(toStep('see'));
  });

  it('stands there twice for two grounds', () => {
    const twice = put(plan, use('use-2'));
    expect(twice.steps.map(({ id }) => id)).to.deep.equal(['look', 'feed', 'ground', 'see', 'drop', 'see-2', 'drop-2']);
    expect(stepOf(twice, 'drop-2').readings[0]?.id).to.equal('drop_3');
    expect(goalOf(twice, 'see-2', 'tight')).to.deep.equal(toStep('drop-2'));
  });

  it('begins the trail of an empty plan', () => expect(put(blankPlan('p', 'P'), use()).startStepId).to.equal('see'));

  it('says what is not filled in', () => {
    const open = put(withPin, newUse('use-1', groundBlock(), 1));
    expect(
      checkPlan(open)
        .filter(({ rule }) => rule === 'leftOpen')
        .map(({ message }) => message),
    ).to.deep.equal([
      'The block “Check a ground” asks for “Ground pin”, and nothing is filled in.',
      'The block “Check a ground” asks for “What loads it”, and nothing is filled in.',
    ]);
    expect(checkPlan(plan).some(({ rule }) => rule === 'leftOpen')).to.equal(false);
  });

  it('is a sound document', () => expect(readPlan(plan).ok).to.equal(true));

  it('goes when its last step is deleted', () => {
    expect(deleteSteps(plan, new Set(['see'])).uses).to.have.length(1);
    expect(deleteSteps(plan, new Set(['see', 'drop'])).uses).to.have.length(0);
  });

  it('can be made the own of the plan, as it stands', () => {
    const own = makeOwn(plan, 'use-1');
    expect(own.uses).to.deep.equal([]);
    expect(own.steps.every((step) => step.use === null)).to.equal(true);
    expect(new Set(comparePlans(plan, own).map(({ what }) => what))).to.deep.equal(new Set(['block']));
  });
});

describe('a block brought up to date', () => {
  const led = leadTo(put(withPin, use()), 'drop', 'low', toStep('look'));
  const newer = groundBlock({
    title: 'Check a ground under load',
    steps: groundBlock()
      .steps.filter(({ id }) => id !== 'see')
      .map((step) => ({ ...step, title: 'Drop over {ground}, loaded' })),
    startStepId: 'drop',
  });
  const next = put(led, useOfVersion(use(), newer, 2), newer);

  it('keeps its place, its ids, what was filled in and where its results lead', () => {
    expect(next.steps.map(({ id }) => id)).to.deep.equal(['look', 'feed', 'ground', 'drop']);
    expect(stepOf(next, 'drop').title).to.equal('Drop over C31·2, loaded');
    expect(stepOf(next, 'drop').readings[0]?.id).to.equal('drop_2');
    expect(goalOf(next, 'drop', 'low')).to.deep.equal(toStep('look'));
    expect(next.uses.map(({ title, version }) => [title, version])).to.deep.equal([['Check a ground under load', 2]]);
  });

  it('says what changes', () =>
    expect(comparePlans(led, next).map(({ about, what }) => `${about}: ${what}`)).to.include.members([
      'Drop over C31·2, loaded: name',
      'Look at C31·2: step',
      'Check a ground under load: version of the block',
    ]));

  it('changes nothing when nothing has changed', () =>
    expect(put(led, useOfVersion(use(), groundBlock(), 1))).to.deep.equal(led));

  it('leaves a way open that led to a step which is gone', () => {
    const into = leadTo(led, 'ground', 'bad', toStep('see'));
    expect(goalOf(put(into, useOfVersion(use(), newer, 2), newer), 'ground', 'bad')).to.deep.equal({ kind: 'nowhere' });
  });
});

describe('a block in itself', () => {
  const inner = groundBlock();
  const outer = put({ ...blankPlan('lamp-check', 'Check a lamp'), block: { inputs: [] } }, use());

  it('is refused, directly and through another', () => {
    for (const [plan, block] of [
      [inner, inner],
      [inner, outer],
    ] as const) {
      const result = putBlock(plan, block, newUse('use-9', block, 1));
      expect(result.ok ? '' : result.problem).to.match(/a block cannot be in itself/);
    }
  });

  it('is found in a file', () =>
    expect(checkPlan({ ...outer, id: 'ground-check' }).map(({ rule }) => rule)).to.include('blockInItself'));
});
