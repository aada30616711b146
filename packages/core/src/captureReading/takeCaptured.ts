import {
  type CapturedMeasure,
  type CaptureSource,
  type DetectorKind,
  fitFacts,
  type Known,
  largestLevel,
  mostCells,
  mostMarks,
  type Reference,
} from '../captureSource/index.js';
import { formatPlain } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { blockMeans, fitReference, partOf, readCylinder, type Signal, type Span, sumUp } from '../waveform/index.js';
import { readAs } from './detectors.js';
import { type Fact, type FactKind, type Finding, type Flag, unitOfFact } from './fact.js';
import { detectors, type PlainFact, plainFacts } from './known.js';
import { clippingOf, measureBetween } from './measureBetween.js';

/** The channel on which something is measured. */
export interface MeasuredChannel {
  readonly name: string;
  readonly unit: string;
  readonly signal: Signal;
  /** The other channels of the capture. */
  readonly siblings: readonly Signal[];
}

/** A number that a reading takes from a capture, and where it stands in it. Times are ms since the capture began. */
export interface CapturedFact {
  readonly fact: Fact;
  readonly span: Span;
  readonly flags: readonly Flag[];
  readonly notes: readonly string[];
  /** Its unit is that of its channel. */
  readonly isLevel: boolean;
  readonly byHand: boolean;
  /** The known-good capture at a moment, where it fits best; `undefined`: it was held against none. */
  readonly against?: ((atMs: number) => number | null) | undefined;
}

/**
 * Measures on a channel what a reading of a step is.
 * @param byHand where it is measured instead, where somebody has set the markers
 * @param reference of the part card, where the reading is held against it
 * @returns a sentence where the capture does not show it
 */
export function takeCaptured(
  measure: CapturedMeasure,
  channel: MeasuredChannel,
  byHand?: Span,
  reference?: Reference,
): Result<CapturedFact, string> {
  if (channel.signal.samples.length === 0) return failed(`“${channel.name}” has no samples.`);
  const taken = takeAs(measure, channel, byHand, reference);
  if (!taken.ok) return taken;
  if (taken.value.isLevel && channel.unit === '')
    return failed(`“${channel.name}” has no unit in this capture. Bring the file in again, and say its unit.`);
  if (!Number.isFinite(taken.value.fact.value))
    return failed(`“${channel.name}” has no number for “${taken.value.fact.name}”.`);
  // Between events it is said of that part alone.
  const clipped = measure.kind === 'between' ? [] : clippingOf(channel.signal, channel.unit);
  return ok({ ...taken.value, notes: [...clipped, ...taken.value.notes] });
}

function takeAs(
  measure: CapturedMeasure,
  channel: MeasuredChannel,
  byHand: Span | undefined,
  reference: Reference | undefined,
): Result<CapturedFact, string> {
  switch (measure.kind) {
    case 'detector':
      return takeDetected(measure.detector, measure.known, measure.fact, channel, byHand);
    case 'between':
      return takeBetween(measure, channel, byHand);
    case 'reference':
      return reference
        ? takeFit(measure, channel, reference, byHand)
        : failed('The known-good capture is not on its part card.');
  }
}

const lastMsOf = ({ samples, stepMs }: Signal): number => (samples.length - 1) * stepMs;
const wholeOf = (signal: Signal): Span => ({ fromMs: 0, toMs: lastMsOf(signal) });

/** A part of a channel with its siblings, and times of it counted from the beginning of the whole. */
function readPart(kind: DetectorKind, known: Known, channel: MeasuredChannel, span: Span | undefined) {
  const cut = (signal: Signal) => (span ? partOf(signal, span.fromMs, span.toMs) : signal);
  const read = readAs(kind, cut(channel.signal), channel.unit, known, channel.siblings.map(cut));
  return typeof read === 'string' || !span ? read : movedBy(read, Math.max(0, span.fromMs));
}

/** A finding of a part whose times count from the beginning of the whole. */
export const movedBy = (finding: Finding, ms: number): Finding => ({
  ...finding,
  facts: finding.facts.map((fact) =>
    fact.span ? { ...fact, span: { fromMs: fact.span.fromMs + ms, toMs: fact.span.toMs + ms } } : fact,
  ),
  flags: finding.flags.map(({ atMs, text }) => ({ atMs: atMs + ms, text })),
});

