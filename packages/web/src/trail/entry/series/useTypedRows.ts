import { type MeterSource, meterSourceSchema } from '@probe-trail/core/instrument';
import { type LiveSource, liveSourceSchema, type TakenLive } from '@probe-trail/core/liveValue';
import { formatReading, parseReading, type Reading } from '@probe-trail/core/reading';
import { failed, type Result } from '@probe-trail/core/result';
import { validate } from '@probe-trail/core/schema';
import {
  type Doubt,
  findDoubt,
  judgeRow,
  type SeriesSpec,
  type UncertaintyOf,
  type VerdictKind,
  type ZoneLine,
  zonesOf,
} from '@probe-trail/core/spec';
import { type Entry, type EntryProblem, type JudgedEntry, judgeEntry, rowNames } from '@probe-trail/core/trail';
import { useMemo, useState } from 'react';
import { useKeptState } from '../../../device/keptState';
import { isListOf, isNullOr, isText } from '../../../device/shapes';
import { typedSincePress } from '../../log/recordEvents';
import { placeOf, type ReadingProps, recordReading } from '../recordReading';
import { useKeypad } from '../useKeypad';

/** One row as it is shown: what stands in it, and how it was judged, as far as that can be said yet. */
export interface SeriesRow {
  readonly name: string;
  readonly text: string;
  readonly reading: Reading | undefined;
  readonly verdict: VerdictKind | undefined;
}

export interface TypedRows {
  readonly rows: readonly SeriesRow[];
  readonly active: number;
  readonly setActive: (index: number) => void;
  /** What stands in the active row. */
  readonly text: string;
  readonly setText: (text: string) => void;
  /** All rows together; while some are missing, what is wrong with the active one. */
  readonly judged: Result<JudgedEntry, EntryProblem>;
  /** What can be said while some are missing: of a sweep, the verdict on the active row alone. */
  readonly alone: Pick<JudgedEntry, 'reading' | 'verdict'> | undefined;
  readonly hint: string | undefined;
  readonly isLast: boolean;
  /** Whether the active row can be left: it holds a reading. */
  readonly canGoOn: boolean;
  /** Goes to the next row that is empty; records when there is none. */
  readonly submit: () => void;
  /** What is asked about the active row before it is left; `undefined` unless the question is open. */
  readonly doubt: Doubt | undefined;
  /** Leaves the active row with this in it. */
  readonly settle: (text: string) => void;
  /** The same with what the vehicle told. */
  readonly take: (taken: TakenLive) => void;
  /** The same with what a meter told. */
  readonly takeMeter: (text: string, meter: MeterSource) => void;
  readonly onKey: (change: (text: string) => string) => void;
  readonly onSubmit: () => void;
}

interface ReadRows {
  readonly names: readonly string[];
  readonly texts: readonly string[];
  readonly spec: SeriesSpec;
  readonly kit: ReadingProps['kit'];
  readonly judged: TypedRows['judged'];
}

/** Every row as it is shown. Benchmark: key to verdict in a sweep of 200 rows. */
function useReadRows({ names, texts, spec, kit, judged }: ReadRows): readonly SeriesRow[] {
  // Of two hundred rows one is changed with a key: the others are taken as they were read.
  const read = useMemo(() => new Map<string, SeriesRow>(), [judged, names, kit.context]);
  return names.map((name, index) => {
    const key = `${index} ${texts[index]}`;
    const row = read.get(key) ?? rowOf(name, texts[index] ?? '', index);
    read.set(key, row);
    return row;
  });

  function rowOf(name: string, rowText: string, index: number): SeriesRow {
    const inWhole = judged.ok ? judged.value.rows[index] : undefined;
    const own = inWhole?.reading ?? readOrNothing(rowText, { unit: spec.unit, ambientKPa: kit.context.ambientKPa });
    const verdict = inWhole?.verdict ?? (own && aloneJudged(spec, index, own, kit.context.uncertaintyOf)?.verdict);
    return { name, text: rowText, reading: own, verdict: verdict?.kind };
  }
}

