import { expect } from 'chai';
import { blankRepair, type Repair, returnsAfter, type VehicleRepair } from './index.js';

const dayMs = 86_400_000;
const repair = (jobId: string, day: number, of: Partial<Repair>, more: Partial<VehicleRepair> = {}): VehicleRepair => ({
  repairId: `${jobId}-${day}`,
  jobId,
  repair: { ...blankRepair, ...of },
  atMs: day * dayMs,
  by: 'Tobi Lunde',
  failedBecause: null,
  madeGoodOn: null,
  ...more,
});
const visit = (jobId: string, day: number, ...codes: string[]) => ({ jobId, atMs: day * dayMs, codes });
const sensor = { name: 'Sensor', number: 'TD24-3105', quantity: 1 };
const first = repair('j1', 10, { cause: 'Ground stud G3', parts: [sensor] });

describe('returnsAfter', () => {
  const returns = (
    repairs: readonly VehicleRepair[],
    visits: readonly ReturnType<typeof visit>[],
    odometer = [] as { km: number; atMs: number }[],
  ) =>
    returnsAfter(first, { repairs: [first, ...repairs], visits: [visit('j1', 9, 'A10 P0118'), ...visits], odometer });

  it('finds the same cause, else the same part, else a code that stood again, each visit once', () => {
    expect(
      returns(
        [
          repair('j2', 30, { cause: ' ground stud g3', parts: [sensor] }),
          repair('j3', 41, { cause: 'Sensor', parts: [{ ...sensor, name: 'sensor, coolant' }] }),
        ],
        [visit('j4', 60, 'A10 P0118', 'A20 P0001'), visit('j2', 29), visit('j3', 40), visit('j5', 70, 'A20 P0118')],
      ).map(({ jobId, by, what, days }) => [jobId, by, what, days]),
    ).to.deep.equal([
      ['j2', 'cause', ['Ground stud G3'], 19],
      ['j3', 'part', ['Sensor'], 30],
      ['j4', 'code', ['A10 P0118'], 50],
    ]);
  });

  it('says how far it was driven, where the odometer was read both times', () => {
    const again = [visit('j4', 60, 'A10 P0118')];
    const at = (day: number, km: number) => ({ km, atMs: day * dayMs });
    const kilometres = (...odometer: ReturnType<typeof at>[]) => returns([], again, odometer)[0]?.kilometres;
    expect(kilometres(at(9, 1000), at(5, 900), at(60.2, 2400))).to.equal(1400);
    expect(kilometres(at(9, 1000))).to.equal(null);
    expect(kilometres(at(60, 2400))).to.equal(null);
    expect(kilometres()).to.equal(null);
  });

  it('has none for an earlier visit, for the visit itself, and for a repair that did not help', () => {
    expect(returns([], [visit('j0', 2, 'A10 P0118')])).to.deep.equal([]);
    const failed = { ...first, failedBecause: 'hot still' };
    const past = {
      repairs: [failed],
      visits: [visit('j1', 9, 'A10 P0118'), visit('j2', 30, 'A10 P0118')],
      odometer: [],
    };
    expect(returnsAfter(failed, past)).to.deep.equal([]);
  });
});