function takeDetected(
  kind: DetectorKind,
  known: Known,
  id: string,
  channel: MeasuredChannel,
  byHand: Span | undefined,
): Result<CapturedFact, string> {
  const { name, facts }: { readonly name: string; readonly facts: Readonly<Record<string, FactKind>> } =
    detectors[kind];
  const wanted = Object.hasOwn(facts, id) ? facts[id] : undefined;
  if (!wanted) return failed(`A ${name} has no “${id}”.`);
  const isPart = byHand !== undefined && wanted.byHand === 'part';
  const finding = readPart(kind, known, channel, isPart ? byHand : undefined);
  const isLevel = wanted.unit === 'own';
  if (byHand && !isPart) {
    const flags = typeof finding === 'string' ? [] : finding.flags;
    const fact = measuredByHand(id, wanted, channel, byHand);
    return fact
      ? ok({ fact, span: byHand, flags, notes: [], isLevel, byHand: true })
      : failed('Nothing was taken between the markers.');
  }
  if (typeof finding === 'string') return failed(`“${channel.name}”: ${finding}`);
  const fact = finding.facts.find((one) => one.id === id);
  const { flags, notes } = finding;
  if (!fact) return failed([`“${channel.name}” does not show “${wanted.name}”.`, ...notes].join(' '));
  const span = fact.span ?? byHand ?? wholeOf(channel.signal);
  return ok({ fact, span, flags, notes, isLevel, byHand: byHand !== undefined });
}

/** A fact between markers that somebody set. */
function measuredByHand(id: string, kind: FactKind, { signal, unit }: MeasuredChannel, span: Span): Fact | undefined {
  const sums = sumUp(partOf(signal, span.fromMs, span.toMs));
  const length = { value: Math.abs(span.toMs - span.fromMs), uncertainty: signal.stepMs };
  const measured = kind.byHand === 'length' ? length : kind.byHand === 'most' ? sums?.max : sums?.mean;
  return measured && { id, name: kind.name, ...measured, unit: unitOfFact(kind, unit), span };
}

function takeBetween(
  { detector, known, from, to, fact: id }: Extract<CapturedMeasure, { kind: 'between' }>,
  channel: MeasuredChannel,
  byHand: Span | undefined,
): Result<CapturedFact, string> {
  const finding = detector === null ? undefined : readPart(detector, known, channel, undefined);
  if (typeof finding === 'string' && !byHand) return failed(`“${channel.name}”: ${finding}`);
  const flags = finding && typeof finding !== 'string' ? finding.flags : [];
  const span = byHand ? ok(byHand) : spanBetween(flags, from, to, lastMsOf(channel.signal));
  if (!span.ok) return failed(`“${channel.name}”: ${span.problem}`);
  const measured = measureBetween(partOf(channel.signal, span.value.fromMs, span.value.toMs), channel.unit);
  const fact = measured.facts.find((one) => one.id === id);
  const wanted = Object.hasOwn(plainFacts, id) ? plainFacts[id as PlainFact] : undefined;
  if (!fact || !wanted)
    return failed([`“${channel.name}” does not show “${wanted?.name ?? id}” there.`, ...measured.notes].join(' '));
  const { notes } = measured;
  return ok({ fact, span: span.value, flags, notes, isLevel: wanted.unit === 'own', byHand: byHand !== undefined });
}

/** From one event to the first such other after it. */
function spanBetween(
  flags: readonly Flag[],
  from: string | null,
  to: string | null,
  lastMs: number,
): Result<Span, string> {
  const start = from === null ? 0 : flags.find(({ text }) => text === from)?.atMs;
  if (start === undefined) return failed(`there is no “${from}” in it.`);
  const end = to === null ? lastMs : flags.find(({ atMs, text }) => text === to && atMs > start)?.atMs;
  return end === undefined
    ? failed(`there is no “${to}” ${from === null ? 'in it' : `after “${from}”`}.`)
    : ok({ fromMs: start, toMs: end });
}

// A share of the range of the reference by which it may be early or late beside the band, in its steps.
const bandSteps = 3;

