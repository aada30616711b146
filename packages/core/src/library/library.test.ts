import { expect } from 'chai';
import { planSchema } from '../plan/index.js';
import { validate } from '../schema/index.js';
import { aHookUp, aPartCard, aPath, aPlan, withStep } from '../testing/aPlan.js';
import { readPinName, renamePin, replaceCard, suspectsOfCard, usagesIn } from './index.js';

const plain = aPartCard('M7', 'C31', ['1', '2']);
const card = {
  ...plain,
  connectors: plain.connectors.map((connector) => ({
    ...connector,
    face: { seenFrom: 'wireSide' as const, latch: 'top' as const, rows: [['1', '2']] },
  })),
};

const plan = withStep(
  aPlan({
    partCards: [card],
    paths: [aPath('supply', ['C31·2', 'C31·1', 'stud'], ['feed'])],
    uses: [
      {
        id: 'use-1',
        blockId: 'ground-check',
        title: 'Check a ground',
        version: 1,
        within: [],
        inputs: [{ id: 'ground', name: 'Ground pin', value: 'C31·2' }],
        suspects: [],
      },
    ],
  }),
  'ground',
  (step) => ({
    ...step,
    instruction: 'Back-probe @C31.2, not @C31·1, nor @C9.2. Then @C31.2 again.',
    hookUp: aHookUp({
      leads: [
        { colour: 'red', how: '', at: { kind: 'pin', connectorId: 'C31', pin: '2' } },
        { colour: 'black', how: '', at: { kind: 'place', name: 'C31·2 shield' } },
      ],
    }),
  }),
);

describe('what a plan uses', () => {
  it('is told step by step, each once', () =>
    expect(usagesIn(plan).map(({ how, what, stepId }) => [how, what, stepId])).to.deep.equal([
      ['card', 'M7', null],
      ['block', 'ground-check', null],
      ['measured', 'C31·2', null],
      ['measured', 'C31·1', null],
      ['measured', 'C31·2', 'ground'],
      ['mentioned', 'C31·2', 'ground'],
      ['mentioned', 'C31·1', 'ground'],
    ]));
});

describe('a pin is read', () => {
  for (const [text, place] of [
    ['C31.2', 'C31/2'],
    [' C31·2 ', 'C31/2'],
    ['C31', 'no pin'],
    ['C31.', 'no pin'],
    ['', 'no pin'],
    ['two words.3', 'no pin'],
  ] as const)
    it(`“${text}”: ${place}`, () => {
      const pin = readPinName(text);
      expect(pin ? `${pin.connectorId}/${pin.pin}` : 'no pin').to.equal(place);
    });
});

describe('renaming a pin', () => {
  const renamed = renamePin(plan, { connectorId: 'C31', pin: '2' }, '2b');
  if (!renamed.ok) throw new Error(renamed.problem);
  const after = renamed.value;

  it('changes it on the card, in the drawing, under the leads, in instructions and blocks', () => {
    const connector = after.partCards[0]?.connectors[0];
    expect(connector?.pins.map(({ pin }) => pin)).to.deep.equal(['1', '2b']);
    expect(connector?.face?.rows).to.deep.equal([['1', '2b']]);
    const step = after.steps.find(({ id }) => id === 'ground');
    expect(step?.hookUp?.leads.map(({ at }) => at)).to.deep.equal([
      { kind: 'pin', connectorId: 'C31', pin: '2b' },
      { kind: 'place', name: 'C31·2 shield' },
    ]);
    expect(step?.instruction).to.equal('Back-probe @C31.2b, not @C31·1, nor @C9.2. Then @C31.2b again.');
    expect(after.uses[0]?.inputs[0]?.value).to.equal('C31.2b');
    expect(after.paths[0]?.points.map(({ name, at }) => [name, at.kind === 'pin' ? at.pin : ''])).to.deep.equal([
      ['C31·2b', '2b'],
      ['C31·1', '1'],
      ['stud', ''],
    ]);
    expect(validate(planSchema, after).ok).to.equal(true);
  });

  it('back again gives the plan as it was, but for how a pin of a block is written', () => {
    const back = renamePin(after, { connectorId: 'C31', pin: '2b' }, '2');
    expect(back.ok && { ...back.value, uses: plan.uses }).to.deep.equal(plan);
  });

  it('to one that is there already is refused: two pins would be one', () => {
    const taken = renamePin(plan, { connectorId: 'C31', pin: '2' }, '1');
    expect(taken.ok ? '' : taken.problem).to.equal('“Radiator fan never runs” has a pin C31·1 already.');
  });

  it('leaves a plan alone that does not have it', () => {
    const other = renamePin(aPlan(), { connectorId: 'C31', pin: '2' }, '3');
    expect(other.ok && other.value).to.deep.equal(aPlan());
  });
});

describe('replacing a part card', () => {
  it('puts it where the one of its id is, and nowhere else', () => {
    const next = { ...card, place: 'behind the grille' };
    expect(replaceCard(plan, next).partCards).to.deep.equal([next]);
    expect(replaceCard(plan, { ...next, id: 'M8' })).to.equal(plan);
  });
});

describe('suspectsOfCard', () => {
  it('names the part and the wire at each of its pins, feeds and grounds by what their pins are called', () => {
    const card = aPartCard('sensor', 'C31', ['1', '2', '3', '4']);
    const [connector] = card.connectors;
    const names = ['sensor ground', '5 V sensor supply', '', 'coil, switched to ground'];
    const pins = connector?.pins.map((pin, at) => ({ ...pin, name: names[at] ?? '' })) ?? [];
    const found = suspectsOfCard({ ...card, connectors: connector ? [{ ...connector, pins }] : [] });
    expect(found.map(({ id, name, kind }) => [id, name, kind])).to.deep.equal([
      ['sensor', 'sensor', 'part'],
      ['sensor-C31-1', 'sensor ground at C31·1', 'ground'],
      ['sensor-C31-2', '5 V sensor supply at C31·2', 'feed'],
      ['sensor-C31-3', 'brown wire at C31·3', 'wire'],
      ['sensor-C31-4', 'coil, switched to ground at C31·4', 'wire'],
    ]);
  });
});
