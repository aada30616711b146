import { expect } from 'chai';
import fc from 'fast-check';
import { bestShift, noValue } from './index.js';

/** A drive that pulls away and stops at moments of its own, moved by so many rows. */
const driveFrom = (startRow: number, count: number, bumps: readonly number[]) => ({
  times: Float64Array.from({ length: count }, (_, row) => row * 100),
  values: Float64Array.from({ length: count }, (_, row) => {
    const at = row + startRow;
    return bumps.reduce((sum, bump, index) => sum + (10 + index) * Math.exp(-(((at - bump) / 25) ** 2)), 0);
  }),
});

const bumps = [150, 410, 520, 900];

describe('bestShift', () => {
  it('finds by how much a drive began later, to a tenth of a second', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), (rows) => {
        const [one, other] = [driveFrom(rows, 1000, bumps), driveFrom(0, 1000, bumps)];
        expect(bestShift(one, other)).to.equal(rows * 100);
        expect(bestShift(other, one)).to.equal(rows === 0 ? 0 : -rows * 100);
      }),
      { numRuns: 15 },
    ));
  it('finds it in hours too, by ever finer grids', () => {
    // Not at equal distances: a drive that repeats itself fits in several places.
    const far = Array.from({ length: 60 }, (_, index) => 500 + index * 1500 + ((index * index * 37) % 1400));
    expect(bestShift(driveFrom(1234, 110_000, far), driveFrom(0, 110_000, far))).to.equal(123_400);
  });
  it('is not led astray by gaps, by what had no value, or by another scale', () => {
    const [one, other] = [driveFrom(60, 1000, bumps), driveFrom(0, 1000, bumps)];
    const holed = one.values.map((value, row) => (row % 90 < 6 ? noValue : row % 50 < 20 ? Number.NaN : 3 + 2 * value));
    expect(bestShift({ ...one, values: holed }, other)).to.be.closeTo(6000, 200);
  });
  it('says nothing of a value that does not change, or of one that was not read', () => {
    const flat = { times: Float64Array.of(0, 100, 200), values: Float64Array.of(4, 4, 4) };
    expect(bestShift(flat, driveFrom(0, 1000, bumps))).to.equal(undefined);
    expect(bestShift({ times: Float64Array.of(), values: Float64Array.of() }, flat)).to.equal(undefined);
  });
});