function takeFit(
  { band, isStretched, fact: id }: Extract<CapturedMeasure, { kind: 'reference' }>,
  { name, signal, unit }: MeasuredChannel,
  reference: Reference,
  byHand: Span | undefined,
): Result<CapturedFact, string> {
  if (reference.unit !== unit)
    return failed(
      `“${name}” is in ${unit || 'no unit'}, and the known-good capture in ${reference.unit || 'no unit'}.`,
    );
  const span = byHand ?? wholeOf(signal);
  if (id === 'exhaustLater' || id === 'intakeLater')
    return takeValve(id, partOf(signal, span.fromMs, span.toMs), reference, span, byHand !== undefined);
  const own = inSteps(partOf(signal, span.fromMs, span.toMs), reference.stepMs);
  if (typeof own === 'string') return failed(`“${name}”: ${own}`);
  const fit = fitReference(own, Float32Array.from(reference.values), { share: band, steps: bandSteps }, isStretched);
  const value = {
    outside: fit.shareOutside * 100,
    delay: fit.shift * reference.stepMs,
    correlation: fit.correlation * 100,
  }[id];
  const flags =
    fit.firstOutside === null
      ? []
      : [{ atMs: span.fromMs + fit.firstOutside * reference.stepMs, text: 'first outside' }];
  const against = (atMs: number) => {
    const at = ((atMs - span.fromMs) / reference.stepMs - fit.shift) / fit.stretch;
    return reference.values[Math.round(at)] ?? null;
  };
  const fact = { id, ...fitFacts[id], value, uncertainty: id === 'delay' ? reference.stepMs : null };
  const stretched =
    isStretched && Math.abs(fit.stretch - 1) > 0.001
      ? [`Its time is ${formatPlain(Number(fit.stretch.toFixed(3)))} times that of the known-good one.`]
      : [];
  return ok({ fact, span, flags, notes: stretched, isLevel: false, byHand: byHand !== undefined, against });
}

const valveOf = { exhaustLater: 'exhaustOpens', intakeLater: 'intakeCloses' } as const;

/** By how many degrees of the crank a valve moves later than in the known-good capture, each found against its own compression tops. */
function takeValve(
  id: keyof typeof valveOf,
  signal: Signal,
  { values, stepMs }: Reference,
  span: Span,
  byHand: boolean,
): Result<CapturedFact, string> {
  const own = readCylinder(signal);
  if (typeof own === 'string') return failed(own);
  const good = readCylinder({ samples: Float32Array.from(values), stepMs });
  if (typeof good === 'string') return failed(`The known-good capture: ${good}`);
  const [mine, its] = [own[valveOf[id]], good[valveOf[id]]];
  if (!mine || !its)
    return failed(`Where the ${id === 'exhaustLater' ? 'exhaust opens' : 'intake closes'} cannot be seen.`);
  const uncertainty = Math.hypot(mine.uncertainty, its.uncertainty);
  const fact = { id, ...fitFacts[id], value: mine.value - its.value, uncertainty };
  const flags = own.topsMs.map((ms) => ({ atMs: span.fromMs + ms, text: 'top' }));
  return ok({ fact, span, flags, notes: [], isLevel: false, byHand });
}

const leastInSteps = 16;

/** A signal in wider steps: the mean of what falls into each. A string is the end of a sentence why not. */
export function inSteps({ samples, stepMs }: Signal, wantedMs: number): Float32Array | string {
  const by = wantedMs / stepMs;
  if (by < 1 - 1e-6) {
    const rate = formatPlain(Number((1000 / wantedMs).toPrecision(4)));
    return `it was sampled more slowly than the known-good capture; ${rate} samples a second are needed.`;
  }
  const count = Math.floor(samples.length / by + 1e-6);
  if (count >= leastInSteps && Math.abs(by - 1) <= 1e-6) return samples;
  if (count < leastInSteps) return 'it is too short to be held against the known-good capture.';
  if (Math.abs(by - Math.round(by)) < 1e-6 * by) return Float32Array.from(blockMeans(samples, Math.round(by)));
  return Float32Array.from({ length: count }, (_, at) => {
    const part = samples.subarray(Math.round(at * by), Math.max(Math.round(at * by) + 1, Math.round((at + 1) * by)));
    return blockMeans(part, part.length)[0] ?? Number.NaN;
  });
}

