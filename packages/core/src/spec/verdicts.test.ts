import { expect } from 'chai';
import fc from 'fast-check';
import { parseReading, type Reading } from '../reading/index.js';
import {
  type CountSpec,
  judgeCount,
  judgeReading,
  judgeSiblings,
  judgeSweep,
  type SiblingsSpec,
  type SweepSpec,
  sayVerdict,
  uncertaintyOf,
  zonesOf,
} from './index.js';

const read = (text: string, unit: string): Reading => {
  const result = parseReading(text, { unit });
  if (!result.ok) throw new Error(`${text} was refused`);
  return result.value;
};
const judged = (text: string, unit: string, min: number | null, max: number | null, digits?: number) => {
  const reading = read(text, unit);
  const line = zonesOf({ kind: 'band', unit, min, max });
  const accuracy = digits === undefined ? undefined : { percent: 0, digits };
  return judgeReading({ line, uncertainty: 0, text: '' }, reading, uncertaintyOf(reading, accuracy));
};

describe('verdicts at the edges', () => {
  it('agree with exact decimals, over a grid of readings, digits and limits', () => {
    const decimal = (whole: number, places: number) => (whole / 10 ** places).toFixed(places);
    let edges = 0;
    fc.assert(
      fc.property(
        fc.record({
          value: fc.integer({ min: 0, max: 400 }),
          digits: fc.integer({ min: 1, max: 5 }),
          min: fc.integer({ min: 1, max: 200 }),
          width: fc.integer({ min: 0, max: 200 }),
          places: fc.integer({ min: 0, max: 4 }),
        }),
        ({ value, digits, min, width, places }) => {
          const max = min + width;
          const [low, high] = [value - digits, value + digits];
          const want = high < min || low > max ? 'outOfSpec' : low >= min && high <= max ? 'inSpec' : 'tooCloseToCall';
          edges += Number([low, high].some((end) => end === min || end === max));
          const text = decimal(value, places);
          const verdict = judged(text, 'V', Number(decimal(min, places)), Number(decimal(max, places)), digits);
          expect(verdict.kind, `${text} ± ${digits} digits in ${min} to ${max}`).to.equal(want);
        },
      ),
      { numRuns: 20_000, seed: 16 },
    );
    expect(edges).to.be.greaterThan(150);
  });

  it('take 0.1 V ± 2 digits for in spec where at most 0.3 V is allowed', () =>
    expect(judged('0.1', 'V', null, 0.3, 2).kind).to.equal('inSpec'));

  for (const [text, unit, min, max, kind] of [
    ['0.0', 'Ω', 0, 0.5, 'inSpec'],
    ['0', 'rpm', 0, 50, 'inSpec'],
    ['0', 'kPa(abs)', 0, 5, 'inSpec'],
    ['0.0', 'V', 0, 0.5, 'tooCloseToCall'],
    ['0.5', 'Ω', 0, 0.5, 'tooCloseToCall'],
    ['>5', 'Ω', null, 5, 'outOfSpec'],
    ['≥5', 'Ω', null, 5, 'tooCloseToCall'],
    ['<5', 'Ω', 5, null, 'outOfSpec'],
    ['>5', 'Ω', 5, null, 'inSpec'],
    ['OL', 'Ω', null, 5, 'outOfSpec'],
    ['OL', 'Ω', 100, null, 'inSpec'],
  ] as const)
    it(`${text} ${unit} in ${min} to ${max} is ${kind}`, () =>
      expect(judged(text, unit, min, max).kind).to.equal(kind));

  it('share out what would lie below zero: 0.0 Ω in 0 to 0.5 Ω conforms surely', () =>
    expect(judged('0.0', 'Ω', 0, 0.5).conformity).to.equal(1));

  it('know no less than half of the last digit that was typed, whatever the instrument says', () => {
    const reading = read('12', 'V');
    expect(uncertaintyOf(reading, { percent: 0.1, digits: 1, lastPlace: 0.01 })).to.equal(0.5);
  });

  it('say how far inside a limit a good reading is, and never that it is above one', () => {
    const reading = read('112', 'A');
    const verdict = judgeReading(
      { line: zonesOf({ kind: 'band', unit: 'A', min: 90, max: null }), uncertainty: 0, text: '' },
      reading,
      0.5,
    );
    expect(sayVerdict(verdict, reading)).to.equal('112 A is 22 A inside the limit of 90 A.');
  });

  it('say that the doubt of a limit comes from a reading', () => {
    const reading = read('11.9', 'V');
    const limits = {
      line: zonesOf({ kind: 'band', unit: 'V', min: 11.9, max: null }),
      uncertainty: 0.1,
      text: 'By battery - 0.5 the limits are 11.9 V or more.',
    };
    expect(sayVerdict(judgeReading(limits, reading, 0.05), reading)).to.include(
      'the limit, which comes from readings, is 11.9 V ±0.1 V',
    );
  });
});

