import { setTimeout as wait } from 'node:timers/promises';
import { encodeBlock, encodeReals } from '../../scpi/index.js';
import type { StandInBench } from './bench.js';
import { faults, type Handlers, numberIn, openScpiServer, ScpiFault, type ScpiServer } from './scpiServer.js';

interface Input {
  readonly coupling: 'DC' | 'AC';
  /** From its lowest to its highest, in volts. */
  readonly range: number;
}

interface Setting {
  readonly inputs: readonly Input[];
  readonly seconds: number;
  /** Of the beginning behind the trigger; below 0 it is before it. */
  readonly offsetSeconds: number;
  readonly source: number | null;
  readonly isRising: boolean;
  readonly level: number;
}

const inputCount = 4;
const atFirst: Setting = {
  inputs: Array.from({ length: inputCount }, () => ({ coupling: 'DC', range: 40 })),
  seconds: 0.1,
  offsetSeconds: 0,
  source: null,
  isRising: true,
  level: 0,
};

// So many samples in one take, where its quickest clock allows it.
const sampleCount = 20_000;
const quickestStep = 1e-6;
// All that happens at a stand-in happens within that.
const happeningSeconds = 1;
// What is above the middle of the range by more is cut off.
const counts = 65_536;

/** A scope with four inputs at a stand-in, over SCPI. @param port 0: whichever nobody uses */
export function openStandInScope(bench: StandInBench, host: string, port: number): Promise<ScpiServer> {
  let setting = atFirst;
  let taking: Promise<readonly Float32Array[] | undefined> | undefined;
  const change = (next: Partial<Setting>) => {
    setting = { ...setting, ...next };
    return undefined;
  };
  const changeInput = (number: number | undefined, next: Partial<Input>) => {
    const at = inputAt(number);
    return change({ inputs: setting.inputs.map((input, index) => (index === at ? { ...input, ...next } : input)) });
  };
  const handlers: Handlers = {
    ABORt: () => {
      taking = undefined;
      return undefined;
    },
    'FORMat[:DATA]': ([type, bits]) => {
      if (!/^REAL$/i.test(type ?? '') || bits !== '32') throw new ScpiFault(faults.illegalValue);
      return undefined;
    },
    'INPut<n>:COUPling': ([coupling], [number]) => changeInput(number, { coupling: couplingIn(coupling) }),
    '[SENSe:]VOLTage<n>[:DC]:RANGe[:UPPer]': ([range], [number]) => changeInput(number, { range: positive(range) }),
    '[SENSe:]SWEep:TIME': ([seconds]) => change({ seconds: positive(seconds) }),
    '[SENSe:]SWEep:OFFSet:TIME': ([seconds]) => change({ offsetSeconds: numberIn(seconds) }),
    '[SENSe:]SWEep:TINTerval?': () => String(stepOf(setting)),
    'TRIGger[:SEQuence]:SOURce': ([source]) => change({ source: sourceIn(source) }),
    'TRIGger[:SEQuence]:SLOPe': ([slope]) => change({ isRising: isRising(slope) }),
    'TRIGger[:SEQuence]:LEVel': ([level]) => change({ level: numberIn(level) }),
    'INITiate[:IMMediate]': (_, __, { signal }) => {
      taking = take(bench, setting, signal);
      return undefined;
    },
    '*OPC?': async (_, __, { signal }) => {
      const taken = await taking;
      if (taking && !taken) await untilGone(signal);
      return '1';
    },
    'TRACe[:DATA]?': async ([name]) => {
      const taken = await taking;
      const samples = taken?.[inputAt(numberIn(/^CHAN(?:nel)?(\d)$/i.exec(name ?? '')?.[1]))];
      if (!samples) throw new ScpiFault(faults.noData);
      return encodeBlock(encodeReals(samples));
    },
  };
  const reset = () => {
    setting = atFirst;
  };
  return openScpiServer('PROBE TRAIL,STAND-IN SCOPE,0,1', handlers, reset, host, port);
}

const stepOf = ({ seconds }: Setting): number => Math.max(quickestStep, seconds / sampleCount);

/** What the inputs see from the trigger on; `undefined`: it is never triggered. It takes as long as it takes. */
async function take(
  bench: StandInBench,
  setting: Setting,
  signal: AbortSignal,
): Promise<readonly Float32Array[] | undefined> {
  const { seconds, offsetSeconds, source, inputs } = setting;
  const stepMs = stepOf(setting) * 1000;
  const before = Math.max(0, -offsetSeconds);
  const lengthMs = (source === null ? seconds : happeningSeconds + seconds) * 1000;
  const seen = inputs.map((input, index) => seenBy(input, bench.samples(index, { stepMs, lengthMs })));
  const length = Math.round((seconds * 1000) / stepMs);
  const crossing = source === null ? 0 : crossingIn(seen[source] ?? new Float32Array(), setting);
  if (crossing === undefined) return undefined;
  await wait(seconds * 1000, undefined, { signal }).catch(() => undefined);
  const begin = crossing - Math.round((before * 1000) / stepMs);
  return seen.map((samples) => part(samples, source === null ? 0 : begin, length));
}

/** As an input shows it: without its mean where it is coupled so, and cut off at the ends of its range. */
function seenBy({ coupling, range }: Input, samples: Float32Array | undefined): Float32Array {
  if (!samples) return new Float32Array();
  const mean = coupling === 'AC' ? samples.reduce((sum, sample) => sum + sample, 0) / samples.length : 0;
  const [end, place] = [range / 2, range / counts];
  return samples.map((sample) => Math.min(end, Math.max(-end, Math.round((sample - mean) / place) * place)));
}

/** Where the signal passes the level for the first time; `undefined` where it never does. */
function crossingIn(samples: Float32Array, { level, isRising: isUp }: Setting): number | undefined {
  for (let at = 1; at < samples.length; at += 1) {
    const [last, now] = [(samples[at - 1] ?? 0) - level, (samples[at] ?? 0) - level];
    if (isUp ? last < 0 && now >= 0 : last > 0 && now <= 0) return at;
  }
  return undefined;
}

/** Before its first sample a signal was as it is there. */
function part(samples: Float32Array, begin: number, length: number): Float32Array {
  const taken = new Float32Array(length).fill(samples[0] ?? 0);
  for (let at = Math.max(0, -begin); at < length; at += 1) taken[at] = samples[begin + at] ?? samples.at(-1) ?? 0;
  return taken;
}

/** One that waits for its trigger answers nothing, until whoever asks is gone. */
const untilGone = (signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => signal.addEventListener('abort', () => resolve(), { once: true }));

function inputAt(number: number | undefined): number {
  if (number === undefined || number < 1 || number > inputCount) throw new ScpiFault(faults.outOfRange);
  return number - 1;
}

function positive(text: string | undefined): number {
  const value = numberIn(text);
  if (value <= 0) throw new ScpiFault(faults.outOfRange);
  return value;
}

function couplingIn(text: string | undefined): Input['coupling'] {
  const word = text?.toUpperCase();
  if (word !== 'DC' && word !== 'AC') throw new ScpiFault(faults.illegalValue);
  return word;
}

function sourceIn(text: string | undefined): number | null {
  if (/^IMM(ediate)?$/i.test(text ?? '')) return null;
  return inputAt(numberIn(/^INT(?:ernal)?(\d)$/i.exec(text ?? '')?.[1]));
}

function isRising(text: string | undefined): boolean {
  if (/^POS(itive)?$/i.test(text ?? '')) return true;
  if (/^NEG(ative)?$/i.test(text ?? '')) return false;
  throw new ScpiFault(faults.illegalValue);
}
