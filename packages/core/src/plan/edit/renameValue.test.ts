import { expect } from 'chai';
import fc from 'fast-check';
import { aPlan } from '../../testing/aPlan.js';
import {
  blankReading,
  blankStep,
  checkPlan,
  nameFollows,
  nameForFormulas,
  namesTaken,
  type Plan,
  renameValue,
  type StepReading,
} from '../index.js';

const free: ReadonlySet<string> = new Set();

describe('names in formulas', () => {
  for (const [text, name] of [
    ['Voltage at the pump', 'voltageAtThePump'],
    ['Öl-Druck 2', 'olDruck2'],
    ['12 V feed', 'VFeed'],
    ['OL', 'oL'],
    ['  ', 'reading'],
    ['電圧', 'reading'],
    ['true', 'true_2'],
    ['not', 'not_2'],
    ['max', 'max'],
  ] as const)
    it(`makes ${name} of “${text}”`, () => expect(nameForFormulas(text, 'reading', free)).to.equal(name));

  it('are free, and can stand in a formula, whatever the text', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.uniqueArray(fc.string()), (text, taken) => {
        const first = nameForFormulas(text, 'reading', new Set(taken));
        const second = nameForFormulas(text, 'reading', new Set([...taken, first]));
        expect(first).to.match(/^[A-Za-z]\w{0,79}$/);
        expect(second).to.match(/^[A-Za-z]\w{0,79}$/);
        expect([...taken, first]).not.to.include(second);
      }),
    ));
});

describe('a reading under another name', () => {
  const blank = blankReading('', '', { kind: 'band', unit: 'V', min: 0, max: 1 });
  const readings: readonly StepReading[] = [
    { ...blank, id: 'supply', name: 'Supply' },
    { ...blank, id: 'loss', name: 'Loss', derivedFrom: '1e3 + supply - supply2' },
    {
      ...blank,
      id: 'floor',
      name: 'Floor',
      spec: { kind: 'formula', unit: 'V', min: 'supply - 0.5', max: null },
    },
    {
      ...blank,
      id: 'table',
      name: 'Table',
      spec: {
        kind: 'curve',
        unit: 'V',
        of: 'supply',
        ofUnit: 'V',
        rows: [
          { at: 0, limits: { kind: 'band', min: 0, max: 1 } },
          { at: 1, limits: { kind: 'band', min: 0, max: 1 } },
        ],
      },
    },
  ];
  const [first, ...others] = readings;
  const plan: Plan = {
    ...aPlan(),
    inputs: [{ id: 'e3', name: 'E', unit: 'V', ask: '', means: 'value', from: 'supply' }],
    steps: [
      {
        ...blankStep('one', 'One'),
        readings: first ? [first] : [],
        outcomes: [
          {
            id: 'o',
            when: [{ readingId: 'supply', zoneIds: ['below'] }],
            meaning: '',
            clears: [],
            pointsTo: [],
            expects: [],
            goTo: { kind: 'nowhere' },
          },
        ],
      },
      { ...blankStep('two', 'Two'), readings: others },
      blankStep('three', 'Three'),
    ],
  };

  it('is followed by everything that uses it', () => {
    const renamed = renameValue(plan, 'supply', 'battery');
    expect(JSON.stringify(renamed)).to.equal(JSON.stringify(plan).replace(/\bsupply\b/g, 'battery'));
    expect(renamed.steps[2]).to.equal(plan.steps[2]);
  });

  it('leaves a number such as 1e3 alone', () =>
    expect(renameValue(plan, 'e3', 'altitude').steps[1]?.readings[0]?.derivedFrom).to.equal('1e3 + supply - supply2'));

  it('gets no name that something else has', () => expect(renameValue(plan, 'supply', 'loss')).to.equal(plan));

  it('and back again is the plan as it was', () =>
    expect(renameValue(renameValue(plan, 'supply', 'battery'), 'battery', 'supply')).to.deep.equal(plan));

  it('keeps what the plan check finds', () => {
    const rules = (one: Plan) => checkPlan(one).map(({ rule }) => rule);
    expect(rules(renameValue(plan, 'supply', 'battery'))).to.deep.equal(rules(plan));
  });

  it('follows what it is called, until its author chooses a name', () => {
    const called = nameFollows(plan, 'supply', 'reading', 'Supply', 'Voltage of the battery');
    expect([...namesTaken(called)]).to.include('voltageOfTheBattery');
    const chosen = renameValue(called, 'voltageOfTheBattery', 'ubat');
    expect(nameFollows(chosen, 'ubat', 'reading', 'Voltage of the battery', 'Else')).to.equal(chosen);
  });
});
