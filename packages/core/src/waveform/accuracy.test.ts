import { expect } from 'chai';
import {
  addNoise,
  type CoilModel,
  type CylinderModel,
  coilCurrent,
  crankingCurrent,
  cylinderPressure,
  type MotorModel,
  motorCurrent,
  normalNoise,
  pwmSignal,
  type RingModel,
  ringSignal,
  seeded,
} from '../signalModel/index.js';
import { type Measured, measurePulses, readCoil, readCranking, readCylinder, readMotor, readTeeth } from './index.js';

/** The share of some trials that come out right; those that do not are said. */
function shareRight(trials: number, isRight: (trial: number) => boolean | string): number {
  const wrong: string[] = [];
  for (let trial = 0; trial < trials; trial += 1) {
    const said = isRight(trial);
    if (said !== true) wrong.push(`${trial}: ${said}`);
  }
  if (process.env.SAY_WRONG && wrong.length > 0) console.info(wrong.slice(0, 12).join('\n'));
  return (trials - wrong.length) / trials;
}

/** The deviation of noise that lies so many decibels below a sine of an amplitude. */
const noiseBelow = (amplitude: number, decibels: number): number => amplitude / Math.SQRT2 / 10 ** (decibels / 20);

const ring: RingModel = {
  teeth: 48,
  rpm: 300,
  changePerTurn: 0,
  missing: [],
  weak: {},
  wide: {},
  isInductive: false,
  low: 0.2,
  high: 4.8,
};

describe('what a toothed ring says, against rings with known truth', () => {
  it('names the tooth that is missing in 99.5 % of rings whose speed changes by up to 20 % a turn', () => {
    const right = shareRight(400, (trial) => {
      const random = seeded(trial + 1);
      const teeth = 20 + Math.floor(random() * 60);
      const missing = 3 + Math.floor(random() * (teeth - 6));
      const model = {
        ...ring,
        teeth,
        missing: [missing],
        changePerTurn: (random() - 0.5) * 0.4,
        isInductive: random() < 0.5,
        low: random() * 3 - 2,
        high: 4 + random() * 3,
      };
      const toothMs = 60_000 / model.rpm / teeth;
      const samples = ringSignal(model, { stepMs: toothMs / (12 + random() * 30), lengthMs: 4 * (60_000 / model.rpm) });
      addNoise(samples, noiseBelow((model.high - model.low) / 2, 20 + random() * 20), trial);
      const stepMs = (4 * (60_000 / model.rpm)) / samples.length;
      const read = readTeeth({ samples, stepMs }, { teethPerTurn: teeth, gapTeeth: 0 });
      if (typeof read === 'string') return read;
      const found = read.faults.filter(({ kind }) => kind === 'missing');
      // The first tooth that is seen may be the second of the ring.
      const isTooth = found[0]?.tooth === missing + 1 || found[0]?.tooth === missing;
      return found.length === 1 && isTooth && found[0]?.isEachTurn === true && read.faults.length === 1
        ? true
        : `${missing} of ${teeth} ${model.isInductive} ${JSON.stringify(read.faults)}`;
    });
    expect(right).to.be.at.least(0.995);
  }).timeout(120_000);

  it('tells the speed within 0.5 %, and finds nothing on rings that are well', () => {
    const right = shareRight(200, (trial) => {
      const random = seeded(trial + 77);
      const model = { ...ring, rpm: 60 + random() * 3000, isInductive: random() < 0.5 };
      const turnMs = 60_000 / model.rpm;
      const stepMs = turnMs / 48 / (8 + random() * 20);
      const samples = ringSignal(model, { stepMs, lengthMs: 3 * turnMs });
      addNoise(samples, noiseBelow(2.3, 20 + random() * 20), trial);
      const read = readTeeth({ samples, stepMs }, { teethPerTurn: 48, gapTeeth: 0 });
      if (typeof read === 'string') return read;
      const off = Math.abs((read.rpm?.value ?? 0) / model.rpm - 1);
      return off <= 0.005 && read.faults.length === 0 ? true : `${off} ${JSON.stringify(read.faults)}`;
    });
    expect(right).to.be.at.least(0.995);
  }).timeout(60_000);

  it('tells weak and wide teeth, a gap that is made so, and the number of teeth by what comes again', () => {
    const sampling = { stepMs: 0.1, lengthMs: 1000 };
    const read = (model: Partial<RingModel>, teethPerTurn: number | null, gapTeeth = 0) => {
      const found = readTeeth(
        { samples: ringSignal({ ...ring, ...model }, sampling), stepMs: 0.1 },
        { teethPerTurn, gapTeeth },
      );
      if (typeof found === 'string') throw new Error(found);
      return found;
    };
    expect(read({ weak: { 10: 0.5 } }, 48).faults.map(({ kind, times }) => [kind, times])).to.deep.equal([['weak', 5]]);
    expect(read({ wide: { 10: 1.5 } }, 48).faults.map(({ kind }) => kind)).to.deep.equal(['wide']);
    const made = read({ missing: [20, 21] }, 48, 2);
    expect(made.faults).to.deep.equal([]);
    const both = read({ missing: [20, 21, 30] }, 48, 2);
    expect(both.faults.map(({ kind, tooth }) => [kind, tooth])).to.deep.equal([['missing', 9]]);
    expect(read({ missing: [20] }, null).teethPerTurn).to.equal(48);
    expect(
      readTeeth(
        { samples: ringSignal(ring, { stepMs: 3, lengthMs: 1000 }), stepMs: 3 },
        { teethPerTurn: 48, gapTeeth: 0 },
      ),
    ).to.be.a('string');
  });
});