type RowsEntry = Entry & { readonly kind: 'rows' };

interface KeptRows {
  readonly texts: readonly string[];
  /** What the vehicle told stands behind some of the rows, and what a meter told behind others. */
  readonly sources: readonly (LiveSource | null)[];
  readonly meters: readonly (MeterSource | null)[];
  /** Puts something into a row. @returns all of them */
  readonly putRow: (at: number, text: string, source: RowSource) => RowsEntry;
  readonly forget: () => void;
}

/** What stands in the rows of a reading, and where it comes from. */
function useKeptRows(place: string, count: number): KeptRows {
  const [kept, keep] = useKeptState(`typed-${place}`, '', isText);
  const [sources, keepSources] = useKeptState(`live-${place}`, noSources, isSources);
  const [meters, keepMeters] = useKeptState(`meters-${place}`, noMeters, areMeters);
  const texts = useMemo(() => textsOf(kept, count), [kept, count]);
  const putRow: KeptRows['putRow'] = (at, text, { live = null, meter = null }) => {
    const changed = texts.map((one, index) => (index === at ? text : one));
    const told = texts.map((_, index) => (index === at ? live : (sources[index] ?? null)));
    const shown = texts.map((_, index) => (index === at ? meter : (meters[index] ?? null)));
    keep(changed.some((one) => one !== '') ? changed.join('\n') : '');
    keepSources(told.some((one) => one !== null) ? told : noSources);
    keepMeters(shown.some((one) => one !== null) ? shown : noMeters);
    return rowsEntry(changed, told, shown);
  };
  const forget = () => {
    keep('');
    keepSources(noSources);
    keepMeters(noMeters);
  };
  return { texts, sources, meters, putRow, forget };
}

/** Rows that are typed one after the other, kept until all are recorded together. */
export function useTypedRows(props: ReadingProps, spec: SeriesSpec): TypedRows {
  const { reading, kit } = props;
  const names = useMemo(() => rowNames(spec), [spec]);
  const { texts, sources, meters, putRow, forget } = useKeptRows(placeOf(props), names.length);
  const [active, setActive] = useState(() => firstEmpty(texts) ?? names.length - 1);
  const [isAsking, setIsAsking] = useState(false);
  const text = texts[active] ?? '';
  const context = { unit: spec.unit, ambientKPa: kit.context.ambientKPa };
  const parsed = parseReading(text, context);
  const isWhole = firstEmpty(texts) === undefined;
  const whole = isWhole ? texts.join('\n') : undefined;
  const judged = useMemo<TypedRows['judged']>(() => {
    if (whole !== undefined) return judgeEntry(reading, rowsEntry(whole.split('\n'), sources, meters), kit.context);
    return failed({ kind: 'reading', problem: { kind: 'empty', unit: spec.unit } });
  }, [whole, sources, meters, reading, kit.context, spec.unit]);
  const rows = useReadRows({ names, texts, spec, kit, judged });

  const put = (next: string, source: RowSource) => putRow(active, next, source);
  const setText = (next: string) => {
    typedSincePress();
    setIsAsking(false);
    put(next, {});
  };
  const doubt = parsed.ok
    ? findDoubt(parsed.value, {
        line: limitsOfRow(spec, active),
        ambientKPa: kit.context.ambientKPa,
        instrumentEnd: kit.context.instrumentEnd(spec.unit),
      })
    : undefined;
  /** Goes on with these rows: to the next that is empty, or into the record. */
  const goOn = (entry: RowsEntry) => {
    const next = nextEmpty(entry.texts, active);
    if (next !== undefined) return setActive(next);
    if (!judgeEntry(reading, entry, kit.context).ok) return undefined;
    if (!recordReading(props)(entry)) return undefined;
    forget();
    return undefined;
  };
  const settle = (text: string) => {
    setIsAsking(false);
    goOn(put(text, {}));
  };
  const take = ({ text, source }: TakenLive) => {
    setIsAsking(false);
    goOn(put(text, { live: source }));
  };
  const takeMeter = (text: string, meter: MeterSource) => {
    setIsAsking(false);
    goOn(put(text, { meter }));
  };
  const submit = () => {
    if (!parsed.ok) return;
    if (doubt) setIsAsking(true);
    else goOn(rowsEntry(texts, sources, meters));
  };
  const { onKey, onSubmit } = useKeypad({ text, setText, submit });
  return {
    rows,
    active,
    setActive,
    text,
    setText,
    judged: !parsed.ok ? failed({ kind: 'reading', problem: parsed.problem }) : judged,
    alone: parsed.ok && !isWhole ? aloneJudged(spec, active, parsed.value, kit.context.uncertaintyOf) : undefined,
    hint:
      parsed.ok && !isWhole
        ? `${texts.filter((one) => one !== '').length} of ${names.length} typed; Enter goes on.`
        : undefined,
    isLast: nextEmpty(texts, active) === undefined,
    canGoOn: parsed.ok,
    submit,
    doubt: isAsking ? doubt : undefined,
    settle,
    take,
    takeMeter,
    onKey,
    onSubmit,
  };
}

