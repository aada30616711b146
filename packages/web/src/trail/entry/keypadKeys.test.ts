import { parseReading } from '@probe-trail/core/reading';
import { expect } from 'chai';
import { keypadKeys, pressBack, pressKey, usableKeys } from './keypadKeys';

const press = (...keys: string[]) => keys.reduce(pressKey, '');

describe('keypadKeys', () => {
  it('offers a voltage the minus, OL and millivolts', () =>
    expect(keypadKeys('V')).to.deep.equal(['.', '−', 'OL', 'mV']));
  it('offers a resistance no minus', () => expect(keypadKeys('kΩ')).to.deep.equal(['.', 'OL', 'Ω', 'MΩ']));
  it('offers a duty neither sign nor OL', () => expect(keypadKeys('%')).to.deep.equal(['.']));
});

describe('pressKey', () => {
  for (const [keys, want] of [
    [['1', '2', '.', '4'], '12.4'],
    [['.', '5'], '0.5'],
    [['1', '.', '.', '5'], '1.5'],
    [['2', '0', '0', 'mV'], '200 mV'],
    [['2', '0', 'mV', '0'], '200 mV'],
    [['5', '−'], '−5'],
    [['5', '−', '−'], '5'],
    [['3', 'OL'], 'OL'],
    [['OL', '7'], '7'],
  ] as const)
    it(`${keys.join(' ')} gives ${want}, which can be read`, () => {
      expect(press(...keys)).to.equal(want);
      expect(parseReading(want, { unit: 'V' }).ok).to.equal(true);
    });
});

describe('pressBack', () => {
  for (const [text, want] of [
    ['12.4', '12.'],
    ['200 mV', '200'],
    ['OL', ''],
    ['', ''],
  ] as const)
    it(`takes “${text}” back to “${want}”`, () => expect(pressBack(text)).to.equal(want));
});

describe('usableKeys', () => {
  for (const [text, unit, key, isUsable] of [
    ['', 'V', '4', true],
    ['', 'V', '−', true],
    ['', 'V', 'mV', false],
    ['−', 'V', 'mV', false],
    ['12', 'V', 'mV', true],
    ['12 mV', 'V', 'mV', false],
    ['12.', 'V', '.', false],
    ['−', 'V', '.', true],
    ['12345678', 'V', '9', false],
    ['', 'kΩ', '−', false],
    ['', '%', 'OL', false],
    ['OL', 'V', 'OL', false],
    ['OL', 'V', '3', true],
  ] as const)
    it(`after “${text}” in ${unit}, ${key} ${isUsable ? 'can' : 'cannot'} be pressed`, () =>
      expect(usableKeys(text, unit).split(' ').includes(key)).to.equal(isUsable));
});