const three = (rule: SiblingsSpec['rule'], spread = 1, as: SiblingsSpec['as'] = 'absolute'): SiblingsSpec => ({
  kind: 'siblings',
  rule,
  unit: 'V',
  members: ['a', 'b', 'c'].map((id) => ({ id, name: `Lamp ${id}` })),
  spread,
  as,
});
const siblings = (spec: SiblingsSpec, ...texts: string[]) =>
  judgeSiblings(
    spec,
    texts.map((text) => read(text, spec.unit)),
    (reading) => uncertaintyOf(reading),
  );

describe('siblings by either rule', () => {
  for (const rule of ['median', 'spread'] as const) {
    it(`${rule}: name the one of three that shows OL, in any place`, () => {
      for (const at of [0, 1, 2]) {
        const texts = [0, 1, 2].map((index) => (index === at ? 'OL' : '12.0'));
        expect(siblings(three(rule), ...texts).verdict.zone.id).to.equal('abc'[at]);
      }
    });

    it(`${rule}: name nobody where two are equally far from the third, whatever the last bit`, () =>
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 999 }), fc.integer({ min: 20, max: 99 }), (base, off) => {
          const texts = [base, base + off, base + 2 * off].map((tenths) => (tenths / 10).toFixed(1));
          expect(siblings(three(rule), ...texts).verdict.zone.id).to.equal('several');
        }),
      ));
  }

  it('differ between the rules: 10, 11 and 12 within 1 of their median are 2 apart', () => {
    expect(siblings(three('median'), '10.00', '10.90', '11.80').verdict.zone.id).to.equal('several');
    expect(siblings(three('median'), '10.0', '10.6', '11.2').verdict.zone.ok).to.equal(true);
    expect(siblings(three('spread'), '10.00', '10.90', '11.80').verdict.zone.id).to.equal('several');
    expect(siblings(three('spread'), '10.00', '10.40', '10.80').verdict.zone.ok).to.equal(true);
  });

  it('say which of several differ', () =>
    expect(siblings(three('spread'), '10.0', '13.0', '16.0').verdict.note).to.match(
      /Lamp a with 10.0 V.*Lamp c with 16.0 V/,
    ));

  it('that all show nothing are alike as far as was read', () =>
    expect(siblings(three('median', 10, 'percent'), '0.0', '0.0', '0.0').verdict.kind).to.equal('inSpec'));
});

/** A normal number from two even ones (Box and Muller). */
const normal = (next: () => number): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

/** Even numbers from a seed (Park and Miller). */
function evenFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}

