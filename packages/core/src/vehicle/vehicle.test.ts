import { expect } from 'chai';
import fc from 'fast-check';
import {
  type Cover,
  coverOf,
  formatDistance,
  odometerDoubt,
  parseOdometer,
  sayCover,
  sayOdometerProblem,
} from './index.js';

describe('parseOdometer', () => {
  for (const [text, unit, km] of [
    ['84210', 'km', 84210],
    ['84 210', 'km', 84210],
    ['84.210 km', 'km', 84210],
    ['84,210', 'km', 84210],
    ['1’084’210', 'km', 1084210],
    ['84210.7', 'km', 84210],
    ['84210,7 km', 'km', 84210],
    ['52326 mi', 'km', 84211],
    ['52326', 'mi', 84211],
    ['84210 km', 'mi', 84210],
  ] as const)
    it(`${text} where ${unit} are usual is ${km} km`, () =>
      expect(parseOdometer(text, unit)).to.deep.equal({ ok: true, value: km }));

  for (const [text, message] of [
    ['', 'is not a distance'],
    ['about 84000', 'is not a distance'],
    ['-5', 'is not a distance'],
    ['. ,', 'is not a distance'],
    ['84 210 h', 'is not a distance'],
    ['842108421', 'further than any vehicle'],
  ] as const)
    it(`“${text}” ${message}`, () => {
      const result = parseOdometer(text, 'km');
      expect(result.ok ? '' : sayOdometerProblem(result.problem)).to.include(message);
    });

  it('reads back what it prints', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4_999_999 }), (km) => {
        expect(parseOdometer(formatDistance(km, 'km'), 'mi')).to.deep.equal({ ok: true, value: km });
      }),
    ));
});

describe('odometerDoubt', () => {
  const answers = (text: string, lastKm: number | undefined, unit: 'km' | 'mi' = 'km') =>
    odometerDoubt(text, unit, lastKm)?.doubt.slips.map((slip) => slip.text.replaceAll('\u202f', ''));

  it('asks about a digit too many, and offers the number without it', () => {
    expect(answers('843100', 84_210)).to.deep.equal(['84310 km']);
    expect(answers('843 100 km', 84_210)).to.deep.equal(['84310 km']);
    expect(answers('523860', 84_210, 'mi')).to.deep.equal(['52386 mi']);
  });

  it('asks nothing about what a bus can have driven, about less than before, and where nothing is known', () => {
    for (const text of ['84210', '91000', '1200', 'many']) expect(answers(text, 84_210)).to.equal(undefined);
    expect(answers('843100', undefined)).to.equal(undefined);
  });
});

describe('coverOf', () => {
  const cover = (months: number | null, km: number | null): Cover => ({ id: 'c', name: '', months, km, covers: '' });
  const on = (today: string, km?: number) => ({ inServiceSince: '2030-01-31', km, today });

  for (const [what, state] of [
    ['runs on the day before its months are full', coverOf(cover(24, null), on('2032-01-30'))],
    ['runs on its last day', coverOf(cover(24, null), on('2032-01-31'))],
    ['runs on the last day of a shorter month', coverOf(cover(25, null), on('2032-02-29'))],
    ['runs at its last kilometre', coverOf(cover(null, 100_000), on('2032-01-31', 100_000))],
    ['without an end', coverOf(cover(null, null), on('2099-01-01'))],
  ] as const)
    it(what, () => expect(state.kind).to.equal('runs'));

  it('ends by age on the day after, however little it was driven', () =>
    expect(coverOf(cover(24, 100_000), on('2032-02-01', 10))).to.deep.equal({ kind: 'ended', by: 'age' }));

  it('ends by distance however young it is', () =>
    expect(coverOf(cover(24, 100_000), on('2030-02-01', 100_001))).to.deep.equal({ kind: 'ended', by: 'distance' }));

  it('says what is missing rather than guessing', () => {
    expect(coverOf(cover(24, 100_000), on('2030-02-01'))).to.deep.equal({ kind: 'unknown', missing: 'odometer' });
    expect(coverOf(cover(24, null), { inServiceSince: '', km: 1, today: '2030-02-01' })).to.deep.equal({
      kind: 'unknown',
      missing: 'inServiceSince',
    });
  });

  it('says how much is left', () => {
    const state = coverOf(cover(24, 100_000), on('2031-12-31', 60_000));
    expect(sayCover(state, (km) => `${km} km`)).to.equal('1 month or 40000 km left');
  });
});
