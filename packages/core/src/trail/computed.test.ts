import { expect } from 'chai';
import { checkPlan, type Plan, type StepReading } from '../plan/index.js';
import type { Spec } from '../spec/index.js';
import { anOutcome, aPlan, aReading, aStep, toConclusion } from '../testing/aPlan.js';
import { taken, typed, walk } from '../testing/aWalk.js';

const band = (unit: string, min: number | null, max: number | null): Spec => ({ kind: 'band', unit, min, max });
const outcomes = [
  anOutcome('none', toConclusion('feed'), { when: [{ readingId: 'ohms', zoneIds: ['noValue'] }] }),
  anOutcome('rest', toConclusion('motor')),
];
const planOf = (readings: readonly StepReading[], more: Partial<Plan['steps'][number]> = {}): Plan =>
  aPlan({ startStepId: 'one', steps: [aStep('one', outcomes, { readings, ...more })] });

const drop = aReading('drop', band('V', null, 0.5));
const amps = aReading('amps', band('A', 5, null));
const ohms = aReading('ohms', band('mΩ', null, 50), { derivedFrom: 'drop / amps' });

describe('a computed reading', () => {
  for (const [why, shows] of [
    ['a division by zero', '0'],
    ['an overload', 'OL'],
    ['a bound', '>10'],
  ] as const)
    it(`without a value after ${why} has an outcome of its own`, () => {
      const plan = planOf([drop, amps, ohms]);
      const trail = walk(plan, typed('one', 'drop', '0.4'), typed('one', 'amps', shows));
      expect(trail.taken.ohms?.verdict.zone.id).to.equal('noValue');
      expect(trail.taken.ohms?.verdict.note).to.match(/\.$/);
      const ended = walk(plan, typed('one', 'drop', '0.4'), typed('one', 'amps', shows), taken('one', 'none'));
      expect(ended.at).to.deep.equal({ kind: 'conclusion', conclusionId: 'feed' });
    });

  it('asks the plan check for an outcome where it has none', () => {
    const open = planOf([drop, amps, ohms], {
      outcomes: [
        anOutcome('bad', toConclusion('feed'), { when: [{ readingId: 'ohms', zoneIds: ['above'] }] }),
        anOutcome('good', toConclusion('motor'), { when: [{ readingId: 'ohms', zoneIds: ['inSpec'] }] }),
      ],
    });
    expect(checkPlan(open).find(({ rule }) => rule === 'caseLeftOpen')?.message).to.include('“no value”');
  });

  it('follows one that stands below it, and is computed anew when that changes', () => {
    const watts = aReading('watts', band('W', null, 60), { derivedFrom: 'ohms * amps ^ 2' });
    const plan = planOf([watts, drop, amps, ohms]);
    const first = walk(plan, typed('one', 'drop', '0.4'), typed('one', 'amps', '10'));
    expect(first.taken.watts?.reading).to.deep.include({ value: 4, unit: 'W' });
    const again = walk(plan, typed('one', 'drop', '0.4'), typed('one', 'amps', '10'), typed('one', 'drop', '0.8'));
    expect(again.taken.watts?.reading).to.deep.include({ value: 8 });
  });

  it('has limits from another computed one, judged anew with it', () => {
    const limit = aReading('twice', { kind: 'formula', unit: 'V', min: null, max: 'ohms * amps * 1.1' });
    const plan = planOf([limit, drop, amps, ohms]);
    const readings = [
      typed('one', 'twice', '0.420'),
      typed('one', 'drop', '0.400'),
      typed('one', 'amps', '10.00'),
    ] as const;
    expect(walk(plan, ...readings).taken.twice?.verdict.kind).to.equal('inSpec');
    expect(walk(plan, ...readings, typed('one', 'drop', '0.200')).taken.twice?.verdict.kind).to.equal('outOfSpec');
  });

  it('in a circle has no value, and the plan check says so', () => {
    const a = aReading('a', band('V', null, 1), { derivedFrom: 'b + drop' });
    const b = aReading('b', band('V', null, 1), { derivedFrom: 'a - drop' });
    const self = aReading('self', band('V', null, 1), { derivedFrom: 'self + 1' });
    const plan = planOf([drop, a, b, self]);
    const trail = walk(plan, typed('one', 'drop', '0.4'));
    expect([trail.taken.a, trail.taken.b, trail.taken.self].map((one) => one?.verdict.zone.id)).to.deep.equal([
      'noValue',
      'noValue',
      'noValue',
    ]);
    const found = checkPlan(plan).filter(({ rule }) => rule === 'formulaCircle');
    expect(found.map(({ severity }) => severity)).to.deep.equal(['error', 'error', 'error']);
  });

  it('carries the doubt of what it comes from: (a − b) + b is as sure as a', () => {
    const plan = planOf([
      aReading('a', band('V', null, 20)),
      aReading('b', band('V', null, 20)),
      aReading('less', band('V', null, 20), { derivedFrom: 'a - b' }),
      aReading('back', band('V', null, 20), { derivedFrom: 'less + b' }),
    ]);
    const trail = walk(plan, typed('one', 'a', '12.4'), typed('one', 'b', '3'));
    expect(trail.taken.back?.verdict.uncertainty).to.be.closeTo(trail.taken.a?.verdict.uncertainty ?? 0, 1e-9);
    expect(trail.taken.less?.verdict.uncertainty).to.be.greaterThan(0.4);
  });
});
