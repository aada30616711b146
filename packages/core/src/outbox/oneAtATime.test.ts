import { expect } from 'chai';
import { oneAtATime } from './oneAtATime.js';

/** A task that is ended by hand, and counts its runs. */
function byHand() {
  const ends: (() => void)[] = [];
  const run = oneAtATime(() => new Promise<void>((resolve) => ends.push(resolve)));
  return { run, ends };
}
const nextTurn = () => new Promise((resolve) => setImmediate(resolve));

describe('oneAtATime', () => {
  it('runs once for one call, and anew for a later one', async () => {
    const { run, ends } = byHand();
    const first = run();
    ends[0]?.();
    await first;
    void run();
    expect(ends).to.have.length(2);
  });

  it('runs once more for all that asked while it ran, and not at the same time', async () => {
    const { run, ends } = byHand();
    const first = run();
    const others = [run(), run()];
    expect(ends).to.have.length(1);
    ends[0]?.();
    await nextTurn();
    expect(ends).to.have.length(2);
    ends[1]?.();
    await Promise.all([first, ...others]);
    expect(ends).to.have.length(2);
  });

  it('loses no call in whatever moment it comes', async () => {
    for (let turns = 0; turns < 12; turns += 1) {
      const shelf: number[] = [];
      const taken: number[] = [];
      const run = oneAtATime(async () => {
        for (let one = shelf.shift(); one !== undefined; one = shelf.shift()) {
          taken.push(one);
          await Promise.resolve();
        }
        await Promise.resolve();
      });
      shelf.push(1);
      const first = run();
      for (let turn = 0; turn < turns; turn += 1) await Promise.resolve();
      shelf.push(2);
      await Promise.all([first, run()]);
      expect(taken, `${turns} turns later`).to.deep.equal([1, 2]);
    }
  });

  it('can be asked again after it failed', async () => {
    let runs = 0;
    const run = oneAtATime(async () => {
      runs += 1;
      if (runs === 1) throw new Error('no');
    });
    expect(await run().catch(() => 'failed')).to.equal('failed');
    await run();
    expect(runs).to.equal(2);
  });
});
