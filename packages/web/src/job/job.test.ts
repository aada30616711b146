import { standings } from '@probe-trail/core/job';
import { expect } from 'chai';
import { scaledSize } from '../photo/scalePhoto';
import { stopOf, stops } from './jobPath';

describe('the way of a job', () => {
  it('has a stop for every standing, in the order of the workshop', () => {
    const found = (Object.keys(standings) as (keyof typeof standings)[]).map(stopOf);
    expect(found.every((stop) => stop >= 0)).to.equal(true);
    expect(stops.map(stopOf)).to.deep.equal([0, 1, 2, 3, 4, 5, 6]);
    expect([stopOf('notReproduced'), stopOf('gone')]).to.deep.equal([1, 7]);
  });
});

describe('scaledSize', () => {
  for (const [width, height, want] of [
    [8000, 6000, [2048, 1536]],
    [1000, 4096, [500, 2048]],
    [640, 480, [640, 480]],
  ] as const)
    it(`${width} × ${height} becomes ${want.join(' × ')}`, () => {
      const size = scaledSize(width, height);
      expect([size.width, size.height]).to.deep.equal(want);
    });
});
