import { expect } from 'chai';
import fc from 'fast-check';
import { type DetectorKind, detectorKinds as kinds, nothingKnown } from '../captureSource/index.js';
import {
  addNoise,
  coilCurrent,
  lengthsOfSent,
  lineSignal,
  motorCurrent,
  pwmSignal,
  ringSignal,
} from '../signalModel/index.js';
import { delayBetween, type Finding, measureBetween, readAs } from './index.js';

const known = { ...nothingKnown, cylinders: 4, volts: 12, teeth: 48, bars: 10, compressionRatio: 10 };

const factOf = (finding: Finding, id: string) => finding.facts.find((fact) => fact.id === id);
const read = (kind: DetectorKind, samples: Float32Array, stepMs: number): Finding => {
  const finding = readAs(kind, { samples, stepMs }, 'A', known);
  if (typeof finding === 'string') throw new Error(finding);
  return finding;
};

describe('a capture that is read', () => {
  it('bears anything that a file can have in it: gaps, infinities, one sample, none (fuzz)', () => {
    const sample = fc.oneof(
      fc.double({ min: -10, max: 10, noNaN: true }),
      fc.constantFrom(0, 5, 5, 5, Number.NaN, Number.POSITIVE_INFINITY, -1e30),
    );
    fc.assert(
      fc.property(
        fc.oneof(fc.array(sample, { maxLength: 12 }), fc.array(sample, { minLength: 100, maxLength: 1500 })),
        fc.constantFrom(0.001, 1, 50),
        fc.constantFrom(...kinds),
        (samples, stepMs, kind) => {
          const signal = { samples: Float32Array.from(samples), stepMs };
          readAs(kind, signal, 'V', known);
          readAs(kind, signal, 'V', nothingKnown);
          measureBetween(signal, 'V');
          delayBetween(signal, signal);
        },
      ),
      { numRuns: 1500 },
    );
  }).timeout(120_000);

  it('as nothing that it is not: a level that stands still is refused, or said to stand', () => {
    const still = new Float32Array(20_000).fill(12);
    for (const kind of kinds) {
      const finding = readAs(kind, { samples: still, stepMs: 0.1 }, 'V', known);
      if (typeof finding !== 'string') expect(finding.notes.join()).to.match(/stands at one level|never dropped out/);
    }
  });

  it('has numbers by the same names for a motor, a coil, a ring, a control signal and a line', () => {
    const sampling = { stepMs: 0.05, lengthMs: 1000 };
    const bars = [1, 1.02, 0.98, 1, 0.4, 1.01, 0.99, 1, 1.02, 1];
    const motor = motorCurrent(
      {
        onMs: 20,
        offMs: null,
        stallMs: null,
        supplyV: 12.6,
        ohms: 0.5,
        electricalMs: 1,
        mechanicalMs: 30,
        rpm: 3000,
        slowing: 0,
        runningA: 4,
        bars,
        ripple: 0.2,
      },
      sampling,
    );
    const asMotor = read('motor', addNoise(motor, 0.03, 1), 0.05);
    expect(factOf(asMotor, 'bars')?.value).to.equal(10);
    expect(factOf(asMotor, 'rpm')?.value).to.be.closeTo(3000, 15);
    expect(asMotor.flags.map(({ text }) => text)).to.deep.equal(['on', 'inrush', 'running']);
    const coil = coilCurrent(
      { onMs: 5, offMs: 95, supplyV: 12, ohms: 8, henries: 0.06, pullInMs: null, travelMs: 5, backShare: 0.7 },
      { stepMs: 0.02, lengthMs: 110 },
    );
    const asCoil = read('coil', addNoise(coil, 0.005, 1), 0.02);
    expect(factOf(asCoil, 'dipDepth')?.value).to.equal(0);
    expect(factOf(asCoil, 'resistance')?.value).to.be.closeTo(8, 0.1);
    const ring = ringSignal(
      { teeth: 48, rpm: 300, changePerTurn: 0, missing: [7], weak: {}, wide: {}, isInductive: false, low: 0, high: 5 },
      { stepMs: 0.1, lengthMs: 1000 },
    );
    expect(factOf(read('teeth', ring, 0.1), 'missing')?.value).to.equal(1);
    const pwm = pwmSignal({ hz: 200, duty: [0.3, 0.3], low: 0, high: 12, riseMs: 0 }, { stepMs: 0.02, lengthMs: 500 });
    const lowActive = readAs('control', { samples: pwm, stepMs: 0.02 }, 'V', { ...known, isLowActive: true });
    if (typeof lowActive === 'string') throw new Error(lowActive);
    expect(factOf(lowActive, 'given')?.value).to.be.closeTo(70, 0.5);
    const line = lengthsOfSent(
      Array.from({ length: 20 }, () => [0, 1, 2, 3, 4, 5, 6, 15]),
      0.003,
    );
    const lengthMs = line.lengths.reduce((sum, one) => sum + one, 0);
    const sent = readAs(
      'sent',
      { samples: lineSignal({ ...line, low: 0, high: 5 }, { stepMs: 0.0006, lengthMs }), stepMs: 0.0006 },
      'V',
      known,
    );
    // These frames have no right checksum: no frame is believed.
    expect(sent).to.be.a('string');
  });

  it('as the pair of a bus says by its levels what is wrong with it, whichever of both is looked at', () => {
    const still = (level: number) => ({ samples: new Float32Array(2000).fill(level), stepMs: 0.01 });
    const notesOf = (own: number, others: readonly number[], isLowActive: boolean) => {
      const finding = readAs('canPair', still(own), 'V', { ...known, isLowActive }, others.map(still));
      return typeof finding === 'string' ? finding : finding.notes.join();
    };
    expect(notesOf(3.5, [1.5], false)).to.contain('holds the bus dominant');
    expect(notesOf(1.5, [3.5], true)).to.contain('holds the bus dominant');
    expect(notesOf(2.5, [2.5], false)).to.contain('stand still at their middle');
    expect(notesOf(2.5, [], false)).to.contain('two channels');
    expect(notesOf(2.5, [2.5, 2.5], false)).to.contain('two channels');
  });

  it('that is cut off by its instrument says so, and at what', () => {
    const wave = Float32Array.from({ length: 5000 }, (_, at) => Math.min(10, 14 * Math.sin(at / 200)));
    expect(measureBetween({ samples: wave, stepMs: 0.1 }, 'V').notes.join()).to.contain('Clipped at 10 V');
    const whole = Float32Array.from({ length: 5000 }, (_, at) => 9 * Math.sin(at / 200));
    expect(measureBetween({ samples: whole, stepMs: 0.1 }, 'V').notes).to.deep.equal([]);
  });

  it('is later than another by what it is moved, in ms and in degrees', () => {
    const wave = (late: number) =>
      Float32Array.from({ length: 4000 }, (_, at) => Math.sin((2 * Math.PI * (at - late)) / 400));
    const facts = delayBetween({ samples: wave(0), stepMs: 0.1 }, { samples: wave(50), stepMs: 0.1 });
    if (typeof facts === 'string') throw new Error(facts);
    expect(facts.map(({ id, value }) => [id, Math.round(value * 100) / 100])).to.deep.equal([
      ['delay', 5],
      ['phase', 45],
    ]);
  });
});
