import { expect } from 'chai';
import fc from 'fast-check';
import type { ValueFor } from '../formula/index.js';
import { parseReading, type Reading } from '../reading/index.js';
import { validate } from '../schema/index.js';
import {
  type ChangeSpec,
  type CountSpec,
  type CurveSpec,
  casesOf,
  type FormulaSpec,
  judgeChange,
  judgeCount,
  judgeReading,
  judgeSiblings,
  judgeSweep,
  limitsOf,
  type MeasuredSpec,
  type SiblingsSpec,
  type Spec,
  type SweepSpec,
  sayVerdict,
  specSchema,
  uncertaintyOf,
  type Verdict,
} from './index.js';

const read = (text: string, unit: string): Reading => {
  const result = parseReading(text, { unit });
  if (!result.ok) throw new Error(`${text} was refused`);
  return result.value;
};
const known =
  (values: Readonly<Record<string, readonly [number, string, number?]>>): ValueFor =>
  (name) => {
    const found = values[name];
    return found
      ? { value: found[0], unit: found[1], uncertainty: found[2] ?? 0 }
      : `“${name}” has not been read, or no longer counts.`;
  };
const exact = (reading: Reading) => uncertaintyOf(reading, { percent: 0, digits: 0 });

function judged(spec: MeasuredSpec, text: string, valueFor: ValueFor): Verdict | string {
  const limits = limitsOf(spec, valueFor);
  const reading = read(text, spec.unit);
  return limits.ok ? judgeReading(limits.value, reading, uncertaintyOf(reading)) : limits.problem;
}

const band = (min: number | null, max: number | null) => ({ kind: 'band', min, max }) as const;

const ntc: CurveSpec = {
  kind: 'curve',
  unit: 'kΩ',
  of: 'coolant',
  ofUnit: '°C',
  rows: [
    { at: 0, limits: { kind: 'tolerance', nominal: 6, tolerance: 10, as: 'percent' } },
    { at: 20, limits: band(2, 3) },
    { at: 80, limits: band(0.2, 0.4) },
  ],
};

describe('a curve', () => {
  for (const [at, text, zone] of [
    [20, '2.5', 'inSpec'],
    [20, '3.6', 'above'],
    [50, '1.4', 'inSpec'],
    [50, '0.5', 'below'],
    [0, '6.5', 'inSpec'],
    [80, '0.3', 'inSpec'],
  ] as const)
    it(`${text} kΩ at ${at} °C is ${zone}`, () => {
      const verdict = judged(ntc, text, known({ coolant: [at, '°C'] }));
      expect(typeof verdict === 'string' ? verdict : verdict.zone.id).to.equal(zone);
    });

  it('is linear between its rows, and says where it was read', () => {
    const limits = limitsOf(ntc, known({ coolant: [50, '°C'] }));
    expect(limits.ok && limits.value.line.cuts).to.deep.equal([1.1, 1.7]);
    expect(limits.ok && limits.value.text).to.equal('At 50 °C the limits are 1.1 kΩ to 1.7 kΩ.');
  });

  it('judges by the digits that it shows, a hundredth of what lies between the limits', () => {
    const limits = limitsOf(ntc, known({ coolant: [30.7, '°C'] }));
    expect(limits.ok && limits.value.line.cuts).to.deep.equal([1.679, 2.536]);
  });

  it('keeps the digits of a row as its author wrote them', () => {
    const fine = { ...ntc, rows: [{ at: 0, limits: band(5.00042, 6) }, ...ntc.rows.slice(1)] };
    const limits = limitsOf(fine, known({ coolant: [0, '°C'] }));
    expect(limits.ok && limits.value.line.cuts).to.deep.equal([5.00042, 6]);
  });

  it('has no limit outside its table, and says so', () =>
    expect(judged(ntc, '0.2', known({ coolant: [92, '°C'] }))).to.equal(
      'There is no limit here: the table goes from 0 °C to 80 °C, and this is at 92 °C.',
    ));

  it('reads its place in any unit of the quantity, and never from another', () => {
    const limits = limitsOf(ntc, known({ coolant: [68, '°F'] }));
    expect(limits.ok && limits.value.line.cuts).to.deep.equal([2, 3]);
    expect(judged(ntc, '2.5', known({ coolant: [20, 'V'] }))).to.include('no way to °C');
  });

  it('widens the doubt by how unsure its place is', () => {
    const verdict = judged(ntc, '2.98', known({ coolant: [20, '°C', 2] }));
    expect(typeof verdict !== 'string' && verdict.kind).to.equal('tooCloseToCall');
  });

  it('stays between the limits of the rows around it', () =>
    fc.assert(
      fc.property(fc.double({ min: 20, max: 80, noNaN: true }), (at) => {
        const limits = limitsOf(ntc, known({ coolant: [at, '°C'] }));
        const [min = 0, max = 0] = limits.ok ? limits.value.line.cuts : [];
        expect(min).to.be.within(0.2, 2);
        expect(max).to.be.within(0.4, 3);
      }),
    ));
});

