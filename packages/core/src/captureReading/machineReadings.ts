import {
  type Pattern,
  readCoil,
  readControl,
  readCranking,
  readCylinder,
  readMotor,
  readTeeth,
  type Signal,
  toothFaultKinds,
} from '../waveform/index.js';
import { count, type Fact, type Finding, type Flag, fact, plain } from './fact.js';
import type { Known } from './known.js';

const flagAt = (atMs: number | null, text: string): readonly Flag[] => (atMs === null ? [] : [{ atMs, text }]);

export function asMotor(signal: Signal, unit: string, { bars }: Known): Finding | string {
  const read = readMotor(signal, { bars, humpsOfBar: 1 });
  if (typeof read === 'string') return read;
  const { inrush, running, stall, ripple } = read;
  const facts = [
    ...(inrush ? [fact('inrush', 'peak of the inrush', inrush.peak, unit)] : []),
    ...(running ? [fact('running', 'mean while it runs', running.mean, unit)] : []),
    ...(stall ? [fact('stall', 'mean while it is held', stall.mean, unit)] : []),
    ...(ripple ? [fact('ripple', 'humps of the ripple', ripple.humpsHz, 'Hz')] : []),
    ...(ripple?.rpm ? [fact('rpm', 'speed', ripple.rpm, '1/min')] : []),
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
    ...(ripple?.pattern && bars !== null && ripple.pattern.bars !== bars
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
  return { facts, notes, flags, sureness: ripple?.pattern?.sureness ?? null };
}

function patternFacts(pattern: Pattern | null): readonly Fact[] {
  if (!pattern) return [];
  const odd = pattern.odd === null ? undefined : pattern.heights[pattern.odd];
  return [
    count('bars', 'bars of the commutator', pattern.bars),
    plain('oddBar', 'height of the oddest bar', (odd ?? Math.min(...pattern.heights)) * 100, '%'),
  ];
}

const sayOdd = ({ odd, heights }: Pattern): string =>
  `One bar differs: its hump has ${Math.round((heights[odd ?? 0] ?? 0) * 100)} % of the height of the middle one, in each turn.`;

export function asCoil(signal: Signal, unit: string, { volts }: Known): Finding | string {
  const read = readCoil(signal, volts);
  if (typeof read === 'string') return read;
  const { dip, resistance, inductance } = read;
  return {
    facts: [
      fact('final', 'final current', read.final, unit),
      plain('dipDepth', 'depth of the dip', dip ? dip.share * 100 : 0, '%'),
      ...(dip ? [plain('dipTime', 'armature arrives after', dip.atMs - read.onMs, 'ms')] : []),
      ...(resistance ? [fact('resistance', 'resistance', resistance, 'Ω')] : []),
      ...(inductance
        ? [
            fact(
              'inductance',
              'inductance',
              { value: inductance.value * 1000, uncertainty: inductance.uncertainty * 1000 },
              'mH',
            ),
          ]
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
  return {
    facts: [
      count('teethSeen', 'teeth seen', read.teethSeen),
      ...(read.teethPerTurn === null ? [] : [count('teethPerTurn', 'teeth a turn', read.teethPerTurn)]),
      ...(read.rpm ? [fact('rpm', 'speed', read.rpm, '1/min')] : []),
      count('missing', 'places where teeth are missing', missing.length),
      count('odd', 'places that are not like the others', read.faults.length),
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
  if (read.kind === 'stands') {
    const level = plain('level', 'level', read.level, unit);
    return { facts: [level], notes: ['It does not switch: it stands at one level.'], flags: [], sureness: null };
  }
  const { duty, frequencyHz, dutyTrend } = read.pulses;
  return {
    facts: [
      fact(
        'given',
        isLowActive ? 'given share, low-active' : 'given share',
        { value: read.given * 100, uncertainty: duty.uncertainty * 100 },
        '%',
      ),
      fact('frequency', 'frequency', frequencyHz, 'Hz'),
      plain('dutyTrend', 'change of the share', (isLowActive ? -dutyTrend : dutyTrend) * 100, '%'),
    ],
    notes: [],
    flags: [],
    sureness: null,
  };
}

export function asCranking(signal: Signal, { cylinders }: Known): Finding | string {
  if (cylinders === null) return 'Say how many cylinders the engine has.';
  const read = readCranking(signal, cylinders);
  if (typeof read === 'string') return read;
  const { heights, weakest } = read;
  return {
    facts: [
      fact('rpm', 'cranking speed', read.rpm, '1/min'),
      plain('weakest', 'weakest compression', Math.min(...heights) * 100, '%'),
      ...heights.map((height, at) =>
        plain(`cylinder${at + 1}`, `${at + 1}. in the order in which they come`, height * 100, '%'),
      ),
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
  return {
    facts: [
      fact('rpm', 'speed', read.rpm, '1/min'),
      fact('tower', 'compression tower', read.tower, unit),
      plain('exhaustPlateau', 'exhaust plateau', read.exhaustPlateau, unit),
      plain('intakePlateau', 'intake plateau', read.intakePlateau, unit),
      ...(exhaustOpens ? [fact('exhaustOpens', 'exhaust opens, degrees behind the top', exhaustOpens, '°')] : []),
      ...(intakeCloses ? [fact('intakeCloses', 'intake closes, degrees behind the top', intakeCloses, '°')] : []),
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
