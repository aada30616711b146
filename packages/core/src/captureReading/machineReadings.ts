import type { Known } from '../captureSource/index.js';
import {
  findEdges,
  levelsOf,
  type Measured,
  measurePulses,
  noiseOf,
  type Pattern,
  readCoil,
  readControl,
  readCranking,
  readCylinder,
  readMotor,
  readTeeth,
  type Signal,
  sumUp,
  toothFaultKinds,
} from '../waveform/index.js';
import { type Fact, type Finding, type Flag, makeFacts } from './fact.js';
import { detectors } from './known.js';

const flagAt = (atMs: number | null, text: string): readonly Flag[] => (atMs === null ? [] : [{ atMs, text }]);

export function asMotor(signal: Signal, unit: string, { bars }: Known): Finding | string {
  const read = readMotor(signal, { bars, humpsOfBar: 1 });
  if (typeof read === 'string') return read;
  const { inrush, running, stall, ripple } = read;
  const fact = makeFacts(detectors.motor.facts, unit);
  const facts = [
    ...(inrush ? [fact('inrush', inrush.peak, { fromMs: inrush.atMs, toMs: inrush.atMs })] : []),
    ...(running ? [fact('running', running.mean, running)] : []),
    ...(stall ? [fact('stall', stall.mean, stall)] : []),
    ...(ripple ? [fact('ripple', ripple.humpsHz, running ?? undefined)] : []),
    ...(ripple?.rpm ? [fact('rpm', ripple.rpm, running ?? undefined)] : []),
    ...patternFacts(ripple?.pattern ?? null),
  ];
  const notes = [
    ...(running ? [] : ['It does not run.']),
    ...(inrush ? [] : ['It was on already, or the clamp was not set to zero: no inrush was taken.']),
    ...(stall ? ['It is held, or stalls.'] : []),
    ...(running && !ripple ? ['No ripple of a commutator can be told from noise.'] : []),
    ...(ripple && !ripple.pattern
      ? ['The humps are too alike to count the bars: it has no odd one, or too few turns were taken.']
      : []),
    ...(ripple?.pattern && ripple.pattern.odd !== null ? [sayOdd(ripple.pattern)] : []),
    ...(ripple?.pattern && !ripple.pattern.isCounted && ripple.pattern.odd === null
      ? ['No bar of its commutator stands out.']
      : []),
    ...(ripple?.pattern?.isCounted && bars !== null && ripple.pattern.bars !== bars
      ? [`${bars} bars were said, and the pattern comes again after ${ripple.pattern.bars}.`]
      : []),
  ];
  const flags = [
    ...flagAt(read.onMs, 'on'),
    ...flagAt(inrush?.atMs ?? null, 'inrush'),
    ...flagAt(running?.fromMs ?? null, 'running'),
    ...flagAt(stall?.fromMs ?? null, 'held'),
    ...flagAt(read.offMs, 'off'),
  ];
  return { facts, notes, flags, sureness: ripple?.pattern?.isCounted ? ripple.pattern.sureness : null };
}

function patternFacts(pattern: Pattern | null): readonly Fact[] {
  if (!pattern) return [];
  const odd = pattern.odd === null ? undefined : pattern.heights[pattern.odd];
  const fact = makeFacts(detectors.motor.facts, '');
  return [
    ...(pattern.isCounted ? [fact('bars', pattern.bars)] : []),
    fact('oddBar', (odd ?? Math.min(...pattern.heights)) * 100),
  ];
}

const sayOdd = ({ odd, heights }: Pattern): string =>
  `One bar differs: its hump has ${Math.round((heights[odd ?? 0] ?? 0) * 100)} % of the height of the middle one, in each turn.`;

