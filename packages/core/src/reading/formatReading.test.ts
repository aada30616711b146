import { expect } from 'chai';
import { decimalsOf, formatNumber, formatPlain, formatReading, parseReading } from './index.js';

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
