/** How long a signal is, and from one sample to the next, in ms. */
export interface Sampling {
  readonly stepMs: number;
  readonly lengthMs: number;
}

const samplesFor = ({ stepMs, lengthMs }: Sampling): Float32Array => new Float32Array(Math.round(lengthMs / stepMs));

/** A motor with brushes that is switched on. */
export interface MotorModel {
  readonly onMs: number;
  /** Switched off; `null`: it stays on. */
  readonly offMs: number | null;
  /** Held still from then on; `null`: it is not. */
  readonly stallMs: number | null;
  readonly supplyV: number;
  readonly ohms: number;
  /** The time constants of its winding and of its speed. */
  readonly electricalMs: number;
  readonly mechanicalMs: number;
  /** Of its steady running. */
  readonly rpm: number;
  /** By how much the speed falls each second, as a share. */
  readonly slowing: number;
  readonly runningA: number;
  /** For each bar how strong its ripple is, 1 for one that is well. */
  readonly bars: readonly number[];
  /** Ripple of a bar that is well, from trough to crest, as a share of the running current. */
  readonly ripple: number;
}

/**
 * The current of a motor: U = R·i + L·di/dt + k·ω while its speed comes to its steady one by an exponential, with one hump for each bar of the
 * commutator and turn: |sin|, as the brushes go from bar to bar.
 */
export function motorCurrent(model: MotorModel, sampling: Sampling): Float32Array {
  const samples = samplesFor(sampling);
  const { stepMs } = sampling;
  const { onMs, offMs, stallMs, supplyV, ohms, electricalMs, mechanicalMs, rpm, slowing, runningA, bars, ripple } =
    model;
  // Back voltage at the steady speed leaves the running current.
  const backV = supplyV - runningA * ohms;
  let [current, speed, turns] = [0, 0, 0];
  for (let at = 0; at < samples.length; at += 1) {
    const ms = at * stepMs;
    const isOn = ms >= onMs && (offMs === null || ms < offMs);
    const isHeld = stallMs !== null && ms >= stallMs;
    const steady = isOn && !isHeld ? Math.max(0, 1 - (slowing * (ms - onMs)) / 1000) : 0;
    speed += (steady - speed) * -Math.expm1(-stepMs / (isHeld ? mechanicalMs / 10 : mechanicalMs));
    const wanted = isOn ? (supplyV - backV * speed) / ohms : 0;
    current += (wanted - current) * -Math.expm1(-stepMs / electricalMs);
    turns += (speed * rpm * stepMs) / 60_000;
    const place = (turns * bars.length) % bars.length;
    const strength = bars[Math.floor(place)] ?? 1;
    const wave = strength * Math.abs(Math.sin(Math.PI * (place % 1))) - 2 / Math.PI;
    samples[at] = current + (isOn ? runningA * ripple * wave * Math.min(1, speed * 1.5) : 0);
  }
  return samples;
}

/** A coil that pulls an armature. */
export interface CoilModel {
  readonly onMs: number;
  readonly offMs: number;
  readonly supplyV: number;
  readonly ohms: number;
  readonly henries: number;
  /** When the armature arrives behind switching on; `null`: it does not move. */
  readonly pullInMs: number | null;
  /** How long it moves. */
  readonly travelMs: number;
  /** The voltage that it makes against the current just before it arrives, as a share of the supply. */
  readonly backShare: number;
}

/** U = R·i + L·di/dt + e, where e grows with the speed of the armature until it arrives; switched off, the current dies in a diode. */
export function coilCurrent(model: CoilModel, sampling: Sampling): Float32Array {
  const samples = samplesFor(sampling);
  const { stepMs } = sampling;
  const { onMs, offMs, supplyV, ohms, henries, pullInMs, travelMs, backShare } = model;
  let current = 0;
  for (let at = 0; at < samples.length; at += 1) {
    const ms = at * stepMs;
    const isOn = ms >= onMs && ms < offMs;
    const along = pullInMs === null ? -1 : (ms - onMs - pullInMs + travelMs) / travelMs;
    const back = along >= 0 && along < 1 ? supplyV * backShare * along : 0;
    // In small steps, as the winding may be quicker than the samples.
    for (let part = 0; part < 8; part += 1) {
      const volts = isOn ? supplyV - back : current > 1e-3 ? -0.7 : 0;
      current = Math.max(0, current + ((volts - ohms * current) / henries) * (stepMs / 8000));
    }
    samples[at] = current;
  }
  return samples;
}

/** A ring of teeth that passes a sensor. */
export interface RingModel {
  readonly teeth: number;
  readonly rpm: number;
  /** By how much the speed changes in each turn, as a share. */
  readonly changePerTurn: number;
  /** Places that are missing, weak (with a share of the height) or wide (with a share of the width), from 0. */
  readonly missing: readonly number[];
  readonly weak: Readonly<Record<number, number>>;
  readonly wide: Readonly<Record<number, number>>;
  /** Whether the signal is a voltage that grows with the speed, or one that is switched. */
  readonly isInductive: boolean;
  readonly low: number;
  readonly high: number;
}

export function ringSignal(model: RingModel, sampling: Sampling): Float32Array {
  const samples = samplesFor(sampling);
  const { teeth, missing, weak, wide, isInductive, low, high } = model;
  let [place, rpm] = [0, model.rpm];
  for (let at = 0; at < samples.length; at += 1) {
    const turn = (rpm * sampling.stepMs) / 60_000;
    place += turn * teeth;
    rpm *= 1 + model.changePerTurn * turn;
    const tooth = Math.floor(place) % teeth;
    const along = place % 1;
    const width = 0.5 * (wide[tooth] ?? 1);
    const height = missing.includes(tooth) ? 0 : (weak[tooth] ?? 1);
    const middle = (low + high) / 2;
    if (isInductive) {
      const size = ((high - low) / 2) * Math.min(1, rpm / model.rpm);
      samples[at] = middle + size * height * Math.sin(2 * Math.PI * along);
    } else samples[at] = along < width ? low + (high - low) * height : low;
  }
  return samples;
}