const motor: MotorModel = {
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
  bars: [],
  ripple: 0.2,
};

/** A commutator whose bars differ as those of real ones do, with one that is worn. */
function worn(bars: number, seed: number): number[] {
  const noise = normalNoise(seed);
  const all = Array.from({ length: bars }, () => 1 + 0.08 * noise());
  all[seed % bars] = 0.45;
  return all;
}

describe('what the current of a motor says, against motors with known truth', () => {
  it('counts its bars right in 99 % of motors from 6 samples a bar and 10 dB on, and tells the speed within 0.5 %', () => {
    const right = shareRight(200, (trial) => {
      const random = seeded(trial + 1000);
      const bars = 8 + Math.floor(random() * 20);
      const rpm = 1500 + random() * 3000;
      const barMs = 60_000 / rpm / bars;
      const stepMs = barMs / (6 + random() * 30);
      const model = { ...motor, bars: worn(bars, trial), rpm, slowing: random() * 0.02 };
      const lengthMs = 220 + 80 * (60_000 / rpm);
      const samples = motorCurrent(model, { stepMs, lengthMs });
      // The ripple is |sin| of so much from trough to crest: its basic wave has 4/(3π) of that.
      addNoise(samples, noiseBelow((motor.runningA * motor.ripple * 4) / (3 * Math.PI), 10 + random() * 20), trial);
      const read = readMotor({ samples, stepMs });
      if (typeof read === 'string') return read;
      if (!read.ripple?.pattern)
        return `no pattern: ${bars} bars ${JSON.stringify(read.ripple)} ${(barMs / stepMs).toFixed(1)}`;
      if (read.ripple.pattern.bars !== bars) return `${read.ripple.pattern.bars} for ${bars}`;
      const middleRpm =
        rpm * (1 - (model.slowing * ((read.running?.fromMs ?? 0) + (read.running?.toMs ?? 0) - 40)) / 2000);
      const off = Math.abs((read.ripple.rpm?.value ?? 0) / middleRpm - 1);
      return off < 0.005 ? true : `rpm ${off}`;
    });
    expect(right).to.be.at.least(0.99);
  }).timeout(180_000);

  it('finds its inrush, running, stall, and the bar that is worn', () => {
    const bars = [1, 1.02, 0.98, 1, 0.4, 1.01, 0.99, 1, 1.02, 1];
    const samples = motorCurrent({ ...motor, bars, stallMs: 900, offMs: 1100 }, { stepMs: 0.1, lengthMs: 1200 });
    const read = readMotor({ samples: addNoise(samples, 0.05, 5), stepMs: 0.1 });
    if (typeof read === 'string') throw new Error(read);
    expect(read.onMs).to.be.closeTo(20, 2);
    expect(read.offMs).to.be.closeTo(1100, 5);
    expect(read.inrush?.peak.value).to.be.closeTo(Math.max(...samples.subarray(0, 3000)), 0.5);
    expect(read.running?.mean.value).to.be.closeTo(4, 0.1);
    expect(read.stall?.mean.value).to.be.closeTo(12.6 / 0.5, 1);
    expect(read.ripple?.pattern?.bars).to.equal(10);
    const heights = read.ripple?.pattern?.heights ?? [];
    expect(heights[read.ripple?.pattern?.odd ?? -1]).to.be.closeTo(0.4, 0.12);
  });

  it('that was on already is not taken for one that is held', () => {
    const bars = [1, 1.02, 0.98, 1, 0.4, 1.01, 0.99, 1, 1.02, 1];
    const samples = motorCurrent({ ...motor, bars }, { stepMs: 0.1, lengthMs: 1500 }).subarray(4000);
    const read = readMotor({ samples: addNoise(samples, 0.05, 5), stepMs: 0.1 });
    if (typeof read === 'string') throw new Error(read);
    expect([read.inrush, read.stall]).to.deep.equal([null, null]);
    expect(read.running?.mean.value).to.be.closeTo(4, 0.1);
    expect(read.ripple?.pattern?.bars).to.equal(10);
  });

  it('says that bars that are all alike cannot be counted, and that a motor which is held does not run', () => {
    const alike = motorCurrent({ ...motor, bars: new Array(12).fill(1) }, { stepMs: 0.1, lengthMs: 1500 });
    const read = readMotor({ samples: addNoise(alike, 0.1, 9), stepMs: 0.1 });
    if (typeof read === 'string') throw new Error(read);
    expect(read.ripple?.pattern).to.equal(null);
    const held = readMotor({
      samples: addNoise(
        motorCurrent({ ...motor, bars: [1, 1, 1], stallMs: 0 }, { stepMs: 0.1, lengthMs: 600 }),
        0.05,
        3,
      ),
      stepMs: 0.1,
    });
    if (typeof held === 'string') throw new Error(held);
    expect(held.running).to.equal(null);
    expect(held.stall?.mean.value).to.be.closeTo(25.2, 0.5);
    expect(readMotor({ samples: addNoise(new Float32Array(5000), 0.05, 3), stepMs: 0.1 })).to.be.a('string');
  });
});

