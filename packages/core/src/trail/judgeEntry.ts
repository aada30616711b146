import type { CaptureSource } from '../captureSource/index.js';
import { evaluateFormula } from '../formula/index.js';
import type { MeterSource } from '../instrument/index.js';
import type { LiveSource } from '../liveValue/index.js';
import type { StepReading } from '../plan/index.js';
import { parseReading, type Reading, type ReadingProblem } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import {
  type CountProblem,
  type DriveProblem,
  isMeasured,
  isSeries,
  type JudgedRow,
  judgeChange,
  judgeChoice,
  judgeCount,
  judgeDrive,
  judgeReading,
  judgeSiblings,
  judgeSweep,
  limitsOf,
  type MeasuredSpec,
  notJudged,
  optionOf,
  type SeriesSpec,
  type UncertaintyOf,
  type Verdict,
  withoutValue,
} from '../spec/index.js';
import { canBeNegative, convertStep, findUnit, unitOf } from '../units/index.js';
import type { MeasuringContext } from './measuringContext.js';
import type { Entry, EntryOf } from './trailEvent.js';

export interface JudgedEntry {
  /** The number that was entered, or that stands for several; `undefined` where there is none. */
  readonly reading: Reading | undefined;
  readonly verdict: Verdict;
  /** The single readings of a series; empty for one number, a choice or a count. */
  readonly rows: readonly JudgedRow[];
  /** Of a computed reading: what each measurement adds to its doubt; see `KnownValue`. */
  readonly sources?: ReadonlyMap<string, number> | undefined;
}

export type EntryProblem =
  | { readonly kind: 'reading'; readonly problem: ReadingProblem; readonly row?: string }
  | { readonly kind: 'wrongEntry'; readonly expected: string }
  | { readonly kind: 'count'; readonly problem: CountProblem }
  | { readonly kind: 'drive'; readonly problem: DriveProblem };

type Judged = Result<JudgedEntry, EntryProblem>;

/** Parses and judges what was entered for a reading of a step, with everything that its limits and its accuracy depend on. */
export function judgeEntry({ spec }: StepReading, entry: Entry, context: MeasuringContext): Judged {
  if (spec.kind === 'choice') {
    const option = entry.kind === 'chosen' ? optionOf(spec, entry.optionId) : undefined;
    return option ? ok({ reading: undefined, verdict: judgeChoice(option), rows: [] }) : wrongEntry('choice');
  }
  if (spec.kind === 'count') {
    if (entry.kind !== 'counted') return wrongEntry('count');
    const verdict = judgeCount(spec, entry);
    return verdict.ok
      ? ok({ reading: undefined, verdict: verdict.value, rows: [] })
      : failed({ kind: 'count', problem: verdict.problem });
  }
  if (spec.kind === 'drive') {
    if (entry.kind !== 'driven') return wrongEntry('recorded drive');
    const judged = judgeDrive(spec, entry);
    return judged.ok ? judged : failed({ kind: 'drive', problem: judged.problem });
  }
  if (isMeasured(spec)) return entry.kind === 'typed' ? judgeTyped(spec, entry, context) : wrongEntry('number');
  if (isSeries(spec)) return entry.kind === 'rows' ? judgeRows(spec, entry, context) : wrongEntry('row of numbers');
  return spec satisfies never;
}

const wrongEntry = (expected: string) => failed<EntryProblem>({ kind: 'wrongEntry', expected });

function judgeTyped(spec: MeasuredSpec, entry: EntryOf<'typed'>, context: MeasuringContext): Judged {
  const { text, leadsSwapped, live, capture, meter } = entry;
  const parsed = parseReading(text, { unit: spec.unit, ambientKPa: context.ambientKPa });
  if (!parsed.ok) return failed({ kind: 'reading', problem: parsed.problem });
  const isTurned = leadsSwapped && !live && !capture && canBeNegative(spec.unit);
  const reading = isTurned ? turned(parsed.value) : parsed.value;
  const uncertaintyOf: UncertaintyOf = (one) => uncertaintyFrom({ live, capture, meter }, one, context.uncertaintyOf);
  return ok({ reading, verdict: judgeMeasured(spec, reading, { ...context, uncertaintyOf }), rows: [] });
}

/** Where a number comes from, if not from a meter. */
interface Sources {
  readonly live?: LiveSource | null | undefined;
  readonly capture?: CaptureSource | null | undefined;
  readonly meter?: MeterSource | null | undefined;
}

function uncertaintyFrom(
  { live, capture, meter }: Sources,
  reading: Reading,
  ofMeter: MeasuringContext['uncertaintyOf'],
): number | null {
  if (live) return uncertaintyOfLive(live, reading);
  if (capture) return uncertaintyOfCapture(capture, reading, ofMeter);
  // The range that it says counts before the one that the step asks for.
  return ofMeter(reading, meter && meter.range !== null ? { value: meter.range, unit: meter.unit } : undefined);
}

/**
 * Uncertainty (k = 2) of what was measured on a capture, in the unit of the reading: what noise and steps leave open, half a place of the number
 * at least, and of a level what the instrument of the step leaves open, which has nothing to do with that. A number of things is exact.
 */
