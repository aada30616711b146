import { expect } from 'chai';
import { aLine } from '../testing/aLine.js';
import {
  compareSheets,
  findCommonCauses,
  type NewSheet,
  parseFaultCode,
  type SheetMoment,
  saysTheSame,
  statusOf,
  withExpectedUnits,
} from './index.js';

const line = aLine();
const code = (unitId: string, text: string) => ({
  unitId,
  ...(parseFaultCode(text) ?? { code: 'P0000', failureType: null }),
  text: '',
  status: statusOf('confirmed'),
});

/** A sheet of the test line; units are given as `A40 silent`, all others answered. */
const sheet = (
  codes: readonly (readonly [string, string])[],
  notes: readonly string[] = [],
  moment: SheetMoment = 'asFound',
): NewSheet => ({
  sheetId: 's',
  source: 'hand',
  moment,
  takenAtMs: 0,
  units: line.units.map(({ id, name }) => {
    const note = notes.find((one) => one.startsWith(id))?.split(' ')[1];
    return { unitId: id, name, answer: note === 'silent' || note === 'unread' ? note : 'answered' };
  }),
  codes: codes.map(([unitId, text]) => code(unitId, text)),
});

describe('withExpectedUnits', () => {
  it('lists every unit of the line, and those found besides', () =>
    expect(
      withExpectedUnits(line, [
        { unitId: 'X1', name: 'radio', answer: 'answered' },
        { unitId: 'A20', name: 'brake control unit', answer: 'answered' },
      ]).map(({ unitId, answer }) => `${unitId} ${answer}`),
    ).to.deep.equal(['A10 unread', 'A20 answered', 'A40 unread', 'A41 unread', 'X1 answered']));
});

describe('saysTheSame', () => {
  const one = sheet([
    ['A10', 'P0118'],
    ['A20', 'C0035'],
  ]);
  it('knows a sheet again whatever the order', () =>
    expect(saysTheSame(one, { ...one, sheetId: 'other', codes: [...one.codes].reverse() })).to.equal(true));
  it('tells apart another status, another code, another answer', () => {
    expect(saysTheSame(one, { ...one, codes: one.codes.map((c) => ({ ...c, status: 0 })) })).to.equal(false);
    expect(saysTheSame(one, sheet([['A10', 'P0118']]))).to.equal(false);
    expect(
      saysTheSame(
        one,
        sheet(
          [
            ['A10', 'P0118'],
            ['A20', 'C0035'],
          ],
          ['A41 silent'],
        ),
      ),
    ).to.equal(false);
  });
});

describe('compareSheets', () => {
  const before = sheet(
    [
      ['A10', 'P0118'],
      ['A10', 'P0193'],
      ['A20', 'C0035'],
      ['A41', 'B1A20-13'],
    ],
    ['A40 silent'],
  );
  const compare = (after: NewSheet, wereCleared: boolean) => {
    const { codes, units } = compareSheets(before, after, wereCleared);
    return [
      ...codes.map(({ kind, code: { code } }) => `${code} ${kind}`),
      ...units.map(({ kind, unit }) => `${unit.unitId} ${kind}`),
    ];
  };

  it('after clearing: what came back at once, what is gone, what is new', () =>
    expect(
      compare(
        sheet(
          [
            ['A10', 'P0118'],
            ['A10', 'P2138'],
          ],
          [],
          'afterClearing',
        ),
        true,
      ),
    ).to.deep.equal([
      'P0118 cameBackAtOnce',
      'P2138 new',
      'P0193 gone',
      'C0035 gone',
      'B1A20 gone',
      'A40 answersAgain',
    ]));

  it('after driving: what needed moving to come back', () =>
    expect(compare(sheet([['A10', 'P0193']], [], 'afterDriving'), true)).to.include('P0193 cameBackAfterDriving'));

  it('without clearing nothing has come back: it stayed', () =>
    expect(compare(sheet([['A10', 'P0118']]), false)).to.include('P0118 stayed'));

  for (const [status, kind] of [
    [0x50, 'notTested'],
    [0x40, 'notTested'],
    [0x00, 'passed'],
    [0x20, 'cameBackAtOnce'],
    [0x04, 'cameBackAtOnce'],
    [null, 'cameBackAtOnce'],
  ] as const)
    it(`a code that is listed with the status ${status} after clearing is ${kind}`, () => {
      const after = sheet([['A10', 'P0118']], [], 'afterClearing');
      const listed = { ...after, codes: after.codes.map((one) => ({ ...one, status })) };
      expect(compare(listed, true)).to.include(`P0118 ${kind}`);
    });

  it('a code whose test had not run before is new when it is seen', () => {
    const untested = { ...before, codes: before.codes.map((one) => ({ ...one, status: 0x50 })) };
    const { codes } = compareSheets(untested, sheet([['A10', 'P0118']]), false);
    expect(codes.map(({ kind }) => kind)).to.deep.equal(['new']);
  });

  it('a unit that is silent has not said that its codes are gone', () =>
    expect(compare(sheet([], ['A41 silent', 'A20 unread', 'A40 silent'], 'afterClearing'), true)).to.deep.equal([
      'P0118 gone',
      'P0193 gone',
      'C0035 notAsked',
      'B1A20 notAsked',
      'A40 stillSilent',
      'A41 fellSilent',
    ]));

  it('a code of a unit that was silent before is not called new', () =>
    expect(compare(sheet([['A40', 'B1200']]), false)).to.include('B1200 notAskedBefore'));

  it('another failure type is another code', () =>
    expect(compare(sheet([['A41', 'B1A20-11']]), false)).to.include.members(['B1A20 new', 'B1A20 gone']));
});