describe('a formula', () => {
  const feed: FormulaSpec = { kind: 'formula', unit: 'V', min: 'battery - 0.5', max: null };

  for (const [text, kind] of [
    ['12.1', 'inSpec'],
    ['11.2', 'outOfSpec'],
    ['11.88', 'tooCloseToCall'],
  ] as const)
    it(`${text} V under a battery of 12.4 V is ${kind}`, () => {
      const verdict = judged(feed, text, known({ battery: [12.4, 'V', 0.05] }));
      expect(typeof verdict === 'string' ? verdict : verdict.kind).to.equal(kind);
    });

  it('says which limits came out, and of what', () => {
    const verdict = judged(feed, '12.1', known({ battery: [12.4, 'V'] }));
    expect(typeof verdict !== 'string' && sayVerdict(verdict, read('12.1', 'V'))).to.equal(
      '12.1 V is 0.2 V inside the limit of 11.9 V. By battery - 0.5 the limits are 11.9 V or more.',
    );
  });

  it('has five digits where one side is open', () => {
    const limits = limitsOf({ ...feed, min: 'battery / 7' }, known({ battery: [12.4, 'V'] }));
    expect(limits.ok && limits.value.line.cuts).to.deep.equal([1.7714]);
  });

  it('has no limit without its reading, after a division by zero, or where the limits cross', () => {
    expect(judged(feed, '12', known({}))).to.include('no longer counts');
    expect(judged({ ...feed, min: '1 / (battery - battery)' }, '12', known({ battery: [12, 'V'] }))).to.include(
      'divides by zero',
    );
    expect(judged({ ...feed, max: 'battery - 1' }, '12', known({ battery: [12, 'V'] }))).to.include(
      'above the upper one',
    );
  });
});

const glow: SiblingsSpec = {
  kind: 'siblings',
  rule: 'median',
  unit: 'A',
  members: [1, 2, 3, 4].map((cylinder) => ({ id: `c${cylinder}`, name: `Cylinder ${cylinder}` })),
  spread: 10,
  as: 'percent',
};
const siblings = (spec: SiblingsSpec, ...texts: string[]) =>
  judgeSiblings(
    spec,
    texts.map((text) => read(text, spec.unit)),
    exact,
  );

describe('siblings', () => {
  for (const [texts, zone, kind] of [
    [['12.1', '12.4', '11.9', '12.2'], 'inSpec', 'inSpec'],
    [['12.1', '12.4', '8.0', '12.2'], 'c3', 'outOfSpec'],
    [['12.1', 'OL', '11.9', '12.2'], 'c2', 'outOfSpec'],
    [['12.1', '18', '8.0', '12.2'], 'several', 'outOfSpec'],
    [['0', '0', '0', '0'], 'inSpec', 'inSpec'],
    [['OL', 'OL', 'OL', 'OL'], 'inSpec', 'inSpec'],
  ] as const)
    it(`${texts.join(', ')} A are ${zone}`, () => {
      const { verdict } = siblings(glow, ...texts);
      expect([verdict.zone.id, verdict.kind]).to.deep.equal([zone, kind]);
    });

  it('names the odd one of three although it pulls the median of the others', () => {
    const three = { ...glow, members: glow.members.slice(0, 3) };
    const { rows, verdict } = siblings(three, '10', '10', '20');
    expect(verdict.zone.id).to.equal('c3');
    expect(rows.map((row) => row.verdict.kind)).to.deep.equal(['inSpec', 'inSpec', 'outOfSpec']);
    expect(verdict.note).to.include('Cylinder 3 shows 20 A, the others about 10 A');
  });

  it('does not tell which of two differs', () => {
    const two = { ...glow, members: glow.members.slice(0, 2) };
    expect(siblings(two, '10', '20').verdict.zone.id).to.equal('several');
    expect(casesOf(two).map(({ id }) => id)).to.deep.equal(['inSpec', 'several']);
  });

  it('has no odd one where two are equally far from the third', () => {
    const three = { ...glow, members: glow.members.slice(0, 3) };
    expect(siblings(three, '10', '15', '20').verdict.zone.id).to.equal('several');
  });

  it('names whichever one is made to differ, in any order', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3 }), fc.double({ min: 1, max: 40, noNaN: true }), (at, base) => {
        const texts = [0, 1, 2, 3].map((index) => (base * (index === at ? 1.5 : 1 + index / 100)).toFixed(6));
        expect(siblings(glow, ...texts).verdict.zone.id).to.equal(`c${at + 1}`);
      }),
    ));
});

