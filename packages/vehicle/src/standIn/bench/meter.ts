import { infinite, noNumber } from '../../scpi/index.js';
import type { StandInBench } from './bench.js';
import { faults, type Handlers, numberIn, openScpiServer, ScpiFault, type ScpiServer } from './scpiServer.js';

interface MeterFunction {
  /** Ends of its ranges, the smallest first; none: it has one. */
  readonly ranges: readonly number[];
  /** Places that a reading has in a range. */
  readonly counts: number;
  /** What is there; `undefined` where there is nothing to measure. */
  readonly measure: (bench: StandInBench) => number | undefined;
}

// What a meter takes a mean over; what is switched on runs evenly by then.
const meanOver = { stepMs: 0.05, lengthMs: 600 };
const settledMs = 300;

const meanOf = (bench: StandInBench): number | undefined => {
  const samples = bench.samples(0, meanOver)?.subarray(settledMs / meanOver.stepMs);
  return samples && samples.reduce((sum, sample) => sum + sample, 0) / samples.length;
};

function alternatingOf(bench: StandInBench): number | undefined {
  const samples = bench.samples(0, meanOver)?.subarray(settledMs / meanOver.stepMs);
  if (!samples) return undefined;
  const mean = samples.reduce((sum, sample) => sum + sample, 0) / samples.length;
  return Math.sqrt(samples.reduce((sum, sample) => sum + (sample - mean) ** 2, 0) / samples.length);
}

const volts = [0.6, 6, 60, 600];
const functions: Readonly<Record<string, MeterFunction>> = {
  'VOLTage[:DC]': { ranges: volts, counts: 60_000, measure: meanOf },
  'VOLTage:AC': { ranges: volts, counts: 60_000, measure: alternatingOf },
  RESistance: { ranges: [600, 6e3, 60e3, 600e3, 6e6, 60e6], counts: 60_000, measure: (bench) => bench.ohms(0) },
  'CURRent[:DC]': { ranges: [0.06, 0.6, 6, 60, 600, 2000], counts: 60_000, measure: meanOf },
  FREQuency: { ranges: [], counts: 100_000, measure: (bench) => bench.pulses(0)?.hz },
  PDUTycycle: { ranges: [], counts: 1000, measure: (bench) => bench.pulses(0)?.duty },
};

interface Setting {
  readonly function: MeterFunction;
  /** `null`: the smallest that holds what is there. */
  readonly range: number | null;
}

/** A meter at a stand-in, over SCPI. @param port 0: whichever nobody uses */
export function openStandInMeter(bench: StandInBench, host: string, port: number): Promise<ScpiServer> {
  const [first] = Object.values(functions);
  if (!first) throw new Error('a meter measures something');
  const atFirst: Setting = { function: first, range: null };
  let setting = atFirst;
  const set = (measures: MeterFunction, [asked]: readonly string[]) => {
    const isAuto = asked === undefined || /^(AUTO|DEF(ault)?)$/i.test(asked);
    setting = { function: measures, range: isAuto ? null : rangeFor(measures, Math.abs(numberIn(asked))) };
  };
  const read = () => sayReading(setting, setting.function.measure(bench));
  const handlers: Record<string, (parameters: readonly string[]) => string | undefined> = {
    'READ?': read,
    'FETCh?': read,
  };
  for (const [name, measures] of Object.entries(functions)) {
    handlers[`CONFigure:${name}`] = (parameters) => {
      set(measures, parameters);
      return undefined;
    };
    handlers[`MEASure:${name}?`] = (parameters) => {
      set(measures, parameters);
      return read();
    };
    if (measures.ranges.length === 0) continue;
    handlers[`[SENSe:]${name}:RANGe[:UPPer]?`] = () => say(usedRange(settingOf(measures), measures.measure(bench)));
    handlers[`[SENSe:]${name}:RESolution?`] = () =>
      say(usedRange(settingOf(measures), measures.measure(bench)) / measures.counts);
  }
  const settingOf = (measures: MeterFunction): Setting => {
    if (setting.function !== measures) throw new ScpiFault(faults.illegalValue);
    return setting;
  };
  const reset = () => {
    setting = atFirst;
  };
  return openScpiServer('PROBE TRAIL,STAND-IN METER,0,1', handlers satisfies Handlers, reset, host, port);
}

function rangeFor({ ranges }: MeterFunction, value: number): number | null {
  if (ranges.length === 0) return null;
  const found = ranges.find((end) => end >= value);
  if (found === undefined) throw new ScpiFault(faults.outOfRange);
  return found;
}

/** The end of the range in which it reads. */
function usedRange({ function: { ranges }, range }: Setting, there: number | undefined): number {
  return range ?? ranges.find((end) => end >= Math.abs(there ?? 0)) ?? ranges.at(-1) ?? 1;
}

function sayReading(setting: Setting, there: number | undefined): string {
  if (there === undefined) return say(noNumber);
  const { ranges, counts } = setting.function;
  if (ranges.length === 0) return say(there);
  const range = usedRange(setting, there);
  if (Math.abs(there) > range) return say(Math.sign(there) * infinite);
  const place = range / counts;
  return say(Math.round(there / place) * place);
}

/** As IEEE 488.2 has a number with an exponent: 8.7.4. */
const say = (value: number): string => {
  const text = value.toExponential(7).toUpperCase();
  return text.startsWith('-') ? text : `+${text}`;
};
