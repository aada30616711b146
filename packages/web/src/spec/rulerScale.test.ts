import { expect } from 'chai';
import { roundToScale, rulerScale } from './rulerScale';

describe('rulerScale', () => {
  it('keeps every cut inside, with room beyond', () => {
    const { placeOf } = rulerScale([0.45, 2.55, 3.25, 4.55]);
    expect(placeOf(0.45)).to.be.greaterThan(0.1);
    expect(placeOf(4.55)).to.be.lessThan(0.9);
  });
  it('holds a value beyond the end at the end, overloads too', () => {
    const { placeOf } = rulerScale([11.5, 14.8]);
    expect([placeOf(-40), placeOf(400), placeOf(Number.POSITIVE_INFINITY)]).to.deep.equal([0, 1, 1]);
  });
  for (const cuts of [[], [0], [0.2], [-5, 5]])
    it(`gives ${cuts.length} cuts a scale that can be read back`, () => {
      const scale = rulerScale(cuts);
      expect(scale.to).to.be.greaterThan(scale.from);
      expect(scale.valueAt(scale.placeOf((scale.from + scale.to) / 2))).to.be.closeTo(
        (scale.from + scale.to) / 2,
        1e-9,
      );
    });
  it('rounds a dragged cut to a step that a person would choose', () => {
    expect(roundToScale(2.5467123, rulerScale([0.45, 4.55]))).to.equal(2.54);
    expect(roundToScale(1234.56, rulerScale([0, 5000]))).to.equal(1240);
  });
});
