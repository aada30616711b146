import { expect } from 'chai';
import fc from 'fast-check';
import { asLiveValue, computeLive, inputsOf, type LiveValue, nameInFormula, valuesByName } from './index.js';

const value = (unitId: string, id: string, unit: string, more: Partial<LiveValue> = {}): LiveValue => ({
  id,
  key: `${unitId}.${id}`,
  name: id,
  unit,
  unitId,
  unitName: unitId,
  identifier: '1A01',
  at: 0,
  bytes: 2,
  isSigned: false,
  scale: 0.1,
  offset: 0,
  least: 0,
  most: 1000,
  invalid: null,
  ...more,
});
const all = [
  value('A10', 'boost', 'kPa(abs)', { within: 1.5 }),
  value('A10', 'ambient', 'kPa(abs)', { within: 2 }),
  value('A10', 'volts', 'V'),
  value('A34', 'amps', 'A'),
  value('A10', 'speed', 'rpm'),
  value('A20', 'speed', 'km/h'),
];
const byName = valuesByName(all);
const now: Readonly<Record<string, number | null>> = {
  'A10.boost': 152,
  'A10.ambient': 98.5,
  'A10.volts': 12,
  'A34.amps': 5,
};
const compute = (formula: string, unit: string, latest = now) =>
  computeLive({ id: 'c', name: 'c', formula, unit }, byName, (key) =>
    key in latest ? { atMs: 0, value: latest[key] ?? null } : undefined,
  );
const problemOf = (formula: string, unit: string) => {
  const found = inputsOf({ formula, unit }, byName);
  return found.ok ? found.value.map(({ key }) => key).join() : found.problem;
};

describe('a value that is computed of others', () => {
  it('has the names of its values, with their unit where two are called alike', () => {
    expect(all.map((one) => nameInFormula(one, all))).to.deep.equal([
      'boost',
      'ambient',
      'volts',
      'amps',
      'A10_speed',
      'A20_speed',
    ]);
    expect(problemOf('boost - ambient', 'kPa')).to.equal('A10.boost,A10.ambient');
  });

  it('is a difference, a power, in the unit that is wanted', () => {
    expect(compute('boost - ambient', 'kPa').value).to.be.closeTo(53.5, 1e-9);
    expect(compute('boost - ambient', 'bar').value).to.be.closeTo(0.535, 1e-9);
    expect(compute('volts * amps', 'W').value).to.be.closeTo(60, 1e-9);
  });

  it('knows how far it may be off by those of its values', () => {
    // Two independent doubts: the root of the sum of their squares.
    expect(compute('boost - ambient', 'kPa').uncertainty).to.be.closeTo(Math.hypot(1.5, 2), 1e-6);
    expect(compute('volts * amps', 'W').uncertainty).to.be.closeTo(Math.hypot(12 * 0.05, 5 * 0.05), 1e-6);
  });

  it('is not there where one of its values is not, or where there is no number', () => {
    expect(compute('boost - ambient', 'kPa', { 'A10.boost': 152 }).value).to.equal(null);
    expect(compute('boost - ambient', 'kPa', { ...now, 'A10.ambient': null }).value).to.equal(null);
    expect(compute('boost / (ambient - ambient)', 'kPa').value).to.equal(null);
  });

  const problems = [
    ['boost - ', 'kPa', 'formula'],
    ['boost - rail', 'kPa', '“rail” is no value of this model.'],
    ['2 * 3', 'kPa', 'It uses no value.'],
    ['boost - ambient', '', 'Say in which unit it is.'],
    ['boost - ambient', 'furlong', '“furlong” is no unit that is known here.'],
    ['boost - ambient', 'V', 'does not give'],
    ['boost + volts', 'kPa', 'The formula'],
    ['boost + ambient', 'kPa(abs)', 'The formula'],
  ] as const;
  for (const [formula, unit, said] of problems)
    it(`says what is wrong with ${formula} in ${unit || 'no unit'}`, () =>
      expect(problemOf(formula, unit)).to.include(said));

  it('is shown as finely as the coarsest of its values', () => {
    const computed = { id: 'c', name: 'Charge', formula: 'boost - ambient', unit: 'kPa' };
    expect(asLiveValue(computed, all.slice(0, 2))).to.include({ key: 'computed.c', name: 'Charge', scale: 0.1 });
  });

  it('is what plain arithmetic says', () => {
    const number = fc.integer({ min: -500, max: 500 });
    fc.assert(
      fc.property(number, number, (volts, amps) => {
        expect(compute('volts * amps', 'W', { 'A10.volts': volts, 'A34.amps': amps }).value).to.be.closeTo(
          volts * amps,
          1e-6,
        );
      }),
    );
  });
});