/** A signal that is switched. */
export interface PwmModel {
  readonly hz: number;
  /** At its beginning and at its end. */
  readonly duty: readonly [number, number];
  readonly low: number;
  readonly high: number;
  /** Of its edges, from 10 to 90 %. */
  readonly riseMs: number;
}

export function pwmSignal({ hz, duty, low, high, riseMs }: PwmModel, sampling: Sampling): Float32Array {
  const samples = samplesFor(sampling);
  const ramp = (riseMs / 0.8) * (hz / 1000);
  for (let at = 0; at < samples.length; at += 1) {
    const phase = ((at * sampling.stepMs * hz) / 1000) % 1;
    const share = duty[0] + ((duty[1] - duty[0]) * at) / samples.length;
    const up = ramp > 0 ? Math.min(1, Math.max(0, phase / ramp)) : 1;
    const down = ramp > 0 ? Math.min(1, Math.max(0, (phase - share) / ramp)) : phase >= share ? 1 : 0;
    samples[at] = low + (high - low) * Math.max(0, up - down);
  }
  return samples;
}

/** An engine that is turned by its starter. */
export interface CrankingModel {
  readonly rpm: number;
  /** For each cylinder in the order of firing how well it compresses, 1 for one that is well. */
  readonly compressions: readonly number[];
  readonly meanA: number;
  /** From trough to crest of a cylinder that is well. */
  readonly humpA: number;
  readonly rushA: number;
}

/** The current of a starter: a rush that dies away, then a mean with a hump for each compression. */
export function crankingCurrent(model: CrankingModel, sampling: Sampling): Float32Array {
  const samples = samplesFor(sampling);
  const { rpm, compressions, meanA, humpA, rushA } = model;
  const count = compressions.length;
  let place = 0;
  for (let at = 0; at < samples.length; at += 1) {
    const ms = at * sampling.stepMs;
    const speed = -Math.expm1(-ms / 150);
    place += (speed * rpm * count * sampling.stepMs) / 120_000;
    const strength = compressions[Math.floor(place) % count] ?? 1;
    const hump = humpA * strength * (0.5 - 0.5 * Math.cos(2 * Math.PI * place));
    samples[at] = ms < 50 ? 0 : meanA - humpA / 2 + hump + (rushA - meanA) * Math.exp(-(ms - 50) / 60);
  }
  return samples;
}

/** A cylinder that is turned without ignition, with a pressure sensor in it. */
export interface CylinderModel {
  readonly rpm: number;
  readonly compressionRatio: number;
  readonly rodRatio: number;
  readonly exhaustOpens: number;
  readonly exhaustCloses: number;
  readonly intakeCloses: number;
  readonly intakeKPa: number;
  readonly exhaustKPa: number;
  /** Of the pressure that it would have without leaks, what stays at the top. */
  readonly tightness: number;
}

/**
 * The absolute pressure over cycles of 720°: p·Vⁿ is constant while both valves are shut; while one is open, the pressure comes to that behind
 * it within some degrees.
 */
export function cylinderPressure(model: CylinderModel, sampling: Sampling): Float32Array {
  const cycle = cycleOf(model);
  const samples = samplesFor(sampling);
  for (let at = 0; at < samples.length; at += 1) {
    const degrees = ((at * sampling.stepMs * model.rpm * 360) / 60_000 + 400) % 720;
    const index = Math.floor(degrees / cycleStep);
    const share = degrees / cycleStep - index;
    samples[at] = (cycle[index] ?? 0) * (1 - share) + (cycle[(index + 1) % cycle.length] ?? 0) * share;
  }
  return samples;
}

const cycleStep = 0.25;
const polytropic = 1.3;
// So many degrees until an open valve has brought the pressure most of the way.
const breath = 12;

function cycleOf(model: CylinderModel): Float64Array {
  const { compressionRatio, rodRatio, exhaustOpens, exhaustCloses, intakeCloses, intakeKPa, exhaustKPa, tightness } =
    model;
  const volume = (degrees: number) => {
    const angle = (degrees * Math.PI) / 180;
    const path = 1 - Math.cos(angle) + rodRatio - Math.sqrt(rodRatio ** 2 - Math.sin(angle) ** 2);
    return (1 + ((compressionRatio - 1) * path) / 2) / compressionRatio;
  };
  const cycle = new Float64Array(720 / cycleStep);
  let pressure = intakeKPa;
  // From where the intake closes, twice around: the second begins with what the first has come to.
  for (let point = 0; point < 2 * cycle.length; point += 1) {
    const degrees = (intakeCloses + point * cycleStep) % 720;
    const before = (degrees - cycleStep + 720) % 720;
    const isOpen = degrees > exhaustOpens && degrees < intakeCloses;
    const leak = degrees < 20 || degrees > 700 ? 1 - ((1 - tightness) * cycleStep) / 40 : 1;
    pressure *= (volume(before) / volume(degrees)) ** polytropic * leak;
    if (isOpen) {
      const behind = degrees < exhaustCloses ? exhaustKPa : intakeKPa;
      pressure += (behind - pressure) * -Math.expm1((-cycleStep * 3) / breath);
    }
    cycle[Math.floor(degrees / cycleStep)] = pressure;
  }
  return cycle;
}
