import {
  type Clipping,
  findClipping,
  findEdges,
  levelsOf,
  type Measured,
  measureDelay,
  measurePulses,
  measureTransition,
  type Signal,
  sumUp,
} from '../waveform/index.js';
import { count, type Fact, type Finding, fact, plain } from './fact.js';

const perCent = ({ value, uncertainty }: Measured): Measured => ({
  value: value * 100,
  uncertainty: uncertainty * 100,
});

/** Everything that is measured of a signal without knowing what it is: sums, extremes, and what its edges say. */
export function measureBetween(signal: Signal, unit: string): Finding {
  const sums = sumUp(signal);
  if (!sums) return { facts: [], notes: ['Nothing was taken in this time.'], flags: [], sureness: null };
  // Once for all: of ten million samples each takes a fifth of a second.
  const [edges, levels] = [findEdges(signal), levelsOf(signal)];
  const pulses = measurePulses(signal, edges);
  const facts: Fact[] = [
    fact('mean', 'mean', sums.mean, unit),
    fact('rms', 'RMS, total', sums.rms, unit),
    fact('min', 'least', sums.min, unit),
    fact('max', 'greatest', sums.max, unit),
    fact('peakToPeak', 'peak to peak', sums.peakToPeak, unit),
    fact('area', 'area', sums.area, unit === '' ? 's' : `${unit}·s`),
    fact('slope', 'slope', sums.slope, `${unit}/s`),
  ];
  if (typeof pulses !== 'string')
    facts.push(
      fact('frequency', 'frequency', pulses.frequencyHz, 'Hz'),
      fact('period', 'period', pulses.periodMs, 'ms'),
      fact('duty', 'duty, high', perCent(pulses.duty), '%'),
      plain('dutyTrend', 'change of the duty', pulses.dutyTrend * 100, '%'),
      count('count', 'times it rises', pulses.count),
    );
  for (const [id, name] of [
    ['rise', 'rise time, 10 to 90 %'],
    ['fall', 'fall time, 90 to 10 %'],
  ] as const) {
    const taken = edges.times.length > 0 ? measureTransition(signal, id, edges, levels) : 'It does not change.';
    if (typeof taken !== 'string') facts.push(fact(id, name, taken, 'ms'));
  }
  return { facts, notes: sayClipping(findClipping(signal, sums, levels), unit), flags: [], sureness: null };
}

/** Sentences about a signal that was cut off by its instrument. */
export const clippingOf = (signal: Signal, unit: string): readonly string[] => sayClipping(findClipping(signal), unit);

const sayClipping = (clippings: readonly Clipping[], unit: string): readonly string[] =>
  clippings.map(
    ({ level, share }) =>
      `Clipped at ${Number(level.toPrecision(4))} ${unit}, ${(share * 100).toFixed(1)} % of the time: choose a wider range.`,
  );

/** By how much a second signal is later than a first. @returns a sentence where that cannot be said */
export function delayBetween(first: Signal, second: Signal): readonly Fact[] | string {
  const delay = measureDelay(first, second);
  if (typeof delay === 'string') return delay;
  const facts = [fact('delay', 'delay', delay.delayMs, 'ms')];
  return delay.phaseDeg === null ? facts : [...facts, plain('phase', 'phase', delay.phaseDeg, '°')];
}