describe('a change', () => {
  const spec = (direction: ChangeSpec['direction'], atLeast: number | null, atMost: number | null): ChangeSpec => ({
    kind: 'change',
    unit: 'V',
    action: 'Unplug C31',
    direction,
    atLeast,
    atMost,
  });
  const change = (of: ChangeSpec, before: string, after: string) =>
    judgeChange(of, [read(before, 'V'), read(after, 'V')], exact);

  for (const [of, before, after, zone] of [
    [spec('rise', 1, 3), '2.0', '4.0', 'inSpec'],
    [spec('rise', 1, 3), '2.0', '2.5', 'tooLittle'],
    [spec('rise', 1, 3), '2.0', '1.0', 'tooLittle'],
    [spec('rise', 1, 3), '2.0', '9.0', 'tooMuch'],
    [spec('fall', 1, null), '5.0', '0.1', 'inSpec'],
    [spec('fall', 1, null), '5.0', '4.9', 'tooLittle'],
    [spec('fall', 1, 2), '5.0', '0.1', 'tooMuch'],
    [spec('stay', null, 0.2), '5.0', '5.1', 'inSpec'],
    [spec('stay', null, 0.2), '5.0', '4.0', 'fell'],
    [spec('stay', null, 0.2), '5.0', '6.0', 'rose'],
    [spec('rise', 1, null), '2.0', 'OL', 'inSpec'],
    [spec('rise', 1, 3), '2.0', 'OL', 'tooMuch'],
    [spec('fall', 1, null), 'OL', '2.0', 'inSpec'],
  ] as const)
    it(`from ${before} to ${after} V under ${of.direction} ${of.atLeast} to ${of.atMost} is ${zone}`, () =>
      expect(change(of, before, after).verdict.zone.id).to.equal(zone));

  it('has the uncertainty of both readings', () => {
    const coarse = (reading: Reading) => uncertaintyOf(reading, { percent: 0, digits: 3 });
    const { verdict } = judgeChange(spec('rise', 1, 3), [read('2.0', 'V'), read('3.2', 'V')], coarse);
    expect(verdict.kind).to.equal('tooCloseToCall');
    expect(verdict.uncertainty).to.be.closeTo(Math.SQRT2 * 0.3, 1e-9);
  });

  it('says nothing of a change from OL to OL', () => {
    const { verdict } = change(spec('rise', 1, 3), 'OL', 'OL');
    expect([verdict.kind, sayVerdict(verdict, undefined)]).to.deep.equal([
      'noLimit',
      'Without a number before or after there is no change to judge.',
    ]);
  });
});

const pedal: SweepSpec = {
  kind: 'sweep',
  unit: 'V',
  command: 'pedal travel',
  commandUnit: '%',
  rows: [0, 25, 50, 75, 100].map((at) => ({
    at,
    limits: { kind: 'tolerance', nominal: 0.8 + at * 0.032, tolerance: 0.15, as: 'absolute' } as const,
  })),
};
const sweep = (actual: (expected: number, index: number) => number) =>
  judgeSweep(
    pedal,
    pedal.rows.map(({ at }, index) => read(actual(0.8 + at * 0.032, index).toFixed(3), 'V')),
    exact,
  );

describe('a sweep', () => {
  for (const [what, actual, pattern] of [
    ['as it should', (expected: number) => expected, 'inSpec'],
    ['higher by the same everywhere', (expected: number) => expected + 0.4, 'offset'],
    ['half of it', (expected: number) => expected / 2, 'gain'],
    ['always the same', () => 2.1, 'stuck'],
    ['one row dead', (expected: number, index: number) => (index === 2 ? 0 : expected), 'scatter'],
    ['here and there', (expected: number, index: number) => expected + (index % 2 ? 0.6 : -0.6), 'scatter'],
    ['tilted about its middle', (expected: number) => 2.4 + (expected - 2.4) * 0.6, 'gain'],
  ] as const)
    it(`that reads ${what} is ${pattern}`, () => expect(sweep(actual).verdict.zone.id).to.equal(pattern));

  it('says which rows fail, and by how much together', () => {
    const { verdict, rows } = sweep((expected) => expected + 0.4);
    expect(verdict.note).to.equal('On average +0.4 V. 5 of 5 rows out of spec: at 0 %, 25 %, 50 % and 2 more.');
    expect(rows.every((row) => row.verdict.kind === 'outOfSpec')).to.equal(true);
    expect(sweep((expected) => expected * 0.5).verdict.note).to.include('It follows 50 %');
  });

  it('counts a row that shows OL as out, and draws no line through it', () => {
    const readings = pedal.rows.map(({ at }, index) => read(index === 4 ? 'OL' : (0.8 + at * 0.032).toFixed(3), 'V'));
    const { verdict } = judgeSweep(pedal, readings, exact);
    expect([verdict.kind, verdict.zone.id]).to.deep.equal(['outOfSpec', 'scatter']);
  });

  it('sees no pattern where limits are open on one side', () => {
    const open: SweepSpec = { ...pedal, rows: pedal.rows.map(({ at }) => ({ at, limits: band(1, null) })) };
    expect(
      judgeSweep(
        open,
        pedal.rows.map(() => read('0.5', 'V')),
        exact,
      ).verdict.zone.id,
    ).to.equal('scatter');
  });

  it('finds an offset however large and whichever way', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 5, noNaN: true }), fc.boolean(), (shift, isUp) => {
        expect(sweep((expected) => expected + (isUp ? shift : -shift)).verdict.zone.id).to.equal('offset');
      }),
    ));
});

