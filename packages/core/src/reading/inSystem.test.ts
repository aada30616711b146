import { expect } from 'chai';
import { parseReading, readingIn } from './index.js';

const shown = (text: string, unit: string, system: 'metric' | 'us') => {
  const reading = parseReading(text, { unit });
  return reading.ok ? readingIn(reading.value, system) : reading.problem.kind;
};

describe('readingIn', () => {
  for (const [text, unit, system, want] of [
    ['90', '°C', 'us', '194 °F'],
    ['90.5', '°C', 'us', '194.9 °F'],
    ['-40', '°C', 'us', '−40 °F'],
    ['194', '°F', 'metric', '90.0 °C'],
    ['10', 'Δ°C', 'us', '18 Δ°F'],
    ['300', 'kPa(g)', 'us', '43.5 psi(g)'],
    ['2.5', 'bar(abs)', 'us', '36 psi(abs)'],
    ['25.4', 'mm', 'us', '1.000 in'],
    ['18', 'Nm', 'us', '13.3 lbf·ft'],
    ['90', '°C', 'metric', undefined],
    ['12.4', 'V', 'us', undefined],
    ['12.4', 'V', 'metric', undefined],
    ['OL', '°C', 'us', undefined],
    ['>150', '°C', 'us', undefined],
  ] as const)
    it(`${text} ${unit} for ${system} is ${want ?? 'nothing else'}`, () =>
      expect(shown(text, unit, system)).to.equal(want));
});