const noSources: readonly (LiveSource | null)[] = [];
const isSources = isListOf(isNullOr((value): value is LiveSource => validate(liveSourceSchema, value).ok));

const noMeters: readonly (MeterSource | null)[] = [];
const areMeters = isListOf(isNullOr((value): value is MeterSource => validate(meterSourceSchema, value).ok));

/** Where what stands in a row comes from, if it was not typed. */
interface RowSource {
  readonly live?: LiveSource;
  readonly meter?: MeterSource;
}

/** What the vehicle or a meter told is said only where it told something. */
const rowsEntry = (
  texts: readonly string[],
  sources: readonly (LiveSource | null)[],
  meters: readonly (MeterSource | null)[],
): RowsEntry => ({
  kind: 'rows',
  texts: [...texts],
  ...(sources.some((one) => one !== null) && { live: texts.map((_, index) => sources[index] ?? null) }),
  ...(meters.some((one) => one !== null) && { meters: texts.map((_, index) => meters[index] ?? null) }),
});

function textsOf(kept: string, count: number): readonly string[] {
  const lines = kept.split('\n');
  return Array.from({ length: count }, (_, index) => lines[index] ?? '');
}

function firstEmpty(texts: readonly string[]): number | undefined {
  const index = texts.findIndex((text) => text.trim() === '');
  return index < 0 ? undefined : index;
}

/** The next empty row after this one, or before it; `undefined` when all others are filled. */
function nextEmpty(texts: readonly string[], from: number): number | undefined {
  const order = [...texts.keys()].slice(from + 1).concat([...texts.keys()].slice(0, from));
  return order.find((index) => texts[index]?.trim() === '');
}

function readOrNothing(text: string, context: Parameters<typeof parseReading>[1]): Reading | undefined {
  const parsed = text.trim() === '' ? undefined : parseReading(text, context);
  return parsed?.ok ? parsed.value : undefined;
}

/** The limits of one row of a sweep; rows of other kinds have none of their own. */
function limitsOfRow(spec: SeriesSpec, index: number): ZoneLine | undefined {
  const row = spec.kind === 'sweep' ? spec.rows[index] : undefined;
  return row && zonesOf(row.limits);
}

/** The verdict on one row of a sweep; rows of other kinds have none of their own. */
function aloneJudged(spec: SeriesSpec, index: number, reading: Reading, uncertaintyOf: UncertaintyOf) {
  const row = spec.kind === 'sweep' ? spec.rows[index] : undefined;
  return spec.kind === 'sweep' && row ? judgeRow(spec, row, reading, uncertaintyOf) : undefined;
}

/** What stands in a row, as it was read; as typed while it cannot be read. */
export const sayRow = ({ text, reading }: Pick<SeriesRow, 'text' | 'reading'>): string =>
  reading ? formatReading(reading) : text;
