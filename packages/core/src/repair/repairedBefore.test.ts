import { expect } from 'chai';
import { blankRepair, repairedBefore, type VehicleRepair } from './index.js';

const dayMs = 86_400_000;
const repair = (jobId: string, day: number, cause: string, more: Partial<VehicleRepair> = {}): VehicleRepair => ({
  repairId: `${jobId}-${day}`,
  jobId,
  repair: { ...blankRepair, cause },
  atMs: day * dayMs,
  by: 'Tobi Lunde',
  failedBecause: null,
  madeGoodOn: null,
  ...more,
});
const now = repair('j3', 60, 'Ground stud G3');

describe('a fault that came back', () => {
  it('is the same cause on an earlier visit, the newest of several', () =>
    expect(
      repairedBefore(now, [now, repair('j1', 10, 'ground stud g3 '), repair('j2', 41, 'Ground stud G3')]),
    ).to.deep.equal({ jobId: 'j2', days: 19 }));

  for (const [what, other] of [
    ['another cause', repair('j1', 10, 'Fan relay K7')],
    ['a repair on the same visit', repair('j3', 59, 'Ground stud G3')],
    ['a repair that did not help then', repair('j1', 10, 'Ground stud G3', { failedBecause: 'hot still' })],
    ['a later repair', repair('j4', 80, 'Ground stud G3')],
  ] as const)
    it(`is not ${what}`, () => expect(repairedBefore(now, [now, other])).to.equal(undefined));
});