describe('the pattern of a sweep, drawn a thousand times', () => {
  const spec: SweepSpec = {
    kind: 'sweep',
    unit: 'V',
    command: 'pedal',
    commandUnit: '%',
    rows: [0, 20, 40, 60, 80, 100].map((at) => ({
      at,
      limits: { kind: 'tolerance', nominal: 0.5 + at / 25, tolerance: 0.1, as: 'absolute' },
    })),
  };
  /** How often each pattern is named of sweeps that are made so, among those that fail at all. */
  function namedOf(make: (expected: number, index: number, next: () => number) => number) {
    const next = evenFrom(161);
    const named: Record<string, number> = {};
    let failed = 0;
    for (let draw = 0; draw < 1000; draw += 1) {
      const readings = spec.rows.map(({ at }, index) =>
        read((make(0.5 + at / 25, index, next) + 0.03 * normal(next)).toFixed(3), 'V'),
      );
      const { zone } = judgeSweep(spec, readings, (reading) => uncertaintyOf(reading)).verdict;
      if (zone.ok) continue;
      failed += 1;
      named[zone.id] = (named[zone.id] ?? 0) + 1;
    }
    return (pattern: string) => (named[pattern] ?? 0) / Math.max(1, failed);
  }

  it('never calls a pure gain an offset, nor an offset a gain', () => {
    const gain = namedOf((expected) => expected * 0.85);
    expect(gain('offset')).to.be.lessThan(0.02);
    expect(gain('gain')).to.be.greaterThan(0.9);
    const offset = namedOf((expected) => expected + 0.3);
    expect(offset('gain')).to.be.lessThan(0.02);
    expect(offset('offset')).to.be.greaterThan(0.9);
  });

  for (const at of [0, 2, 5])
    it(`calls one bad row scatter, row ${at + 1}`, () => {
      const bad = namedOf((expected, index) => expected + (index === at ? 0.5 : 0));
      expect(bad('scatter')).to.be.greaterThan(0.95);
    });

  it('names no pattern of pure scatter', () => {
    const scatter = namedOf((expected, _, next) => expected + 0.3 * normal(next));
    expect(scatter('scatter')).to.be.greaterThan(0.9);
  });

  it('names no line from three rows', () => {
    const short = { ...spec, rows: spec.rows.slice(0, 3) };
    const readings = short.rows.map(({ at }) => read((0.9 + at / 25).toFixed(3), 'V'));
    expect(judgeSweep(short, readings, (reading) => uncertaintyOf(reading)).verdict.zone.id).to.equal('scatter');
  });
});

describe('counts per time', () => {
  const spec = (sections: number, max: number): CountSpec => ({
    kind: 'count',
    what: 'dropouts',
    inSeconds: 60,
    min: null,
    max,
    sections: Array.from({ length: sections }, (_, at) => ({ id: `s${at}`, name: `section ${at + 1}` })),
  });
  const kindOf = (...of: Parameters<typeof judgeCount>) => {
    const verdict = judgeCount(...of);
    return verdict.ok ? verdict.value.kind : verdict.problem.kind;
  };

  it('allow more in a longer time: 6 in 600 s where 2 in 60 s are allowed', () => {
    expect(kindOf(spec(0, 2), { counts: [6], seconds: 600 })).to.equal('inSpec');
    expect(kindOf(spec(0, 2), { counts: [20], seconds: 600 })).to.equal('inSpec');
    expect(kindOf(spec(0, 2), { counts: [21], seconds: 600 })).to.equal('outOfSpec');
    expect(kindOf(spec(0, 2), { counts: [3], seconds: 60 })).to.equal('outOfSpec');
  });

  it('clear no section that was not moved for the whole time', () => {
    const whole = { counts: [0, 0, 0], seconds: 180, sectionSeconds: [60, 60, 60] };
    expect(kindOf(spec(3, 0), whole)).to.equal('inSpec');
    expect(kindOf(spec(3, 0), { ...whole, sectionSeconds: [180, 0, 0] })).to.equal('tooShort');
    expect(kindOf(spec(3, 0), { ...whole, sectionSeconds: [60, 60, 59] })).to.equal('tooShort');
    expect(kindOf(spec(3, 0), { ...whole, counts: [1, 0, 0], sectionSeconds: [5, 0, 0] })).to.equal('outOfSpec');
    expect(kindOf(spec(3, 0), { ...whole, sectionSeconds: [60, 60] })).to.equal('otherSections');
  });
});
