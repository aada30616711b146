import { expect } from 'chai';
import fc from 'fast-check';
import { evaluateFormula, evaluateRows } from './index.js';

const units = {
  boost: 'kPa(abs)',
  air: 'mbar(abs)',
  gauge: 'bar(g)',
  coolant: '°C',
  outside: '°F',
  share: '%',
  volts: 'mV',
};

/** Formulas with the unit that they come to. */
const formulas = [
  ['boost - air', 'kPa'],
  ['mean(boost, air)', 'kPa(abs)'],
  ['gauge * 0.5', 'kPa(g)'],
  ['coolant - outside', 'Δ°C'],
  ['max(coolant, 20)', '°C'],
  ['abs(coolant - outside) * share', 'Δ°C'],
  ['volts / 2 + 5', 'V'],
  ['boost / air', '%'],
  ['sqrt(volts) * sqrt(volts)', 'V'],
  ['boost / (air - air)', '%'],
] as const;

describe('evaluateRows', () => {
  for (const [formula, unit] of formulas)
    it(`gives for ${formula} row by row what evaluateFormula gives for one`, () =>
      fc.assert(
        fc.property(
          fc.array(
            fc.integer({ min: -500_000, max: 2_500_000 }).map((tenThousandths) => tenThousandths / 1e4),
            { minLength: 7, maxLength: 21 },
          ),
          (numbers) => {
            const names = Object.entries(units);
            const rows = Math.floor(numbers.length / names.length);
            const columns = new Map(
              names.map(([name, told], at) => [
                name,
                {
                  unit: told,
                  values: Float64Array.from({ length: rows }, (_, row) => numbers[row * names.length + at] ?? 0),
                },
              ]),
            );
            const all = evaluateRows(formula, unit, columns, () => true);
            if (!all.ok) throw new Error(all.problem);
            for (let row = 0; row < rows; row += 1) {
              const one = evaluateFormula(formula, unit, (name) => {
                const column = columns.get(name);
                return column ? { value: column.values[row] ?? 0, unit: column.unit, uncertainty: 0 } : 'unknown';
              });
              const expected = one.ok ? one.value.value : Number.NaN;
              if (Number.isNaN(expected)) expect(all.value[row]).to.be.NaN;
              else expect(all.value[row]).to.be.closeTo(expected, Math.max(1e-8, Math.abs(expected) * 1e-9));
            }
          },
        ),
      ));
  it('leaves rows that are not wanted without a value', () =>
    expect(
      evaluateRows('a', 'V', new Map([['a', { unit: 'V', values: Float64Array.of(1, 2) }]]), (row) => row === 1),
    ).to.deep.equal({ ok: true, value: Float64Array.of(Number.NaN, 2) }));
  it('says what is wrong with a formula', () =>
    expect(evaluateRows('a + b', 'V', new Map(), () => true)).to.deep.include({
      ok: false,
      problem: 'a is not known.',
    }));
});