export function asCoil(signal: Signal, unit: string, { volts }: Known): Finding | string {
  const read = readCoil(signal, volts);
  if (typeof read === 'string') return read;
  const { dip, resistance, inductance } = read;
  const fact = makeFacts(detectors.coil.facts, unit);
  return {
    facts: [
      fact('final', read.final),
      fact('dipDepth', dip ? dip.share * 100 : 0),
      ...(dip ? [fact('dipTime', dip.atMs - read.onMs, { fromMs: read.onMs, toMs: dip.atMs })] : []),
      ...(resistance ? [fact('resistance', resistance)] : []),
      ...(inductance
        ? [fact('inductance', { value: inductance.value * 1000, uncertainty: inductance.uncertainty * 1000 })]
        : []),
    ],
    notes: [
      dip
        ? 'The armature moves: the current dips when it arrives.'
        : 'No dip: the armature does not move, or it had moved before.',
      ...(volts === null ? ['With the voltage across it, resistance and inductance are said too.'] : []),
    ],
    flags: [...flagAt(read.onMs, 'on'), ...flagAt(dip?.atMs ?? null, 'armature arrives')],
    sureness: read.sureness,
  };
}

export function asTeeth(signal: Signal, { teeth, gapTeeth }: Known): Finding | string {
  const read = readTeeth(signal, { teethPerTurn: teeth, gapTeeth: gapTeeth ?? 0 });
  if (typeof read === 'string') return read;
  const missing = read.faults.filter(({ kind }) => kind === 'missing');
  const fact = makeFacts(detectors.teeth.facts, '');
  return {
    facts: [
      fact('teethSeen', read.teethSeen),
      ...(read.teethPerTurn === null ? [] : [fact('teethPerTurn', read.teethPerTurn)]),
      ...(read.rpm ? [fact('rpm', read.rpm)] : []),
      fact('missing', missing.length),
      fact('odd', read.faults.length),
    ],
    notes: [
      ...(read.faults.length === 0 ? ['All teeth are alike.'] : []),
      ...(read.teethPerTurn === null
        ? ['With the number of teeth a turn, the speed and the place of each fault are said too.']
        : []),
      ...read.faults.map(
        ({ kind, tooth, times, isEachTurn }) =>
          `${tooth === null ? 'A tooth' : `Tooth ${tooth}`} is ${toothFaultKinds[kind]}, ${times === 1 ? 'once' : `${times} times`}${isEachTurn === null ? '' : isEachTurn ? ', in each turn' : ', not in each turn'}.`,
      ),
    ],
    flags: read.faults.map(({ atMs, kind, tooth }) => ({
      atMs,
      text: `${toothFaultKinds[kind]}${tooth === null ? '' : ` ${tooth}`}`,
    })),
    sureness: read.sureness,
  };
}

export function asControl(signal: Signal, unit: string, { isLowActive }: Known): Finding | string {
  const read = readControl(signal, isLowActive);
  if (typeof read === 'string') return read;
  const fact = makeFacts(detectors.control.facts, unit);
  const notes = isLowActive ? ['It is on while it is low: the given share is the one that it is low.'] : [];
  if (read.kind === 'stands')
    return {
      facts: [fact('level', read.level)],
      notes: ['It does not switch: it stands at one level.'],
      flags: [],
      sureness: null,
    };
  const { duty, frequencyHz, dutyTrend } = read.pulses;
  return {
    facts: [
      fact('given', { value: read.given * 100, uncertainty: duty.uncertainty * 100 }),
      fact('frequency', frequencyHz),
      fact('dutyTrend', (isLowActive ? -dutyTrend : dutyTrend) * 100),
    ],
    notes,
    flags: [],
    sureness: null,
  };
}

/** A supply while a load is off and while it is on; the other channel of the capture, its current or its command, says which. */
export function asSupply(signal: Signal, unit: string, siblings: readonly Signal[]): Finding | string {
  const [load, ...more] = siblings;
  if (!load || more.length > 0) return 'The supply is read of a capture of two channels: itself and the load.';
  const levels = levelsOf(load);
  if (!levels || !(levels.high - levels.low > 8 * noiseOf(load))) return 'The load is not switched in this capture.';
  const middle = (levels.low + levels.high) / 2;
  const level = (isOn: boolean): Measured | undefined => {
    const samples = signal.samples.filter((_, at) => (load.samples[at] ?? Number.NaN) > middle === isOn);
    return sumUp({ samples, stepMs: signal.stepMs })?.mean;
  };
  const [rest, loaded] = [level(false), level(true)];
  if (!rest || !loaded) return 'The supply was not taken while the load was on and off.';
  const fact = makeFacts(detectors.supply.facts, unit);
  return {
    facts: [fact('rest', rest), fact('loaded', loaded), fact('sag', difference(loaded, rest))],
    notes: [],
    flags: [],
    sureness: null,
  };
}

