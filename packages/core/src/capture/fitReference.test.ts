import { expect } from 'chai';
import { addNoise, motorCurrent, seeded } from '../signalModel/index.js';
import { fitReference } from '../waveform/index.js';
import { type Capture, channelNamed, deriveChannel } from './index.js';

const motor = (onMs: number, slower = 1, peak = 1) =>
  motorCurrent(
    {
      onMs,
      offMs: null,
      stallMs: null,
      supplyV: 12 * peak,
      ohms: 0.6,
      electricalMs: slower,
      mechanicalMs: 30 * slower,
      rpm: 2500,
      slowing: 0,
      runningA: 4,
      bars: [1, 1, 1],
      ripple: 0,
    },
    { stepMs: 0.1, lengthMs: 300 },
  );

describe('a capture against a known-good one', () => {
  it('is laid over it where both are most alike, to half a step (random)', () => {
    for (let trial = 0; trial < 20; trial += 1) {
      const random = seeded(trial + 1);
      const shift = Math.round((random() - 0.5) * 800);
      const own = addNoise(motor(100 + shift / 10), 0.2, trial);
      const fit = fitReference(own, addNoise(motor(100), 0.2, trial + 500), { share: 0.1, steps: 5 }, false);
      expect(fit.shift).to.be.closeTo(shift, 4);
      expect(fit.correlation).to.be.at.least(0.97);
      expect(fit.shareOutside).to.be.at.most(0.002);
    }
  });

  it('that is slower is stretched', () => {
    const fit = fitReference(motor(110, 1.1), motor(100), { share: 0.05, steps: 3 }, true);
    expect(fit.stretch).to.be.closeTo(1.1, 0.02);
    expect(fit.shareOutside).to.be.at.most(0.01);
  });

  it('says what share lies outside the band, and where it leaves first', () => {
    const own = motor(100);
    for (let at = 2000; at < 2300; at += 1) own[at] = (own[at] ?? 0) + 6;
    const fit = fitReference(own, motor(100), { share: 0.1, steps: 2 }, false);
    expect(fit.firstOutside).to.be.closeTo(2000, 3);
    expect(fit.shareOutside).to.be.closeTo(300 / 3000, 1e-3);
    expect(fit.compared).to.be.closeTo(3000, 2);
  });
});

describe('a channel that is made of others', () => {
  const stepMs = 0.1;
  const wave = (hz: number, size = 1) =>
    Float32Array.from({ length: 4000 }, (_, at) => size * Math.sin((2 * Math.PI * hz * at * stepMs) / 1000));
  const capture: Capture = {
    startedAtMs: 0,
    stepMs,
    marks: [],
    channels: [
      channelNamed('a', 0, 'V', wave(20)),
      channelNamed('b', 1, 'V', wave(20, 0.4)),
      channelNamed('c', 2, 'A', wave(20)),
    ],
  };
  const made = (derivation: Parameters<typeof deriveChannel>[1]) => {
    const derived = deriveChannel(capture, derivation, 'made');
    if (!derived.ok) throw new Error(derived.problem);
    return derived.value;
  };

  it('by a low pass is as high as it should be (1/√(1 + (f/fc)⁴)), and later by what is said', () => {
    for (const cutoffHz of [10, 20, 100]) {
      const { channel, delayMs } = made({ kind: 'lowPass', of: 'ch1', cutoffHz });
      const high = Math.max(...channel.samples.subarray(2000));
      expect(high).to.be.closeTo(1 / Math.sqrt(1 + (20 / cutoffHz) ** 4), 0.01);
      if (cutoffHz === 100) {
        const crest = channel.samples.indexOf(Math.max(...channel.samples.subarray(2000, 2500)), 2000);
        expect(((crest * stepMs) % 50) - 12.5).to.be.closeTo(delayMs, 0.2);
      }
    }
  });

  it('is a difference, without its mean, or inverted', () => {
    expect(Math.max(...made({ kind: 'difference', of: 'ch1', less: 'ch2' }).channel.samples)).to.be.closeTo(0.6, 1e-3);
    expect(made({ kind: 'inverted', of: 'ch1' }).channel.samples[125]).to.be.closeTo(-1, 1e-3);
    expect(made({ kind: 'withoutMean', of: 'ch1' }).channel.samples[125]).to.be.closeTo(1, 1e-3);
  });

  it('cannot be made of units that differ, or with a low pass that the samples cannot have', () => {
    expect(deriveChannel(capture, { kind: 'difference', of: 'ch1', less: 'ch3' }, 'x')).to.have.property('problem');
    expect(deriveChannel(capture, { kind: 'lowPass', of: 'ch1', cutoffHz: 5000 }, 'x')).to.have.property('problem');
    expect(deriveChannel(capture, { kind: 'inverted', of: 'none' }, 'x')).to.have.property('problem');
  });
});
