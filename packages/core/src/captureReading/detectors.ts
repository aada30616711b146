import { type CanFrame, readCan, readLin, readSent } from '../serialLine/index.js';
import {
  type Dropout,
  findBursts,
  findDropouts,
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

/** What a signal can be read as, and what is asked for then. */
export const detectors = {
  motor: { name: 'current of a motor', asks: ['bars'] },
  coil: { name: 'current of a coil', asks: ['volts'] },
  teeth: { name: 'toothed ring', asks: ['teeth', 'gapTeeth'] },
  control: { name: 'control signal, PWM', asks: ['isLowActive'] },
  cranking: { name: 'cranking current, compressions', asks: ['cylinders'] },
  cylinder: { name: 'absolute pressure in a cylinder', asks: ['compressionRatio'] },
  sent: { name: 'SENT line', asks: ['nibbles'] },
  can: { name: 'CAN line', asks: ['isLowActive'] },
  lin: { name: 'LIN line', asks: [] },
  dropouts: { name: 'level that drops out', asks: [] },
  bursts: { name: 'bursts of pulses', asks: [] },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly asks: readonly (keyof Known)[] }>>;

export type DetectorKind = keyof typeof detectors;

/** What is known of a thing before its signal is read; `null`: not known. */
export interface Known {
  readonly bars: number | null;
  readonly volts: number | null;
  readonly teeth: number | null;
  readonly gapTeeth: number | null;
  readonly cylinders: number | null;
  readonly compressionRatio: number | null;
  readonly nibbles: number | null;
  readonly isLowActive: boolean;
}

export const nothingKnown: Known = {
  bars: null,
  volts: null,
  teeth: null,
  gapTeeth: null,
  cylinders: null,
  compressionRatio: null,
  nibbles: null,
  isLowActive: false,
};

/** Reads a signal as what it is. Times are those of the signal. @param unit of its samples @param siblings what was taken at the same time @returns a sentence where it cannot be read so */
export function readAs(
  kind: DetectorKind,
  signal: Signal,
  unit: string,
  known: Known,
  siblings: readonly Signal[] = [],
): Finding | string {
  const read = readFully(kind, signal, unit, known, siblings);
  return typeof read === 'string' ? read : { ...read, flags: read.flags.slice(0, mostFlags) };
}

// More flags than that nobody reads, and each is a key.
const mostFlags = 24;

function readFully(
  kind: DetectorKind,
  signal: Signal,
  unit: string,
  known: Known,
  siblings: readonly Signal[],
): Finding | string {
  switch (kind) {
    case 'motor':
      return asMotor(signal, unit, known);
    case 'coil':
      return asCoil(signal, unit, known);
    case 'teeth':
      return asTeeth(signal, known);
    case 'control':
      return asControl(signal, unit, known);
    case 'cranking':
      return asCranking(signal, known);
    case 'cylinder':
      return asCylinder(signal, unit, known);
    case 'sent':
      return asSent(signal, known);
    case 'can':
      return asCan(signal, known);
    case 'lin':
      return asLin(signal);
    case 'dropouts':
      return asDropouts(signal, unit, siblings);
    case 'bursts':
      return asBursts(signal);
  }
}

const flagAt = (atMs: number | null, text: string): readonly Flag[] => (atMs === null ? [] : [{ atMs, text }]);

function asMotor(signal: Signal, unit: string, { bars }: Known): Finding | string {
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

function asCoil(signal: Signal, unit: string, { volts }: Known): Finding | string {
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

function asTeeth(signal: Signal, { teeth, gapTeeth }: Known): Finding | string {
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

function asControl(signal: Signal, unit: string, { isLowActive }: Known): Finding | string {
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

function asCranking(signal: Signal, { cylinders }: Known): Finding | string {
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

function asCylinder(signal: Signal, unit: string, { compressionRatio }: Known): Finding | string {
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

function asSent(signal: Signal, { nibbles }: Known): Finding | string {
  const read = readSent(signal, nibbles ?? 6);
  if (typeof read === 'string') return read;
  const wrong = read.frames.filter(({ isCrcRight }) => !isCrcRight);
  const channel = (data: readonly number[], from: number) =>
    data.slice(from, from + 3).reduce((sum, one) => sum * 16 + one, 0);
  const last = read.frames.at(-1);
  return {
    facts: [
      plain('tick', 'tick', read.tickUs, 'µs'),
      count('frames', 'frames', read.frames.length),
      count('wrong', 'frames with a wrong checksum', wrong.length),
      count('broken', 'frames that were broken off', read.broken),
      ...(last ? [count('first', 'first value, in the last frame', channel(last.data, 0))] : []),
      ...(last && last.data.length === 6
        ? [count('second', 'second value, in the last frame', channel(last.data, 3))]
        : []),
    ],
    notes: [
      `${read.hasPause ? 'With' : 'Without'} a pause between frames.`,
      ...read.slow.map(
        ({ id, value, isCrcRight }) => `Slow message ${id}: ${value}${isCrcRight ? '' : ', checksum wrong'}.`,
      ),
    ],
    flags: wrong.map(({ atMs }) => ({ atMs, text: 'checksum' })),
    sureness: null,
  };
}

const hex = (number: number): string => number.toString(16).toUpperCase();
const mostListed = 12;

/** Each message with how often it came and what it had last. */
function messagesOf(frames: readonly Pick<CanFrame, 'id' | 'data'>[]): readonly string[] {
  const byId = new Map<number, { times: number; data: readonly number[] }>();
  for (const { id, data } of frames) byId.set(id, { times: (byId.get(id)?.times ?? 0) + 1, data });
  const all = [...byId].sort(([a], [b]) => a - b);
  const lines = all
    .slice(0, mostListed)
    .map(
      ([id, { times, data }]) =>
        `${hex(id)}: ${times} times, last ${data.map((byte) => hex(byte).padStart(2, '0')).join(' ')}`,
    );
  return all.length > mostListed ? [...lines, `and ${all.length - mostListed} more`] : lines;
}

function asCan(signal: Signal, { isLowActive }: Known): Finding | string {
  const read = readCan(signal, !isLowActive);
  if (typeof read === 'string') return read;
  return {
    facts: [
      plain('bit', 'bit time', read.bitUs, 'µs'),
      count('frames', 'frames', read.frames.length),
      count('broken', 'frames that were broken off or wrong', read.errorsMs.length),
      count(
        'unacknowledged',
        'frames that nobody acknowledged',
        read.frames.filter(({ isAcknowledged }) => !isAcknowledged).length,
      ),
    ],
    notes: messagesOf(read.frames),
    flags: read.errorsMs.map((atMs) => ({ atMs, text: 'error' })),
    sureness: null,
  };
}

function asLin(signal: Signal): Finding | string {
  const read = readLin(signal);
  if (typeof read === 'string') return read;
  const silent = read.frames.filter(({ data }) => data.length === 0);
  const wrong = read.frames.filter(({ data, checksum }) => data.length > 0 && checksum === null);
  return {
    facts: [
      plain('bit', 'bit time', read.bitUs, 'µs'),
      count('frames', 'frames', read.frames.length),
      count('silent', 'frames to which nobody answered', silent.length),
      count('wrong', 'frames with a wrong checksum', wrong.length),
    ],
    notes: messagesOf(read.frames),
    flags: [
      ...silent.map(({ atMs }) => ({ atMs, text: 'no answer' })),
      ...wrong.map(({ atMs }) => ({ atMs, text: 'checksum' })),
    ],
    sureness: null,
  };
}

function asDropouts(signal: Signal, unit: string, siblings: readonly Signal[]): Finding | string {
  const found = findDropouts(signal, siblings);
  if (typeof found === 'string') return found;
  const lone = found.filter(({ isShared }) => isShared === false);
  const longest = found.reduce((most, { fromMs, toMs }) => Math.max(most, toMs - fromMs), 0);
  return {
    facts: [
      count('dropouts', 'times it dropped out', found.length),
      ...(siblings.length > 0 ? [count('lone', 'times it did so alone', lone.length)] : []),
      ...(found.length > 0 ? [plain('longest', 'longest of them', longest, 'ms')] : []),
    ],
    notes:
      found.length === 0 ? ['It never dropped out.'] : found.slice(0, mostListed).map((one) => sayDropout(one, unit)),
    flags: found.map(({ fromMs, isShared }) => ({ atMs: fromMs, text: isShared === false ? 'alone' : 'drops out' })),
    sureness: null,
  };
}

function sayDropout({ fromMs, toMs, extreme, isShared }: Dropout, unit: string): string {
  const what = Number.isNaN(extreme) ? 'nothing was taken' : `to ${Number(extreme.toPrecision(3))} ${unit}`;
  const others = isShared === null ? '' : isShared ? ', together with another' : ', alone';
  return `${what}${others}, for ${Number((toMs - fromMs).toPrecision(3))} ms`;
}

function asBursts(signal: Signal): Finding | string {
  const found = findBursts(signal);
  if (found.length === 0) return 'It has no pulses.';
  return {
    facts: [
      count('bursts', 'bursts', found.length),
      count('edges', 'edges in the first', found[0]?.edges ?? 0),
      plain('length', 'length of the first', (found[0]?.toMs ?? 0) - (found[0]?.fromMs ?? 0), 'ms'),
    ],
    notes: [],
    flags: found.map(({ fromMs, edges }) => ({ atMs: fromMs, text: String(edges) })),
    sureness: null,
  };
}