/** The speed of what gives so many pulses a turn, as a whole and from the first half to the second. */
export function asTurning(signal: Signal, { eventsPerTurn }: Known): Finding | string {
  if (eventsPerTurn === null) return 'Say how many pulses come in a turn.';
  const pulses = measurePulses(signal, findEdges(signal));
  if (typeof pulses === 'string') return pulses;
  const fact = makeFacts(detectors.turning.facts, '');
  const toRpm = ({ value, uncertainty }: Measured): Measured => ({
    value: (value * 60) / eventsPerTurn,
    uncertainty: (uncertainty * 60) / eventsPerTurn,
  });
  const { samples, stepMs } = signal;
  const half = Math.floor(samples.length / 2);
  const [first, second] = [samples.subarray(0, half), samples.subarray(half)].map((part) => {
    const own = { samples: part, stepMs };
    return measurePulses(own, findEdges(own));
  });
  const trend =
    first === undefined || second === undefined || typeof first === 'string' || typeof second === 'string'
      ? []
      : [fact('rpmTrend', toRpm(difference(first.frequencyHz, second.frequencyHz)))];
  return { facts: [fact('rpm', toRpm(pulses.frequencyHz)), ...trend], notes: [], flags: [], sureness: null };
}

const difference = (from: Measured, to: Measured): Measured => ({
  value: to.value - from.value,
  uncertainty: Math.hypot(from.uncertainty, to.uncertainty),
});

export function asCranking(signal: Signal, { cylinders }: Known): Finding | string {
  if (cylinders === null) return 'Say how many cylinders the engine has.';
  const read = readCranking(signal, cylinders);
  if (typeof read === 'string') return read;
  const { heights, weakest } = read;
  const fact = makeFacts(detectors.cranking.facts, '');
  const span = { fromMs: read.fromMs, toMs: read.toMs };
  return {
    facts: [
      fact('rpm', read.rpm, span),
      fact('weakest', Math.min(...heights) * 100, span),
      ...heights.map((height, at) => fact(`cylinder${at + 1}`, height * 100, span)),
    ],
    notes: [
      weakest === null
        ? 'All compressions are alike.'
        : `The ${weakest + 1}. in the order in which they come is weak: ${Math.round((heights[weakest] ?? 0) * 100)} % of the middle one.`,
    ],
    flags: [...flagAt(read.fromMs, 'first counted'), ...flagAt(read.toMs, 'let go')],
    sureness: read.sureness,
  };
}

export function asCylinder(signal: Signal, unit: string, { compressionRatio }: Known): Finding | string {
  const shape = compressionRatio === null ? undefined : { compressionRatio, rodRatio: 3.3 };
  const read = readCylinder(signal, shape);
  if (typeof read === 'string') return read;
  const { exhaustOpens, intakeCloses } = read;
  const fact = makeFacts(detectors.cylinder.facts, unit);
  return {
    facts: [
      fact('rpm', read.rpm),
      fact('tower', read.tower),
      fact('exhaustPlateau', read.exhaustPlateau),
      fact('intakePlateau', read.intakePlateau),
      ...(exhaustOpens ? [fact('exhaustOpens', exhaustOpens)] : []),
      ...(intakeCloses ? [fact('intakeCloses', intakeCloses)] : []),
    ],
    notes: [
      `Over ${read.cycles} cycles.`,
      ...(exhaustOpens ? [] : ['It cannot be seen when the exhaust valve opens.']),
      ...(intakeCloses ? [] : ['It cannot be seen when the intake valve closes.']),
    ],
    flags: read.topsMs.map((atMs) => ({ atMs, text: '0°' })),
    sureness: null,
  };
}
