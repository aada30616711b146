import { expect } from 'chai';
import fc from 'fast-check';
import { aLine } from '../testing/aLine.js';
import { codeReports } from '../testing/codeReports.js';
import { formatFaultCode, readCodeText, sayStatus } from './index.js';

const line = aLine();
const read = (text: string) =>
  readCodeText(text, line).codes.map((code) => [code.unitId, formatFaultCode(code), code.text, sayStatus(code.status)]);

describe('reports of different build', () => {
  for (const { build, lines, codes, silent } of codeReports)
    it(`are read as a person reads them: ${build}`, () => {
      expect(read(lines.join('\n'))).to.deep.equal(codes);
      if (!silent) return;
      const { units } = readCodeText(lines.join('\n'), line);
      expect(units.filter(({ answer }) => answer === 'silent').map(({ unitId }) => unitId)).to.deep.equal(silent);
    });

  it('are forty at least', () => expect(codeReports.length).to.be.at.least(40));
});

/** Reports that are made from what they must be read as. */
describe('a made report', () => {
  const unit = fc.constantFrom(
    ...line.units.map(({ id, name }) => ({ id, name })),
    { id: 'unknown-gateway', name: 'Gateway' },
    { id: 'unknown-radio', name: 'Radio' },
  );
  const code = fc
    .tuple(fc.constantFrom('P', 'C', 'B', 'U'), fc.integer({ min: 0, max: 0x3fff }), fc.constantFrom('', '-13', '-1F'))
    .map(([letter, number, type]) => `${letter}${number.toString(16).toUpperCase().padStart(4, '0')}${type}`);
  const text = fc.constantFrom(
    'Lost communication with ECM',
    'Phase current sensor',
    'Circuit intermittent',
    'Wheel speed, front right',
    'Supply of door controller - too low',
  );
  const status = fc.constantFrom(['present', 'failing now'], ['not active', 'stored'], ['stored', 'stored']);
  const sections = fc.uniqueArray(
    fc.record({
      unit,
      rows: fc.uniqueArray(fc.tuple(code, text, status), { minLength: 1, maxLength: 4, selector: ([one]) => one }),
    }),
    { minLength: 1, maxLength: 5, selector: (section) => section.unit.id },
  );
  const builds: Readonly<
    Record<string, (unitName: string, rows: readonly (readonly [string, string, string])[]) => string[]>
  > = {
    headings: (name, rows) => [name, ...rows.map(([one, text, stands]) => `  ${one} ${text} (${stands})`)],
    'marked headings': (name, rows) => [
      `Unit: ${name}`,
      ...rows.map(([one, text, stands]) => `${one} ${text} - ${stands}`),
    ],
    columns: (name, rows) => rows.map(([one, text, stands]) => [name, one, stands, text].join(';')),
    'columns, unit last': (name, rows) => rows.map(([one, text, stands]) => [one, text, stands, name].join('|')),
  };
  const heads: Readonly<Record<string, string>> = { 'columns, unit last': 'Code|Text|Status|Unit' };

  for (const [build, write] of Object.entries(builds))
    it(`with ${build} is read back`, () =>
      fc.assert(
        fc.property(sections, (all) => {
          const lines = all.flatMap(({ unit: { name }, rows }) =>
            write(
              name,
              rows.map(([one, text, [stands = '']]) => [one, text, stands]),
            ),
          );
          const told = all.flatMap(({ unit: { id }, rows }) =>
            rows.map(([one, text, [, stands]]) => [id, one, text, stands]),
          );
          expect(read([heads[build] ?? '', ...lines].join('\n'))).to.deep.equal(told);
        }),
        { numRuns: 300 },
      ));
});