const coil: CoilModel = {
  onMs: 5,
  offMs: 95,
  supplyV: 12.4,
  ohms: 8,
  henries: 0.06,
  pullInMs: 14,
  travelMs: 5,
  backShare: 0.75,
};

describe('what the current of a coil says, against coils with known truth', () => {
  it('tells an armature that moves from one that does not in 99 % at 20 dB', () => {
    const right = shareRight(400, (trial) => {
      const random = seeded(trial + 31);
      const isMoving = trial % 2 === 0;
      const model = {
        ...coil,
        ohms: 4 + random() * 10,
        backShare: 0.6 + random() * 0.3,
        pullInMs: isMoving ? 12 + random() * 10 : null,
        travelMs: 4 + random() * 4,
      };
      const henries = model.ohms * 0.0075;
      const stepMs = 0.02 + random() * 0.06;
      const samples = coilCurrent({ ...model, henries }, { stepMs, lengthMs: 110 });
      addNoise(samples, model.supplyV / model.ohms / 10, trial);
      const read = readCoil({ samples, stepMs }, model.supplyV);
      if (typeof read === 'string') return read;
      const isFound = read.dip !== null;
      return isFound === isMoving ? true : `${isMoving} ${JSON.stringify(read)}`;
    });
    expect(right).to.be.at.least(0.99);
  }).timeout(60_000);

  it('tells its resistance, its inductance, and when the armature arrives', () => {
    const samples = coilCurrent(coil, { stepMs: 0.02, lengthMs: 110 });
    const read = readCoil({ samples: addNoise(samples, 0.005, 2), stepMs: 0.02 }, 12.4);
    if (typeof read === 'string') throw new Error(read);
    expect(read.resistance?.value).to.be.closeTo(8, 0.1);
    expect(read.inductance?.value).to.be.closeTo(0.06, 0.004);
    expect(read.dip?.atMs).to.be.closeTo(19, 1.5);
  });
});