/** A known-good capture from a channel, thinned out so far that it can stand in a plan. */
export function referenceFrom(id: string, { name, unit, signal }: MeasuredChannel, points: number): Reference | string {
  const by = Math.max(1, Math.ceil(signal.samples.length / points));
  const means = blockMeans(signal.samples, by);
  if (means.length < leastInSteps) return `It has ${means.length} samples; ${leastInSteps} are needed.`;
  if (means.some((mean) => !Number.isFinite(mean))) return 'It has gaps.';
  const values = Array.from(means, (mean) => Number(mean.toPrecision(5)));
  return { id, name, unit, stepMs: signal.stepMs * by, values };
}

// Three or four digits are read and compared; more are noise to whoever reads them.
const shownShare = 0.002;
const unknownShare = 0.01;

/** A number as it is entered for a reading: to the first digit that its uncertainty leaves unsure. */
export function textOfFact({ value, uncertainty, unit }: Fact): string {
  if (unit === '') return `${value} ×`;
  const size = Math.abs(value);
  const unsure = uncertainty === null ? unknownShare * size : Math.max(uncertainty, shownShare * size);
  const most = value === 0 ? 3 : 12;
  const places = unsure > 0 ? Math.min(most, Math.max(0, -Math.floor(Math.log10(unsure)))) : 1;
  return `${value.toFixed(places)} ${unit}`;
}

/** What is kept of a measurement with the reading that was taken from it. */
export function sourceOf(
  { fact, span, flags, notes, isLevel, byHand, against }: CapturedFact,
  channel: MeasuredChannel,
  recordingId: string | null,
): CaptureSource {
  const picture = pictureOf(channel.signal, span, against);
  const seen = flags.filter(({ atMs }) => atMs >= picture.fromMs && atMs <= picture.toMs);
  return {
    recordingId,
    channel: channel.name.slice(0, 120),
    what: fact.name,
    unit: fact.unit === '' ? '×' : fact.unit,
    within:
      fact.unit === '' ? 0 : fact.uncertainty !== null && fact.uncertainty <= largestLevel ? fact.uncertainty : null,
    isLevel,
    fromMs: span.fromMs,
    toMs: span.toMs,
    byHand,
    notes: notes.slice(0, 4).map((note) => note.slice(0, 300)),
    picture,
    marks: seen.slice(0, mostMarks).map(({ atMs, text }) => ({ atMs, text: text.slice(0, 60) })),
  };
}

// What is measured in a small part is drawn with so much around it, as a share of the part.
const around = 1.5;
const smallShare = 0.05;

/** The whole signal in cells, or where the part is small, that part with what is around it. */
function pictureOf(signal: Signal, { fromMs, toMs }: Span, against: CapturedFact['against']): CaptureSource['picture'] {
  const length = toMs - fromMs;
  const isSmall = length > 0 && length < smallShare * lastMsOf(signal);
  const seen = isSmall
    ? { fromMs: Math.max(0, fromMs - around * length), toMs: Math.min(lastMsOf(signal), toMs + around * length) }
    : wholeOf(signal);
  const { samples } = partOf(signal, seen.fromMs, seen.toMs);
  const size = Math.max(1, Math.ceil(samples.length / mostCells));
  const [lows, highs]: [(number | null)[], (number | null)[]] = [[], []];
  for (let from = 0; from < samples.length; from += size) {
    const sums = sumUp({ samples: samples.subarray(from, from + size), stepMs: signal.stepMs });
    lows.push(sums ? toFive(sums.min.value) : null);
    highs.push(sums ? toFive(sums.max.value) : null);
  }
  const cellMs = size * signal.stepMs;
  const middles = against ? lows.map((_, cell) => seen.fromMs + (cell + 0.5) * cellMs) : [];
  return { ...seen, lows, highs, against: against ? middles.map(against) : [] };
}

/** With five digits; what is larger than anything that is measured is left out of the picture. */
const toFive = (value: number): number | null =>
  Math.abs(value) <= largestLevel ? Number(value.toPrecision(5)) : null;
