import { expect } from 'chai';
import fc from 'fast-check';
import { parseReading, type Reading } from '../reading/index.js';
import { validate } from '../schema/index.js';
import {
  type Accuracy,
  casesOf,
  type FixedSpec,
  judgeReading,
  sayVerdict,
  specSchema,
  uncertaintyOf,
  zoneIndexAt,
  zonesOf,
} from './index.js';

const supply: FixedSpec = { kind: 'band', unit: 'V', min: 12, max: 14.8 };
const signal: FixedSpec = {
  kind: 'zones',
  unit: 'V',
  cuts: [0.45, 2.55, 3.25, 4.55],
  zones: [
    { id: 'ground', name: 'to ground', meaning: '', ok: false },
    { id: 'hot', name: 'reads too hot', meaning: '', ok: false },
    { id: 'good', name: 'in spec', meaning: '', ok: true },
    { id: 'cold', name: 'reads too cold', meaning: '', ok: false },
    { id: 'open', name: 'open circuit', meaning: '', ok: false },
  ],
};

function reading(text: string, spec: FixedSpec): Reading {
  const result = parseReading(text, { unit: spec.unit });
  if (!result.ok) throw new Error(`${text} was refused`);
  return result.value;
}

const judged = (text: string, spec: FixedSpec, accuracy?: Accuracy) => judgeAs(spec, reading(text, spec), accuracy);

const judgeAs = (spec: FixedSpec, read: Reading, accuracy?: Accuracy) =>
  judgeReading({ line: zonesOf(spec), uncertainty: 0, text: '' }, read, uncertaintyOf(read, accuracy));

const said = (text: string) => sayVerdict(judged(text, supply), reading(text, supply));

describe('judgeReading', () => {
  describe('compares the uncertainty interval with the limits', () => {
    for (const [text, spec, kind, zone] of [
      ['12.4', supply, 'inSpec', 'inSpec'],
      ['11.4', supply, 'outOfSpec', 'below'],
      ['15', supply, 'tooCloseToCall', 'above'],
      ['15.0', supply, 'outOfSpec', 'above'],
      ['12.0', supply, 'tooCloseToCall', 'inSpec'],
      ['12.05', supply, 'inSpec', 'inSpec'],
      ['4.87', signal, 'outOfSpec', 'open'],
      ['2.9', signal, 'inSpec', 'good'],
      ['2.55', signal, 'tooCloseToCall', 'good'],
      ['OL', signal, 'outOfSpec', 'open'],
      ['-OL', signal, 'outOfSpec', 'ground'],
      ['<0.1', signal, 'outOfSpec', 'ground'],
      ['<3', signal, 'tooCloseToCall', 'good'],
      ['>4.6', signal, 'outOfSpec', 'open'],
    ] as const)
      it(`${text} V is ${kind}, nominally ${zone}`, () => {
        const verdict = judged(text, spec);
        expect([verdict.kind, verdict.zone.id]).to.deep.equal([kind, zone]);
      });

    it('OL is in spec where there is no upper limit', () =>
      expect(judged('OL', { kind: 'band', unit: 'kΩ', min: 100, max: null }).kind).to.equal('inSpec'));

    it('a tolerance in percent is the band around the nominal value', () =>
      expect(zonesOf({ kind: 'tolerance', unit: 'V', nominal: 5, tolerance: 2, as: 'percent' }).cuts).to.deep.equal([
        4.9, 5.1,
      ]));
  });

  it('takes the accuracy of the instrument for the uncertainty', () => {
    const verdict = judged('12.10', supply, { percent: 0.5, digits: 5 });
    expect(verdict.uncertainty).to.be.closeTo(0.0605 + 0.05, 1e-12);
    expect(verdict.kind).to.equal('tooCloseToCall');
  });

  it('names the other zone that the uncertainty reaches', () =>
    expect(judged('4.55', signal).alsoPossible.map(({ id }) => id)).to.deep.equal(['cold']));

  it('says how far the nearest limit is, in units and in percent of the tolerance', () => {
    const { margin } = judged('12.4', supply);
    expect(margin?.limit).to.equal(12);
    expect(margin?.distance).to.be.closeTo(0.4, 1e-12);
    expect(margin?.percentOfTolerance).to.be.closeTo(100 * (0.4 / 2.8), 1e-9);
    expect(said('12.4')).to.equal('12.4 V is 0.4 V inside the limit of 12 V.');
  });

  it('says what makes a reading too close to call', () =>
    expect(said('12.0')).to.equal('12.0 V ±0.05 V; the limit is 12 V.'));

  // Reference values: normal distribution function at z = (limit − x) / (u / 2), JCGM 106 equation 8.
  for (const [text, want] of [
    ['12.0', 0.5],
    ['12.02', 0.78814],
    ['11.98', 0.21186],
    ['12.04', 0.9452],
  ] as const)
    it(`the probability of conformity of ${text} V ± 0.05 V is ${want}`, () => {
      const spec = reading(text, supply);
      const coarse = { ...spec, resolution: 0.1 } as Reading;
      expect(judgeAs(supply, coarse).conformity).to.be.closeTo(want, 1e-5);
    });

  it('the zones of a line leave no value out and cover none twice', () => {
    const cuts = fc
      .uniqueArray(fc.integer({ min: -1000, max: 1000 }), { maxLength: 8 })
      .map((all) => all.sort((a, b) => a - b));
    const oks = fc.array(fc.boolean(), { minLength: 9, maxLength: 9 });
    let onCut = 0;
    fc.assert(
      fc.property(cuts, oks, fc.integer({ min: -1000, max: 1000 }), (line, ok, value) => {
        const zones = Array.from({ length: line.length + 1 }, (_, index) => ({
          id: `z${index}`,
          name: '',
          meaning: '',
          ok: ok[index] ?? false,
        }));
        const index = zoneIndexAt({ cuts: line, zones }, value);
        const lower = line[index - 1] ?? Number.NEGATIVE_INFINITY;
        const upper = line[index] ?? Number.POSITIVE_INFINITY;
        expect(value >= lower && value <= upper).to.equal(true);
        if (!line.includes(value)) return;
        onCut += 1;
        const touching = [zones[line.indexOf(value)], zones[line.indexOf(value) + 1]];
        if (touching.some((zone) => zone?.ok)) expect(zones[index]?.ok).to.equal(true);
      }),
      { numRuns: 3000, seed: 106 },
    );
    expect(onCut).to.be.greaterThan(3);
  });

  it('is never in spec where the value itself is outside the limits', () => {
    fc.assert(
      fc.property(fc.double({ min: 5, max: 20, noNaN: true }), fc.integer({ min: 0, max: 3 }), (value, decimals) => {
        const text = value.toFixed(decimals);
        const verdict = judged(text, supply);
        const inside = Number(text) >= 12 && Number(text) <= 14.8;
        if (verdict.kind === 'inSpec') expect(inside).to.equal(true);
        if (verdict.kind === 'outOfSpec') expect(inside).to.equal(false);
        expect(verdict.zone.ok).to.equal(inside);
      }),
    );
  });
});

