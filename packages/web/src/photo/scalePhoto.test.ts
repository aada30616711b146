import { expect } from 'chai';
import { scaledSize } from './scalePhoto';

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
