import type { StepReading } from '../plan/index.js';
import {
  boundsOf,
  type ChangeSpec,
  type DriveSpec,
  isMeasured,
  isSeries,
  limitsOf,
  type MeasuredSpec,
  type SeriesSpec,
  type SiblingsSpec,
  type SweepSpec,
  type ZoneLine,
  zonesOfDrive,
} from '../spec/index.js';
import type { MeasuringContext } from './measuringContext.js';
import type { Entry, EntryOf } from './trailEvent.js';

/**
 * An entry that somebody might make for a reading, one of its cases by chance; for trying a plan out.
 * @param random gives numbers from 0 up to, but not including, 1
 */
export function sampleEntry(
  { spec }: StepReading,
  context: Pick<MeasuringContext, 'valueFor'>,
  random: () => number,
): Entry {
  if (spec.kind === 'choice') return { kind: 'chosen', optionId: pick(spec.options, random)?.id ?? '' };
  if (spec.kind === 'count') {
    const most = (spec.max ?? spec.min ?? 1) + 2;
    const sections = Math.max(1, spec.sections.length);
    const counts = Array.from({ length: sections }, () => Math.floor((random() * (most + 1)) / sections));
    const sectionSeconds = counts.map(() => spec.inSeconds);
    return { kind: 'counted', counts, seconds: spec.inSeconds * sections, sectionSeconds };
  }
  if (spec.kind === 'drive') return drivenBy(spec, random);
  if (isMeasured(spec)) return { kind: 'typed', text: measured(spec, context, random) };
  if (isSeries(spec)) return { kind: 'rows', texts: rowsOf(spec, random).map(text) };
  return spec satisfies never;
}

const pick = <Item>(items: readonly Item[], random: () => number): Item | undefined =>
  items[Math.floor(random() * items.length)];

/** Three significant digits: what a meter shows. */
const text = (value: number): string => String(Number(value.toPrecision(3)));

function measured(spec: MeasuredSpec, context: Pick<MeasuringContext, 'valueFor'>, random: () => number): string {
  const limits = limitsOf(spec, context.valueFor);
  return text(limits.ok ? valueIn(limits.value.line, random) : random() * 10);
}

/** A value in one of the zones, each as likely; an open end reaches as far as the cuts lie apart. */
function valueIn({ cuts, zones }: ZoneLine, random: () => number): number {
  const index = Math.floor(random() * zones.length);
  const [first = 0, last = 0] = [cuts[0], cuts.at(-1)];
  const reach = last > first ? last - first : Math.abs(first) || 1;
  const [from, to] = [cuts[index - 1] ?? first - reach, cuts[index] ?? last + reach];
  return from + (0.05 + 0.9 * random()) * (to - from);
}

function rowsOf(spec: SeriesSpec, random: () => number): readonly number[] {
  switch (spec.kind) {
    case 'siblings':
      return siblings(spec, random);
    case 'change':
      return change(spec, random);
    case 'sweep':
      return sweep(spec, random);
  }
}

/** All alike but, now and then, one. */
function siblings({ members, spread, as }: SiblingsSpec, random: () => number): readonly number[] {
  const middle = 5;
  const size = as === 'percent' ? (middle * spread) / 100 : spread;
  const odd = Math.floor(random() * (members.length + 1));
  return members.map((_, index) => middle + size * (index === odd ? 4 : 0.3 * (random() - 0.5)));
}

function change({ direction, atLeast, atMost }: ChangeSpec, random: () => number): readonly number[] {
  const step = atLeast ?? atMost ?? 1;
  const before = 3 * step || 1;
  const sign = direction === 'fall' ? -1 : 1;
  return [before, before + sign * step * 2 * random()];
}

/** On the nominal line, or beside it by the same everywhere. */
function sweep({ rows }: SweepSpec, random: () => number): readonly number[] {
  const middles = rows.map(({ limits }) => {
    const [min, max] = boundsOf(limits);
    return {
      at: ((min ?? max ?? 0) + (max ?? min ?? 0)) / 2,
      half: max !== null && min !== null ? (max - min) / 2 : 1,
    };
  });
  const beside = random() < 0.5 ? 0 : 3;
  return middles.map(({ at, half }) => at + half * (beside + 0.4 * (random() - 0.5)));
}

/** A drive with one of its levels in or out by chance. */
function drivenBy(spec: DriveSpec, random: () => number): Entry {
  const { compares } = spec;
  const line = zonesOfDrive(spec);
  if (compares.kind === 'formula') return drivenAs(spec, [valueIn(line, random)]);
  const odd = Math.floor(random() * (compares.of.length + 1));
  const levels = compares.of.map((_, index) => compares.spread * (index === odd ? 4 * random() : 0.3));
  return drivenAs(spec, levels);
}

/**
 * What a drive without a recording would have shown, for walking through a plan: each thing that is compared at one level, for as long as it must
 * be.
 * @param levels in the unit of the limits: what the formula comes to, or how far each is from the median
 */
export function drivenAs(spec: DriveSpec, levels: readonly number[]): EntryOf<'driven'> {
  const stretch = { fromMs: 0, toMs: spec.leastSeconds * 1000 };
  const names = spec.compares.kind === 'alike' ? spec.compares.of : [null];
  const held = (level: number | undefined) =>
    level === undefined || Number.isNaN(level) ? null : { value: level, uncertainty: 0, ...stretch };
  return {
    kind: 'driven',
    recordingId: null,
    countedSeconds: spec.leastSeconds,
    heldSeconds: spec.mayLastSeconds,
    levels: names.map((of, index) => ({ of, highest: held(levels[index]), lowest: held(levels[index]), gone: null })),
    trace: { ms: [], lines: [] },
  };
}
