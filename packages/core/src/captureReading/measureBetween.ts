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
import { type Fact, type FactKind, type Finding, makeFacts } from './fact.js';
import { plainFacts } from './known.js';

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
  const fact = makeFacts(plainFacts, unit);
  const facts: Fact[] = [
    fact('mean', sums.mean),
    fact('rms', sums.rms),
    fact('min', sums.min),
    fact('max', sums.max),
    fact('peakToPeak', sums.peakToPeak),
    fact('area', sums.area),
    fact('slope', sums.slope),
    fact('length', (signal.samples.length - 1) * signal.stepMs),
  ];
  if (typeof pulses !== 'string')
    facts.push(
      fact('frequency', pulses.frequencyHz),
      fact('period', pulses.periodMs),
      fact('duty', perCent(pulses.duty)),
      fact('dutyTrend', pulses.dutyTrend * 100),
      fact('count', pulses.count),
    );
  for (const id of ['rise', 'fall'] as const) {
    const taken = edges.times.length > 0 ? measureTransition(signal, id, edges, levels) : 'It does not change.';
    if (typeof taken !== 'string') facts.push(fact(id, taken));
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

const delayFacts = {
  delay: { name: 'delay', unit: 'ms', byHand: 'part' },
  phase: { name: 'phase', unit: '°', byHand: 'part' },
} as const satisfies Readonly<Record<string, FactKind>>;

/** By how much a second signal is later than a first. @returns a sentence where that cannot be said */
export function delayBetween(first: Signal, second: Signal): readonly Fact[] | string {
  const delay = measureDelay(first, second);
  if (typeof delay === 'string') return delay;
  const fact = makeFacts(delayFacts, '');
  const facts = [fact('delay', delay.delayMs)];
  return delay.phaseDeg === null ? facts : [...facts, fact('phase', delay.phaseDeg)];
}
