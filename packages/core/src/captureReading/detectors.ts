import { type Dropout, findBursts, findDropouts, type Signal } from '../waveform/index.js';
import { count, type Finding, plain } from './fact.js';
import type { DetectorKind, Known } from './known.js';
import { asCan, asCanPair, asLin, asSent, mostListed } from './lineReadings.js';
import { asCoil, asControl, asCranking, asCylinder, asMotor, asTeeth } from './machineReadings.js';

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