describe('specSchema', () => {
  const faultsOf = (spec: unknown) => {
    const result = validate(specSchema, spec);
    return result.ok ? [] : result.problem.map(({ message }) => message);
  };

  for (const spec of [supply, signal, { kind: 'tolerance', unit: 'Ω', nominal: 80, tolerance: 5, as: 'absolute' }])
    it(`takes a ${spec.kind} spec as it is`, () => expect(faultsOf(spec)).to.deep.equal([]));

  for (const [what, spec, fault] of [
    ['an unknown kind', { kind: 'guess' }, 'it can be band, tolerance, zones, curve'],
    ['an unknown unit', { ...supply, unit: 'bananas' }, 'not a unit known here'],
    ['a pressure without datum', { ...supply, unit: 'kPa' }, 'write kPa(g) or kPa(abs)'],
    ['limits in the wrong order', { ...supply, min: 15 }, 'lies above the upper one'],
    ['cuts that do not rise', { ...signal, cuts: [0.45, 3.25, 2.55, 4.55] }, 'must rise'],
    ['a zone too few', { ...signal, zones: signal.kind === 'zones' ? signal.zones.slice(1) : [] }, 'one zone more'],
    ['a number as text', { ...supply, min: '12' }, 'number'],
    ['an infinite limit', { ...supply, max: Number.POSITIVE_INFINITY }, 'not a number'],
    ['a misspelt field', { ...supply, mim: 3 }, 'not known here'],
  ] as const)
    it(`refuses ${what}`, () => expect(faultsOf(spec).join('; ')).to.include(fault));

  it('gives a band with one open side two cases', () =>
    expect(casesOf({ kind: 'band', unit: 'V', min: 12, max: null }).map(({ id }) => id)).to.deep.equal([
      'below',
      'inSpec',
    ]));
});
