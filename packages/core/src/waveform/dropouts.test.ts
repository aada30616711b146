import { expect } from 'chai';
import { addNoise, lineSignal, seeded } from '../signalModel/index.js';
import { findBursts, findDropouts } from './index.js';

describe('dropouts', () => {
  it('are found where they were made, lone or with a sibling (random)', () => {
    for (let trial = 0; trial < 60; trial += 1) {
      const random = seeded(trial + 1);
      const level = 3 + random() * 10;
      const [own, other] = [0, 1].map((nth) =>
        addNoise(new Float32Array(20_000).fill(level), level * 0.02, trial + nth),
      ) as [Float32Array, Float32Array];
      const starts = Array.from(
        { length: 1 + Math.floor(random() * 4) },
        (_, nth) => 1000 + nth * 4000 + Math.floor(random() * 2000),
      );
      for (const [nth, start] of starts.entries()) {
        own.fill(0, start, start + 30);
        if (nth === 0) other.fill(0, start + 5, start + 20);
      }
      const found = findDropouts({ samples: own, stepMs: 0.1 }, [{ samples: other, stepMs: 0.1 }]);
      if (typeof found === 'string') throw new Error(found);
      expect(found.map(({ fromMs }) => Math.round(fromMs * 10))).to.deep.equal(starts);
      expect(found.map(({ isShared }) => isShared)).to.deep.equal(starts.map((_, nth) => nth === 0));
      for (const { fromMs, toMs } of found) expect(toMs - fromMs).to.be.closeTo(3, 0.01);
    }
  });

  it('are none on noise, are gaps too, and are not looked for in what goes to and fro', () => {
    const still = addNoise(new Float32Array(50_000).fill(5), 0.3, 1);
    expect(findDropouts({ samples: still, stepMs: 1 }, [])).to.deep.equal([]);
    still.fill(Number.NaN, 100, 120);
    const gap = findDropouts({ samples: still, stepMs: 1 }, []);
    expect(typeof gap === 'string' ? gap : gap.map(({ fromMs, isShared }) => [fromMs, isShared])).to.deep.equal([
      [100, null],
    ]);
    const wave = Float32Array.from({ length: 5000 }, (_, at) => 5 * Math.sin(at / 20));
    expect(findDropouts({ samples: wave, stepMs: 1 }, [])).to.be.a('string');
    expect(findDropouts({ samples: new Float32Array(0), stepMs: 1 }, [])).to.be.a('string');
  });
});

describe('bursts', () => {
  it('are groups of edges with rests between them', () => {
    const pulses = (count: number) => Array.from({ length: 2 * count - 1 }, () => 1);
    const lengths = [50, ...pulses(5), 60, ...pulses(8), 40];
    const samples = lineSignal({ isHighFirst: false, lengths, low: 0, high: 5 }, { stepMs: 0.1, lengthMs: 170 });
    expect(findBursts({ samples, stepMs: 0.1 }).map(({ edges }) => edges)).to.deep.equal([10, 16]);
    expect(findBursts({ samples: new Float32Array(100), stepMs: 1 })).to.deep.equal([]);
  });
});
