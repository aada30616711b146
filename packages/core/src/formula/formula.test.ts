import { expect } from 'chai';
import fc from 'fast-check';
import { evaluateFormula, type KnownValue, parseFormula, type ValueFor } from './index.js';

const values =
  (known: Readonly<Record<string, KnownValue>>): ValueFor =>
  (name) =>
    known[name] ?? `“${name}” has not been read yet.`;

const volts = (value: number, uncertainty = 0): KnownValue => ({ value, unit: 'V', uncertainty });

describe('evaluateFormula', () => {
  for (const [text, unit, want] of [
    ['battery - 0.5', 'V', 11.9],
    ['battery - 0.5', 'mV', 11_900],
    ['drop / current', 'mΩ', 5],
    ['drop / current', 'Ω', 0.005],
    ['mean(battery, 12, 12.2)', 'V', 12.2],
    ['-battery + 2 * 6.2', 'V', 0],
    ['max(battery, 13) ^ 2 / 13', 'W', 13],
  ] as const)
    it(`${text} in ${unit} is ${want}`, () => {
      const result = evaluateFormula(
        text,
        unit,
        values({
          battery: volts(12.4),
          drop: { value: 500, unit: 'mV', uncertainty: 0 },
          current: { value: 100, unit: 'A', uncertainty: 0 },
        }),
      );
      expect(result.ok && result.value.value).to.be.closeTo(want, 1e-9);
    });

  for (const [text, message] of [
    ['supply - 0.5', 'has not been read yet'],
    ['battery / 0', 'divides by zero'],
    ['battery +', 'cannot be read'],
    ['', 'Write a formula'],
    ['f(x) = x', 'none of these'],
    ['battery = 3', 'none of these'],
    ['[1, 2]', 'none of these'],
    ['constructor(1)', 'none of these'],
    ['a.b', 'none of these'],
    ['"text"', 'none of these'],
    ['factorial(9)', 'none of these'],
    [`${'('.repeat(200)}1${')'.repeat(200)}`, 'at most 300'],
  ] as const)
    it(`says what is wrong with “${text.slice(0, 20)}”`, () => {
      const result = evaluateFormula(text, 'V', values({ battery: volts(12.4) }));
      expect(result.ok ? '' : result.problem).to.include(message);
    });

  it('adds uncertainties as squares', () => {
    const result = evaluateFormula('a - b', 'V', values({ a: volts(12, 0.3), b: volts(11, 0.4) }));
    expect(result.ok && result.value.uncertainty).to.be.closeTo(0.5, 1e-9);
  });

  it('computes what plain arithmetic computes, whatever the numbers', () => {
    const number = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(number, number, number, (a, b, c) => {
        const result = evaluateFormula('(a + b) * c - a', 'V', values({ a: volts(a), b: volts(b), c: volts(c) }));
        const want = (a + b) * c - a;
        expect(result.ok && result.value.value).to.be.closeTo(want, Math.abs(want) * 1e-9 + 1e-9);
      }),
    );
  });
});

describe('parseFormula', () => {
  it('names what it uses, each once', () => {
    const formula = parseFormula('min(a, b) - a');
    expect(formula.ok && formula.value.names).to.deep.equal(['a', 'b']);
  });

  it('reads or refuses any text, and never throws', () =>
    fc.assert(fc.property(fc.string({ maxLength: 60 }), (text) => typeof parseFormula(text).ok === 'boolean')));
});
