import { expect } from 'chai';
import fc from 'fast-check';
import { formatReading, parseReading, type Reading, sayReadingProblem } from './index.js';

const read = (text: string, unit: string, ambientKPa?: number) =>
  parseReading(text, ambientKPa === undefined ? { unit } : { unit, ambientKPa });

function exact(text: string, unit: string, ambientKPa?: number) {
  const result = read(text, unit, ambientKPa);
  if (!result.ok || result.value.kind !== 'exact') throw new Error(`${text} was not read as an exact value`);
  return { value: result.value.value, resolution: result.value.resolution };
}

function problemKind(text: string, unit: string) {
  const result = read(text, unit);
  return result.ok ? 'none' : result.problem.kind;
}

describe('parseReading', () => {
  describe('reads numbers as meters and people write them', () => {
    for (const [text, unit, value, resolution] of [
      ['12.4', 'V', 12.4, 0.1],
      ['12.40', 'V', 12.4, 0.01],
      ['12,4', 'V', 12.4, 0.1],
      ['.5', 'V', 0.5, 0.1],
      ['5.', 'V', 5, 1],
      ['−0.3', 'V', -0.3, 0.1],
      ['+3', 'V', 3, 1],
      ['1.2e3', 'Ω', 1200, 100],
      ['1.2E-3 V', 'mV', 1.2, 0.1],
      ['200m', 'V', 0.2, 0.001],
      ['200 mV', 'V', 0.2, 0.001],
      ['200mv', 'V', 0.2, 0.001],
      ['0.2 V', 'mV', 200, 100],
      ['200', 'mV', 200, 1],
      ['200m', 'mV', 200, 1],
      ['4k7', 'Ω', 4700, 100],
      ['4K7', 'Ω', 4700, 100],
      ['4k7', 'kΩ', 4.7, 0.1],
      ['2R2', 'Ω', 2.2, 0.1],
      ['4M7 ohm', 'Ω', 4_700_000, 100_000],
      ['520 kohm', 'Ω', 520_000, 1000],
      ['520 Kohms', 'kΩ', 520, 1],
      ['3µ', 'A', 3e-6, 1e-6],
      ['3u', 'A', 3e-6, 1e-6],
      ['3 uA', 'mA', 0.003, 0.001],
      ['12 volts', 'V', 12, 1],
      ['35 C', '°C', 35, 1],
      ['212 °F', '°C', 100, 0.555555555556],
      ['50 %', '%', 50, 1],
      ['3 m', 'm', 3, 1],
      ['194 F', '°C', 90, 0.555555555556],
      ['194 F', '°F', 194, 1],
      ['470 nF', 'F', 470e-9, 1e-9],
      ['90 C', '°F', 194, 1.8],
      ['300 K', '°C', 26.85, 1],
      ['800 1/min', 'rpm', 800, 1],
      ['800 1 / min', 'rpm', 800, 1],
      ['800 min-1', 'rpm', 800, 1],
      ['10 K', 'Δ°C', 10, 1],
      ['10 °C', 'Δ°C', 10, 1],
      ['18 °F', 'Δ°C', 10, 0.555555555556],
      ['18 F', 'Δ°F', 18, 1],
      ['5 MHz', 'Hz', 5e6, 1e6],
      ['5 mHz', 'Hz', 0.005, 0.001],
      ['0.3 mpa', 'kPa(g)', 300, 100],
      ['0L', 'L', 0, 1],
      ['4L', 'L', 4, 1],
      ['50 km/h', 'km/h', 50, 1],
      ['31 mph', 'km/h', 49.889664, 1.609344],
      ['12.5 g/s', 'g/s', 12.5, 0.1],
      ['18 lb-ft', 'lbf·ft', 18, 1],
      ['20 inHg vac', 'inHg(vac)', 20, 1],
      ['20 inHg vac', 'inHg(g)', -20, 1],
      ['-20 inHg', 'inHg(g)', -20, 1],
      ['60 kPa vacuum', 'kPa(g)', -60, 1],
      ['-60 kPa(g)', 'kPa(vac)', 60, 1],
      ['0.98', 'ratio', 0.98, 0.01],
      ['98 %', 'ratio', 0.98, 0.01],
      ['14.7 :1', 'ratio', 14.7, 0.1],
      ['0.5 ratio', '%', 50, 10],
      ['4R7 Ω', 'Ω', 4.7, 0.1],
      ['4R7', 'kΩ', 0.0047, 0.0001],
      ['250 ms', 's', 0.25, 0.001],
    ] as const)
      it(`${text} in ${unit} is ${value} with a resolution of ${resolution}`, () => {
        const found = exact(text, unit);
        expect(found.value).to.equal(value);
        expect(found.resolution).to.be.closeTo(resolution, resolution * 1e-9);
      });
  });

  describe('keeps the datum of a pressure', () => {
    it('takes a pressure without datum in the datum of the step', () =>
      expect(exact('1.4 bar', 'kPa(g)').value).to.equal(140));
    it('adds the ambient pressure on the way from gauge to absolute', () =>
      expect(exact('40 kPa gauge', 'kPa(abs)', 98.5).value).to.equal(138.5));
    it('takes it off on the way back, whatever the unit', () =>
      expect(exact('30 psia', 'kPa(g)', 100).value).to.be.closeTo(106.8427, 1e-3));
    it('does not guess the ambient pressure', () =>
      expect(problemKind('40 kPa abs', 'kPa(g)')).to.equal('ambientPressureNeeded'));
    it('knows psig as gauge', () => expect(exact('10 psig', 'psi(g)').value).to.equal(10));
    it('converts inches of water by the conventional column', () =>
      expect(exact('10 inH2O', 'Pa(g)').value).to.be.closeTo(2490.889, 1e-6));
  });

  describe('takes what has no number', () => {
    for (const text of ['OL', 'ol', 'O.L', '0L', '0.L', 'inf', '∞'])
      it(`${text} is an overload above every limit`, () =>
        expect(read(text, 'Ω')).to.deep.equal({
          ok: true,
          value: { kind: 'overload', side: 'above', unit: 'Ω', text },
        }));
    it('−OL is an overload on the low side', () => {
      const result = read('−OL', 'V');
      expect(result.ok && result.value.kind === 'overload' && result.value.side).to.equal('below');
    });
    for (const [text, side, bound] of [
      ['>50M', 'above', 50e6],
      ['< 0.1', 'below', 0.1],
      ['≥ 2 kΩ', 'above', 2000],
    ] as const)
      it(`${text} is bounded ${side} ${bound}`, () =>
        expect(read(text, 'Ω')).to.deep.equal({ ok: true, value: { kind: 'bounded', side, bound, unit: 'Ω', text } }));
  });

  describe('refuses, with what was expected', () => {
    for (const [text, unit, kind] of [
      ['', 'V', 'empty'],
      ['   ', 'V', 'empty'],
      ['twelve', 'V', 'notANumber'],
      ['12 345', 'V', 'notANumber'],
      ['1.234,5', 'V', 'twoDecimalMarks'],
      ['12..4', 'V', 'twoDecimalMarks'],
      ['1e999', 'V', 'outOfReach'],
      ['520 Ω', 'V', 'otherQuantity'],
      ['4k7 Ω', 'V', 'otherQuantity'],
      ['12 bananas', 'V', 'unknownUnit'],
      ['5 Δ°C', '°C', 'otherQuantity'],
      ['14 Hz', 'rpm', 'otherQuantity'],
      ['9'.repeat(61), 'V', 'tooLong'],
      ['4R7 V', 'Ω', 'unknownUnit'],
      ['4R7 kΩ', 'Ω', 'unknownUnit'],
      ['4R7 bananas', 'Ω', 'unknownUnit'],
      ['4R7', 'V', 'otherQuantity'],
      ['5 mhz', 'Hz', 'twoMeanings'],
      ['-300', '°C', 'belowZero'],
      ['-1 K', '°C', 'belowZero'],
      ['-500', '°F', 'belowZero'],
      ['-20', 'kPa(abs)', 'belowZero'],
      ['194 F', 'V', 'otherQuantity'],
    ] as const)
      it(`${text.slice(0, 12) || 'nothing'} in ${unit}: ${kind}`, () => {
        expect(problemKind(text, unit)).to.equal(kind);
        const result = read(text, unit);
        expect(result.ok ? '' : sayReadingProblem(result.problem)).to.include(unit);
      });
    it('names the other quantity in the sentence', () => {
      const result = read('520 Ω', 'V');
      expect(result.ok ? '' : sayReadingProblem(result.problem)).to.equal(
        '“Ω” is a resistance. This step is read in V, such as 12.4 V.',
      );
    });
  });

  describe('properties', () => {
    const units = ['V', 'mV', 'Ω', 'kΩ', 'A', 'mA', 'Hz', '°C', 'kPa(g)', '%', 's', 'rpm', 'mm'];

    it('no text throws', () => {
      const text = fc.oneof(
        fc.string({ unit: 'binary', maxLength: 80 }),
        fc.string({ unit: fc.constantFrom(...'0123456789.,eE+-<>mkMGuµΩVRL OlnA%°C') }),
      );
      fc.assert(
        fc.property(text, fc.constantFrom(...units), (typed, unit) => {
          const result = read(typed, unit);
          if (!result.ok) expect(sayReadingProblem(result.problem)).to.not.equal('');
        }),
      );
    });

    it('printing and parsing again gives the same quantity', () => {
      const readings = fc.record({
        digits: fc.integer({ min: -999_999, max: 999_999 }),
        power: fc.integer({ min: -6, max: 7 }),
        unit: fc.constantFrom(...units),
      });
      const power = { coarse: 0, fine: 0 };
      fc.assert(
        fc.property(readings, ({ digits, power: exponent, unit }) => {
          power[exponent > 0 ? 'coarse' : 'fine'] += 1;
          const first = read(`${digits}e${exponent}`, unit);
          // Nothing lies below absolute zero.
          if (!first.ok) {
            expect(first.problem.kind).to.equal('belowZero');
            return;
          }
          const again = read(formatReading(first.value), unit);
          expect(again.ok && withoutText(again.value), formatReading(first.value)).to.deep.equal(
            withoutText(first.value),
          );
        }),
        { numRuns: 1000 },
      );
      expect(Math.min(power.coarse, power.fine)).to.be.greaterThan(100);
    });

    it('printing and parsing again keeps overloads and bounds', () => {
      for (const text of ['OL', '-OL', '>50M', '<0.1', '<-3'])
        for (const unit of ['V', 'Ω', 'mV']) {
          const first = read(text, unit);
          if (!first.ok) throw new Error(`${text} was refused`);
          const again = read(formatReading(first.value), unit);
          expect(again.ok && withoutText(again.value)).to.deep.equal(withoutText(first.value));
        }
    });
  });
});

function withoutText({ text: _, ...rest }: Reading) {
  return rest.kind === 'exact'
    ? { ...rest, value: rest.value + 0, resolution: Number(rest.resolution.toPrecision(9)) }
    : rest;
}
