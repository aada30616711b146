import { type Capture, channelNamed } from '@probe-trail/core/capture';
import { sentCrc } from '@probe-trail/core/serialLine';
import {
  addNoise,
  coilCurrent,
  crankingCurrent,
  cylinderPressure,
  lengthsOfSent,
  lineSignal,
  motorCurrent,
  pwmSignal,
  ringSignal,
  type Sampling,
  seeded,
} from '@probe-trail/core/signalModel';

/** A capture of a demo job, made from the physics that its numbers state. */
export interface DemoCapture {
  readonly jobId: string;
  readonly name: string;
  readonly by: string;
  /** Before the demo world is made. */
  readonly minutesAgo: number;
  readonly make: (startedAtMs: number) => Capture;
}

/** A signal of a capture, and the deviation of its noise. */
interface MadeChannel {
  readonly name: string;
  readonly unit: string;
  readonly noise: number;
  readonly signal: (sampling: Sampling) => Float32Array;
}

const captureOf =
  (sampling: Sampling, channels: readonly MadeChannel[]) =>
  (startedAtMs: number): Capture => ({
    startedAtMs,
    stepMs: sampling.stepMs,
    marks: [],
    channels: channels.map(({ name, unit, noise, signal }, at) =>
      channelNamed(name, at, unit, addNoise(signal(sampling), noise, at + 1)),
    ),
  });

/** A commutator of ten bars as they are made, of which one may be worn. */
const barsWith = (worn: Readonly<Record<number, number>>): readonly number[] =>
  [1, 1.03, 0.98, 1.01, 0.99, 1.02, 0.97, 1, 1.02, 0.98].map((height, bar) => worn[bar] ?? height);

const doorMotor = (
  name: string,
  rpm: number,
  runningA: number,
  worn: Readonly<Record<number, number>>,
): MadeChannel => ({
  name,
  unit: 'A',
  noise: 0.06,
  signal: (sampling) =>
    motorCurrent(
      {
        onMs: 40,
        offMs: 1080,
        stallMs: null,
        supplyV: 12.6,
        ohms: 0.55,
        electricalMs: 1.2,
        mechanicalMs: 28,
        rpm,
        slowing: 0.01,
        runningA,
        bars: barsWith(worn),
        ripple: 0.22,
      },
      sampling,
    ),
});

const contactor = { onMs: 10, offMs: 90, supplyV: 12.4, ohms: 14, henries: 0.1, travelMs: 5, backShare: 0.75 };
const contactorCurrent = (pullInMs: number | null): MadeChannel => ({
  name: 'coil K41 86',
  unit: 'A',
  noise: 0.01,
  signal: (sampling) => coilCurrent({ ...contactor, pullInMs }, sampling),
});

const cylinderOf = (intakeCloses: number): MadeChannel => ({
  name: 'cylinder 1, absolute',
  unit: 'kPa',
  noise: 0.8,
  signal: (sampling) =>
    cylinderPressure(
      {
        rpm: 260,
        compressionRatio: 10,
        rodRatio: 3.3,
        exhaustOpens: 142,
        exhaustCloses: 371,
        intakeCloses,
        intakeKPa: 96,
        exhaustKPa: 102,
        tightness: 0.94,
      },
      sampling,
    ),
});

/** Frames of a rail pressure that rises slowly and of its inverse. */
function railFrames(count: number): readonly (readonly number[])[] {
  const random = seeded(3);
  return Array.from({ length: count }, (_, at) => {
    const value = 1200 + at + Math.floor(random() * 4);
    const data = [value, 4095 - value].flatMap((number) => [number >> 8, (number >> 4) & 15, number & 15]);
    return [0, ...data, sentCrc(data)];
  });
}

const tobi = 'Tobi Lunde';

export const demoCaptures: readonly DemoCapture[] = [
  {
    jobId: 'job-fg-01',
    name: 'Door motors, all four shutting',
    by: tobi,
    minutesAgo: 27,
    make: captureOf({ stepMs: 0.05, lengthMs: 1200 }, [
      doorMotor('front door, front wing', 2750, 3.9, {}),
      doorMotor('front door, rear wing', 2710, 4.0, {}),
      doorMotor('rear door, front wing', 2690, 4.1, { 6: 0.42 }),
      doorMotor('rear door, rear wing', 2730, 3.9, {}),
    ]),
  },
  {
    jobId: 'job-fg-05',
    name: 'Ramp contactor, armature moves',
    by: tobi,
    minutesAgo: 146,
    make: captureOf({ stepMs: 0.02, lengthMs: 120 }, [contactorCurrent(15)]),
  },
  {
    jobId: 'job-fg-05',
    name: 'Ramp contactor, armature stuck',
    by: tobi,
    minutesAgo: 143,
    make: captureOf({ stepMs: 0.02, lengthMs: 120 }, [contactorCurrent(null)]),
  },
  {
    jobId: 'job-fg-13-slip',
    name: 'Wheel ring rear left, turned by hand',
    by: tobi,
    minutesAgo: 44,
    make: captureOf({ stepMs: 0.2, lengthMs: 5000 }, [
      {
        name: 'wheel sensor rear left',
        unit: 'V',
        noise: 0.04,
        signal: (sampling) =>
          ringSignal(
            {
              teeth: 48,
              rpm: 70,
              changePerTurn: -0.12,
              missing: [],
              weak: { 17: 0.45 },
              wide: { 18: 1.5 },
              isInductive: false,
              low: 0.6,
              high: 1.4,
            },
            sampling,
          ),
      },
    ]),
  },
  {
    jobId: 'job-fg-09',
    name: 'Blower command',
    by: tobi,
    minutesAgo: 304,
    make: captureOf({ stepMs: 0.02, lengthMs: 400 }, [
      {
        name: 'blower control',
        unit: 'V',
        noise: 0.08,
        signal: (sampling) => pwmSignal({ hz: 400, duty: [0.48, 0.505], low: 0.4, high: 12.4, riseMs: 0.06 }, sampling),
      },
    ]),
  },
  {
    jobId: 'job-fg-02',
    name: 'Cranking, ignition off',
    by: tobi,
    minutesAgo: 34,
    make: captureOf({ stepMs: 0.25, lengthMs: 4000 }, [
      {
        name: 'starter current',
        unit: 'A',
        noise: 3,
        signal: (sampling) =>
          crankingCurrent(
            { rpm: 195, compressions: [1, 0.99, 0.62, 1.01], meanA: 190, humpA: 70, rushA: 520 },
            sampling,
          ),
      },
    ]),
  },
  {
    jobId: 'job-fg-06',
    name: 'Cylinder 1 while cranking, cam late',
    by: tobi,
    minutesAgo: 32,
    make: captureOf({ stepMs: 0.1, lengthMs: 3000 }, [cylinderOf(598)]),
  },
  {
    jobId: 'job-fg-06',
    name: 'Rail pressure sensor, SENT',
    by: tobi,
    minutesAgo: 28,
    make: captureOf({ stepMs: 0.0006, lengthMs: 60 }, [
      {
        name: 'sensor line',
        unit: 'V',
        noise: 0.03,
        signal: (sampling) => lineSignal({ ...lengthsOfSent(railFrames(70), 0.003), low: 0.3, high: 4.6 }, sampling),
      },
    ]),
  },
];
