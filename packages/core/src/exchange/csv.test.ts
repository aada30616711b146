import { expect } from 'chai';
import Papa from 'papaparse';
import { readCell, writeCsv } from './csv.js';

describe('a CSV file', () => {
  const cellOf = (cell: string) => Papa.parse<string[]>(writeCsv(['cell'], [{ cell }])).data[1]?.[0];

  for (const cell of ['=1+1', '+cmd', '-cmd', '@sum(A1)', '\tx', '=HYPERLINK("x")', '-1+1', '+1-1', '--1'])
    it(`defuses ${JSON.stringify(cell)}, and reads it back as it was`, () => {
      expect(cellOf(cell)).to.equal(`'${cell}`);
      expect(readCell(cellOf(cell) ?? '')).to.equal(cell);
    });

  for (const cell of ['-0.5', '+12', '-1e-3', '-.5', '12.4', 'feed', '', 'a=b', "it's"])
    it(`leaves ${JSON.stringify(cell)} as it is`, () => {
      expect(cellOf(cell) ?? '').to.equal(cell);
      expect(readCell(cell)).to.equal(cell);
    });
});
