import { expect } from 'chai';
import { parseTable, tableText } from './tableText';

const parse = parseTable('kΩ', '°C');
const rows = (text: string) => {
  const parsed = parse(text);
  return parsed.ok ? parsed.value : parsed.problem;
};

describe('the text of a table', () => {
  it('is read back as it was written', () => {
    const table = [
      { at: -20, limits: { kind: 'tolerance', nominal: 15, tolerance: 10, as: 'percent' } },
      { at: 0, limits: { kind: 'tolerance', nominal: 6, tolerance: 0.5, as: 'absolute' } },
      { at: 20, limits: { kind: 'band', min: 2, max: null } },
    ] as const;
    expect(tableText(table)).to.equal('-20; 15 ± 10 %\n0; 6 ± 0.5\n20; 2; ');
    expect(rows(tableText(table))).to.deep.equal(table);
  });

  it('takes what a spreadsheet gives, with decimal commas', () =>
    expect(rows('0\t5,4\t6,6\n20\t2\t3\n')).to.deep.equal([
      { at: 0, limits: { kind: 'band', min: 5.4, max: 6.6 } },
      { at: 20, limits: { kind: 'band', min: 2, max: 3 } },
    ]));

  for (const [text, message] of [
    ['0; 1; 2', 'at least two rows'],
    ['0; 1; 2\ncold; 1; 2', 'Line 2: “cold” is not a number in °C'],
    ['20; 1; 2\n0; 1; 2', 'Line 2: the rows must rise'],
    ['0; 2; 1\n20; 1; 2', 'Line 1: Write 0; from; to'],
    ['0; about 3\n20; 1; 2', 'Line 1: Write 0; from; to'],
  ] as const)
    it(`says what is wrong with “${text.replace('\n', ' / ')}”`, () => expect(rows(text)).to.include(message));
});
