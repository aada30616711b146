import { expect } from 'chai';
import { convert, convertStep, findUnit, shiftDecimal, unitOf } from './index.js';

const converted = (value: number, from: string, to: string, ambientKPa?: number) => {
  const result = convert(value, unitOf(from), unitOf(to), ambientKPa);
  return result.ok ? result.value : result.problem;
};

describe('units', () => {
  for (const [text, symbol] of [
    ['mV', 'mV'],
    ['kohm', 'kΩ'],
    ['Volts', 'V'],
    ['psig', 'psi(g)'],
    ['kPa abs', 'kPa(abs)'],
    ['bar (g)', 'bar(g)'],
    ['deg C', '°C'],
    ['uA', 'µA'],
    ['mm', 'mm'],
  ] as const)
    it(`reads ${text} as ${symbol}`, () => expect(findUnit(text)?.symbol).to.equal(symbol));

  for (const text of ['', 'k', 'kpsi', 'V(g)', 'toString', 'k°C'])
    it(`knows no unit “${text}”`, () => expect(findUnit(text)).to.equal(undefined));

  it('finds every symbol that it prints', () => {
    for (const text of ['kPa(g)', 'kPa(abs)', 'inHg(abs)', 'Δ°C', 'lbf·ft', 'inH2O(g)'])
      expect(findUnit(text)?.symbol).to.equal(text);
  });

  for (const [value, from, to, want] of [
    [1, 'bar', 'kPa', 100],
    [32, '°F', '°C', 0],
    [100, '°C', 'K', 373.15],
    [10, 'Δ°C', 'Δ°F', 18],
    [1, 'inHg', 'Pa', 3386.389],
    [60, 'rpm', 'rpm', 60],
    [1, 'Nm', 'lbf·ft', 0.737562149277],
    [2, 'h', 'min', 120],
  ] as const)
    it(`${value} ${from} is ${want} ${to}`, () => expect(converted(value, from, to)).to.be.closeTo(want, 1e-9));

  it('does not convert between quantities', () => expect(converted(1, 'V', 'A')).to.equal('otherQuantity'));
  it('needs the ambient pressure between datums', () => {
    expect(converted(0, 'kPa(g)', 'kPa(abs)')).to.equal('ambientPressureNeeded');
    expect(converted(0, 'kPa(g)', 'bar(abs)', 101.3)).to.equal(1.013);
  });
  it('converts a step without the offset of its scale', () =>
    expect(convertStep(1, unitOf('°F'), unitOf('°C'))).to.be.closeTo(5 / 9, 1e-9));
  it('shifts decimals without rounding noise', () => {
    expect(shiftDecimal(200, -3)).to.equal(0.2);
    expect(shiftDecimal(1.1, 3)).to.equal(1100);
  });
});
