import { expect } from 'chai';
import { aPlan, aReading, withStep } from '../../testing/aPlan.js';
import { formulaNames, sayFormulaName, trySample } from '../index.js';

const plan = withStep(
  aPlan({
    inputs: [{ id: 'outside', name: 'Temperature outside', unit: '°C', ask: '', means: 'value', from: null }],
  }),
  'ground',
  (step) => ({
    ...step,
    readings: [...step.readings, aReading('amps', { kind: 'band', unit: 'A', min: 10, max: 30 }, { name: 'Current' })],
  }),
);

describe('names in formulas', () => {
  it('are the inputs, the readings with one number, and the pressure of the air', () =>
    expect(formulaNames(plan).map(({ name }) => name)).to.deep.equal([
      'ambientPressure',
      'outside',
      'volts',
      'drop',
      'amps',
    ]));

  for (const [name, message] of [
    ['outside', 'Temperature outside'],
    ['amps', 'Current'],
    ['ambientPressure', 'pressure of the air'],
    ['gone', 'gone'],
  ] as const)
    it(`“${name}” stands for ${message}`, () => expect(sayFormulaName(plan, name)).to.equal(message));

  for (const [text, unit, message] of [
    ['volts - 0.5', 'V', 'With volts 13.15 V that is 12.65 V.'],
    ['drop / amps', 'mΩ', 'With drop 0.2 V, amps 20 A that is 10 mΩ.'],
    ['2 + 2', 'V', 'That is 4 V.'],
  ] as const)
    it(`“${text}” is tried with readings in spec`, () =>
      expect(trySample(plan, text, unit)).to.deep.equal({ ok: true, value: message }));

  for (const [text, message] of [
    ['supply - 0.5', 'No reading and no input is called “supply”.'],
    ['volts / 0', 'divides by zero'],
    ['volts -', 'cannot be read'],
  ] as const)
    it(`says what is wrong with “${text}”`, () => {
      const tried = trySample(plan, text, 'V');
      expect(tried.ok ? '' : tried.problem).to.include(message);
    });
});