describe('findCommonCauses', () => {
  const causes = (of: NewSheet, isMadeByUs?: Parameters<typeof findCommonCauses>[2]) =>
    findCommonCauses(of, line, isMadeByUs).map(
      ({ id, explains, healthy }) => `${id} ${explains.length}:${healthy.length}`,
    );

  it('two silent units on one fuse, the third on it silent too: the fuse, as the bus has a healthy one', () =>
    expect(causes(sheet([], ['A20 silent', 'A40 silent', 'A41 silent']))[0]).to.equal('F20 3:0'));

  it('two silent units on one bus: the bus, as the shared fuse feeds a healthy one', () => {
    const found = causes(sheet([['A10', 'U0199']], ['A40 silent', 'A41 silent']));
    expect(found.slice(0, 2)).to.deep.equal(['bus2 3:0', 'F20 3:1']);
  });

  it('codes of several sensors on one supply point to the supply', () =>
    expect(
      causes(
        sheet([
          ['A10', 'P0118'],
          ['A10', 'P0193'],
          ['A10', 'P2138'],
        ]),
      )[0],
    ).to.equal('ref5 3:0'));

  it('says how many healthy ones speak against a supply', () =>
    expect(
      causes(
        sheet([
          ['A10', 'P0118'],
          ['A10', 'P2138'],
        ]),
      ),
    ).to.include('ref5 2:1'));

  it('one unit accused by two others', () =>
    expect(
      causes(
        sheet([
          ['A10', 'U0199'],
          ['A20', 'U0199'],
        ]),
      )[0],
    ).to.equal('A40 2:0'));

  it('codes that we made do not count', () =>
    expect(
      causes(
        sheet([
          ['A10', 'P0118'],
          ['A10', 'P2138'],
        ]),
        ({ code }) => code === 'P2138',
      ),
    ).to.deep.equal([]));

  it('codes whose test has not run have nothing in common, and do not speak for what they watch', () => {
    const codes: readonly (readonly [string, string])[] = [
      ['A10', 'P0118'],
      ['A10', 'P0193'],
      ['A10', 'P2138'],
    ];
    const listed = sheet(codes);
    const withStatus = (...status: readonly number[]) =>
      causes({ ...listed, codes: listed.codes.map((one, at) => ({ ...one, status: status[at] ?? 0 })) });
    expect(withStatus(0x50, 0x40, 0x50)).to.deep.equal([]);
    expect(withStatus(0x08, 0x08, 0x50)).to.include('ref5 2:0');
    expect(withStatus(0x08, 0x08, 0x00)).to.include('ref5 2:1');
  });

  it('one affected thing has nothing in common', () => expect(causes(sheet([['A10', 'P0118']]))).to.deep.equal([]));
});
