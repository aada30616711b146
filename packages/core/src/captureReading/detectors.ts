import type { DetectorKind, Known } from '../captureSource/index.js';
import { type Dropout, findBursts, findDropouts, type Signal } from '../waveform/index.js';
import { type Finding, makeFacts } from './fact.js';
import { detectors } from './known.js';
import { asCan, asCanPair, asLin, asSent, mostListed } from './lineReadings.js';
import { asCoil, asControl, asCranking, asCylinder, asMotor, asSupply, asTeeth, asTurning } from './machineReadings.js';

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
    case 'supply':
      return asSupply(signal, unit, siblings);
    case 'turning':
      return asTurning(signal, known);
    case 'cranking':
      return asCranking(signal, known);
    case 'cylinder':
      return asCylinder(signal, unit, known);
    case 'sent':
      return asSent(signal, known);
    case 'can':
      return asCan(signal, known);
    case 'canPair':
      return asCanPair(signal, known, siblings);
    case 'lin':
      return asLin(signal);
    case 'dropouts':
      return asDropouts(signal, unit, siblings);
    case 'bursts':
      return asBursts(signal);
  }
}

function asDropouts(signal: Signal, unit: string, siblings: readonly Signal[]): Finding | string {
  const found = findDropouts(signal, siblings);
  if (typeof found === 'string') return found;
  const lone = found.filter(({ isShared }) => isShared === false);
  const lengthOf = ({ fromMs, toMs }: Dropout) => toMs - fromMs;
  const longest = found.toSorted((one, other) => lengthOf(other) - lengthOf(one))[0];
  const fact = makeFacts(detectors.dropouts.facts, unit);
  return {
    facts: [
      fact('dropouts', found.length),
      ...(siblings.length > 0 ? [fact('lone', lone.length)] : []),
      ...(longest ? [fact('longest', longest.toMs - longest.fromMs, longest)] : []),
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
  const [first] = found;
  if (!first) return 'It has no pulses.';
  const fact = makeFacts(detectors.bursts.facts, '');
  return {
    facts: [fact('bursts', found.length), fact('edges', first.edges), fact('length', first.toMs - first.fromMs, first)],
    notes: [],
    flags: found.map(({ fromMs, edges }) => ({ atMs: fromMs, text: String(edges) })),
    sureness: null,
  };
}