describe('a count', () => {
  const spec: CountSpec = {
    kind: 'count',
    what: 'dropouts',
    inSeconds: 30,
    min: null,
    max: 0,
    sections: [
      { id: 'a', name: 'at the pedal' },
      { id: 'b', name: 'behind the panel' },
    ],
  };

  it('is in spec where nothing dropped out in the time', () => {
    const verdict = judgeCount(spec, { counts: [0, 0], seconds: 60 });
    expect(verdict.ok && [verdict.value.kind, verdict.value.note]).to.deep.equal(['inSpec', 'Dropouts: 0 in 60 s.']);
  });

  it('names the section that most of it came from', () => {
    const verdict = judgeCount(spec, { counts: [1, 4], seconds: 30 });
    expect(verdict.ok && [verdict.value.kind, verdict.value.note]).to.deep.equal([
      'outOfSpec',
      'Dropouts: 5 in 30 s, 4 of them at “behind the panel”.',
    ]);
  });

  it('names the section that all of it came from', () => {
    const verdict = judgeCount(spec, { counts: [1, 0], seconds: 30 });
    expect(verdict.ok && verdict.value.note).to.equal('Dropouts: 1 in 30 s, at “at the pedal”.');
  });

  it('is refused before the time is up, unless it is too many already', () => {
    expect(judgeCount(spec, { counts: [0, 0], seconds: 12 })).to.deep.equal({
      ok: false,
      problem: { kind: 'tooShort', seconds: 6, inSeconds: 30, section: 'at the pedal' },
    });
    expect(judgeCount(spec, { counts: [0, 1], seconds: 12 }).ok).to.equal(true);
    expect(judgeCount(spec, { counts: [0], seconds: 30 }).ok).to.equal(false);
  });

  it('takes ten thousand', () => {
    const verdict = judgeCount({ ...spec, sections: [], min: 10_000, max: null }, { counts: [10_000], seconds: 30 });
    expect(verdict.ok && verdict.value.kind).to.equal('inSpec');
  });
});

describe('the schema of the kinds', () => {
  const faultsOf = (spec: unknown) => {
    const result = validate(specSchema, spec);
    return result.ok ? '' : result.problem.map(({ message }) => message).join('; ');
  };
  const sound: Spec[] = [ntc, glow, pedal, { kind: 'formula', unit: 'V', min: 'a - 1', max: null }];
  for (const spec of sound) it(`takes a ${spec.kind}`, () => expect(faultsOf(spec)).to.equal(''));

  for (const [what, spec, message] of [
    ['a curve whose rows fall', { ...ntc, rows: [...ntc.rows].reverse() }, 'must rise from top to bottom'],
    ['a curve of one row', { ...ntc, rows: ntc.rows.slice(0, 1) }, 'rows'],
    ['a curve of something that no formula could name', { ...ntc, of: 'coolant-temp' }, 'must begin with a letter'],
    ['a formula that cannot be read', { kind: 'formula', unit: 'V', min: 'a -', max: null }, 'cannot be read'],
    ['one sibling', { ...glow, members: glow.members.slice(0, 1) }, 'members'],
    [
      'a rise without its least',
      { kind: 'change', unit: 'V', action: '', direction: 'rise', atLeast: null, atMost: 1 },
      'needs its least',
    ],
    [
      'a change that must be more than it may',
      { kind: 'change', unit: 'V', action: '', direction: 'fall', atLeast: 2, atMost: 1 },
      'more than at most',
    ],
    ['a count of no time', { kind: 'count', what: '', inSeconds: 0, min: 1, max: 2, sections: [] }, 'inSeconds'],
    [
      'a row whose limits cross',
      { ...pedal, rows: [{ at: 0, limits: band(2, 1) }, pedal.rows[1]] },
      'above the upper one',
    ],
  ] as const)
    it(`refuses ${what}`, () => expect(faultsOf(spec)).to.include(message));
});
