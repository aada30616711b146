import { expect } from 'chai';
import { decimalsOf, formatNumber, formatPlain, formatRange, formatReading, parseReading } from './index.js';

const shown = (text: string, unit: string) => {
  const reading = parseReading(text, { unit });
  return reading.ok ? formatReading(reading.value) : 'refused';
};

describe('formatReading', () => {
  for (const [text, unit, want] of [
    ['12,40', 'V', '12.40 V'],
    ['200 mV', 'V', '0.200 V'],
    ['-0.3', 'V', '−0.3 V'],
    ['4M', 'Ω', '4 MΩ'],
    ['12.3k', 'Ω', '12.3 kΩ'],
    ['1.2e4', '%', '12e3 %'],
    ['OL', 'Ω', 'OL'],
    ['-OL', 'V', '−OL'],
    ['>50M', 'Ω', '> 50000000 Ω'],
    ['100 °F', '°C', '37.8 °C'],
  ] as const)
    it(`${text} in ${unit} is shown as ${want}, with no digit invented`, () =>
      expect(shown(text, unit)).to.equal(want));
});

describe('numbers', () => {
  for (const [resolution, want] of [
    [1, 0],
    [0.1, 1],
    [0.01, 2],
    [5, 0],
    [0.5556, 1],
    [0, 0],
  ] as const)
    it(`a resolution of ${resolution} has ${want} decimals`, () => expect(decimalsOf(resolution)).to.equal(want));
  it('a rounded zero has no sign', () => expect(formatNumber(-0.04, 0.1)).to.equal('0.0'));
  it('a limit is as short as it goes', () =>
    expect([2.55, 10_000, 0.1 + 0.2, -3].map(formatPlain)).to.deep.equal(['2.55', '10000', '0.3', '−3']));
  it('infinity is what a meter calls it', () =>
    expect([Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY].map(formatPlain)).to.deep.equal(['OL', '−OL']));
});

describe('formatRange', () => {
  for (const [value, unit, want] of [
    [6_000_000, 'Ω', '6 MΩ'],
    [60_000, 'Ω', '60 kΩ'],
    [2000, 'Ω', '2 kΩ'],
    [600, 'Ω', '600 Ω'],
    [0.6, 'A', '0.6 A'],
    [100_000, 'Hz', '100 kHz'],
    [2500, 'kΩ', '2.5 MΩ'],
    [150, '°C', '150 °C'],
    [1500, '%', '1500 %'],
  ] as const)
    it(`shows ${value} ${unit} as ${want}`, () => expect(formatRange(value, unit)).to.equal(want));

  it('says the same quantity as before', () => {
    for (const unit of ['V', 'mV', 'Ω', 'kΩ', 'A', 'Hz', 'kPa(g)'])
      for (const value of [0.06, 1, 999, 1000, 4321, 20_000, 123_400, 6_000_000]) {
        const read = parseReading(formatRange(value, unit).replace(/(\d) (?=\d)/g, '$1'), { unit });
        if (!read.ok || read.value.kind !== 'exact') throw new Error(`${value} ${unit} cannot be read again`);
        expect(read.value.value / value).to.be.closeTo(1, 1e-9);
      }
  });
});