function uncertaintyOfCapture(
  { within, unit, isLevel }: CaptureSource,
  reading: Reading,
  ofMeter: UncertaintyOf,
): number | null {
  if (reading.kind !== 'exact') return null;
  if (within === 0) return 0;
  const measured = findUnit(unit);
  const told = within !== null && measured ? convertStep(within, measured, unitOf(reading.unit)) : 0;
  const own = Math.max(told, reading.resolution / 2);
  return isLevel ? Math.hypot(own, ofMeter(reading) ?? 0) : own;
}

/**
 * Uncertainty (k = 2) of what the vehicle told, in the unit of the reading: what is known of its sensor, and half a step of its bytes at least.
 * The meter of the step has no part in it.
 */
function uncertaintyOfLive({ step, within, unit }: LiveSource, reading: Reading): number | null {
  if (reading.kind !== 'exact') return null;
  const told = findUnit(unit);
  const inItsUnit = Math.max(within ?? 0, step / 2);
  return told ? convertStep(inItsUnit, told, unitOf(reading.unit)) : inItsUnit;
}

/** The verdict on one number, by the limits that hold here and now; where there are none, that is the verdict. */
export function judgeMeasured(
  spec: MeasuredSpec,
  reading: Reading,
  { valueFor, uncertaintyOf }: MeasuringContext,
): Verdict {
  const limits = limitsOf(spec, valueFor);
  const uncertainty = uncertaintyOf(reading);
  return limits.ok ? judgeReading(limits.value, reading, uncertainty) : notJudged(limits.problem, uncertainty);
}

/** A reading that was taken the other way round: the red lead where the black one belongs. */
function turned(reading: Reading): Reading {
  if (reading.kind === 'exact') return { ...reading, value: reading.value === 0 ? 0 : -reading.value };
  const side = reading.side === 'above' ? 'below' : 'above';
  return reading.kind === 'bounded' ? { ...reading, side, bound: -reading.bound } : { ...reading, side };
}

/** What the rows of a series are called, in their order. */
export function rowNames(spec: SeriesSpec): readonly string[] {
  switch (spec.kind) {
    case 'siblings':
      return spec.members.map(({ id, name }) => name || id);
    case 'change':
      return ['before', 'after'];
    case 'sweep':
      return spec.rows.map(({ at }) => `${at} ${spec.commandUnit}`);
  }
}

function judgeRows(
  spec: SeriesSpec,
  { texts, live, captures, meters }: EntryOf<'rows'>,
  context: MeasuringContext,
): Judged {
  const names = rowNames(spec);
  if (texts.length !== names.length) return wrongEntry(`row of ${names.length} numbers`);
  const readings: Reading[] = [];
  for (const [index, text] of texts.entries()) {
    const parsed = parseReading(text, { unit: spec.unit, ambientKPa: context.ambientKPa });
    if (!parsed.ok) return failed({ kind: 'reading', problem: parsed.problem, row: names[index] ?? '' });
    readings.push(parsed.value);
  }
  const sources = new Map<Reading, Sources>(
    readings.map((reading, index) => [
      reading,
      { live: live?.[index], capture: captures?.[index], meter: meters?.[index] },
    ]),
  );
  const uncertaintyOf: UncertaintyOf = (one) => uncertaintyFrom(sources.get(one) ?? {}, one, context.uncertaintyOf);
  return ok(judgeSeries(spec, readings, { ...context, uncertaintyOf }));
}

function judgeSeries(spec: SeriesSpec, readings: readonly Reading[], { uncertaintyOf }: MeasuringContext): JudgedEntry {
  switch (spec.kind) {
    case 'siblings':
      return judgeSiblings(spec, readings, uncertaintyOf);
    case 'sweep':
      return judgeSweep(spec, readings, uncertaintyOf);
    case 'change':
      return judgeChange(spec, readings as [Reading, Reading], uncertaintyOf);
  }
}

/**
 * A reading that is computed from others, with the uncertainty that comes from theirs. A formula that has no value here (OL, a division by
 * zero, a reading set aside) gives no number, and the verdict says why.
 */
export function judgeDerived({ derivedFrom, spec }: StepReading, context: MeasuringContext): JudgedEntry | undefined {
  if (derivedFrom === null || !isMeasured(spec)) return undefined;
  const computed = evaluateFormula(derivedFrom, spec.unit, context.valueFor);
  if (!computed.ok) return { reading: undefined, verdict: withoutValue(computed.problem), rows: [] };
  const { value, uncertainty, sources } = computed.value;
  const reading: Reading = {
    kind: 'exact',
    value,
    resolution: resolutionOf(uncertainty, value),
    unit: spec.unit,
    text: '',
  };
  const verdict = judgeMeasured(spec, reading, { ...context, uncertaintyOf: () => uncertainty });
  return { reading, verdict, rows: [], sources };
}

/** A computed number ends at the first digit that its uncertainty leaves unsure; without one, it has four digits. */
function resolutionOf(uncertainty: number, value: number): number {
  const size = uncertainty > 0 ? uncertainty : Math.abs(value) / 1000;
  return size > 0 ? Number(`1e${Math.floor(Math.log10(size))}`) : 1;
}