describe('what a starter says of compressions', () => {
  it('names the weakest cylinder, or that none is weak, and the speed', () => {
    const right = shareRight(120, (trial) => {
      const random = seeded(trial + 5);
      const cylinders = [3, 4, 5, 6, 8][trial % 5] ?? 4;
      const weak = trial % 2 === 0 ? Math.floor(random() * cylinders) : -1;
      const compressions = Array.from({ length: cylinders }, (_, at) =>
        at === weak ? 0.4 + random() * 0.35 : 0.98 + random() * 0.04,
      );
      const rpm = 150 + random() * 150;
      const samples = crankingCurrent(
        { rpm, compressions, meanA: 130, humpA: 60, rushA: 500 },
        { stepMs: 0.5, lengthMs: 4000 },
      );
      const read = readCranking({ samples: addNoise(samples, 4, trial), stepMs: 0.5 }, cylinders);
      if (typeof read === 'string') return read;
      if ((read.weakest !== null) !== weak >= 0) return `${weak} ${JSON.stringify(read)}`;
      return Math.abs(read.rpm.value / rpm - 1) < 0.01 ? true : `rpm ${read.rpm.value} ${rpm}`;
    });
    expect(right).to.be.at.least(0.99);
  }).timeout(60_000);
});

const cylinder: CylinderModel = {
  rpm: 250,
  compressionRatio: 10,
  rodRatio: 3.3,
  exhaustOpens: 140,
  exhaustCloses: 370,
  intakeCloses: 590,
  intakeKPa: 95,
  exhaustKPa: 103,
  tightness: 0.95,
};

describe('what the pressure in a cylinder says', () => {
  it('finds when its valves open and close within 1.5°', () => {
    let sure = 0;
    const right = shareRight(120, (trial) => {
      const random = seeded(trial + 3);
      const model = {
        ...cylinder,
        rpm: 180 + random() * 700,
        exhaustOpens: 125 + random() * 35,
        intakeCloses: 570 + random() * 45,
        intakeKPa: 40 + random() * 60,
      };
      const cycleMs = 120_000 / model.rpm;
      const samples = cylinderPressure(model, { stepMs: cycleMs / 2880, lengthMs: 6 * cycleMs });
      const read = readCylinder({ samples: addNoise(samples, 0.7, trial), stepMs: cycleMs / 2880 });
      if (typeof read === 'string') return read;
      // Where the pressure is that of the exhaust already, the valve cannot be seen to open: then it says so.
      const isNear = (measured: Measured | null, truth: number) =>
        measured !== null && Math.abs(measured.value - truth) <= Math.max(1.5, measured.uncertainty);
      const isSure = (read.exhaustOpens?.uncertainty ?? 9) < 2 && (read.intakeCloses?.uncertainty ?? 9) < 2;
      sure += isSure ? 1 : 0;
      return isNear(read.exhaustOpens, model.exhaustOpens) &&
        isNear(read.intakeCloses, model.intakeCloses) &&
        Math.abs(read.rpm.value / model.rpm - 1) < 0.005
        ? true
        : JSON.stringify([read, model]);
    });
    expect(sure).to.be.at.least(110);
    expect(right).to.be.at.least(0.98);
  }).timeout(120_000);
});

describe('what a signal that is switched says', () => {
  it('tells frequency and duty over a grid of rates, offsets and noise', () => {
    const right = shareRight(200, (trial) => {
      const random = seeded(trial + 13);
      const hz = 20 + random() * 2000;
      const duty = 0.1 + random() * 0.8;
      const stepMs = 1000 / hz / (20 + random() * 200);
      const low = random() * 20 - 10;
      const samples = pwmSignal(
        { hz, duty: [duty, duty], low, high: low + 12, riseMs: 0 },
        { stepMs, lengthMs: 40_000 / hz },
      );
      const read = measurePulses({ samples: addNoise(samples, random() * 0.6, trial), stepMs });
      if (typeof read === 'string') return read;
      const isNear = Math.abs(read.frequencyHz.value / hz - 1) < 0.002 && Math.abs(read.duty.value - duty) < 0.03;
      return isNear ? true : `${read.frequencyHz.value} ${hz} ${read.duty.value} ${duty}`;
    });
    expect(right).to.equal(1);
  });
});
