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

/** Rows that are typed one after the other, kept until all are recorded together. */
export function useTypedRows(props: ReadingProps, spec: SeriesSpec): TypedRows {
  const { reading, kit } = props;
  const [kept, keep] = useKeptState(`typed-${placeOf(props)}`, '', isText);
  // What the vehicle told stands behind some of the rows.
  const [sources, keepSources] = useKeptState(`live-${placeOf(props)}`, noSources, isSources);
  const names = useMemo(() => rowNames(spec), [spec]);
  const texts = useMemo(() => textsOf(kept, names.length), [kept, names]);
  const [active, setActive] = useState(() => firstEmpty(texts) ?? names.length - 1);
  const [isAsking, setIsAsking] = useState(false);
  const text = texts[active] ?? '';
  const context = { unit: spec.unit, ambientKPa: kit.context.ambientKPa };
  const parsed = parseReading(text, context);
  const isWhole = firstEmpty(texts) === undefined;
  const whole = isWhole ? texts.join('\n') : undefined;
  const judged = useMemo<TypedRows['judged']>(() => {
    if (whole !== undefined) return judgeEntry(reading, rowsEntry(whole.split('\n'), sources), kit.context);
    return failed({ kind: 'reading', problem: { kind: 'empty', unit: spec.unit } });
  }, [whole, sources, reading, kit.context, spec.unit]);
  const rows = useReadRows({ names, texts, spec, kit, judged });

  const put = (next: string, source: LiveSource | null): Entry & { readonly kind: 'rows' } => {
    const changed = texts.map((one, index) => (index === active ? next : one));
    const told = texts.map((_, index) => (index === active ? source : (sources[index] ?? null)));
    keep(changed.some((one) => one !== '') ? changed.join('\n') : '');
    keepSources(told.some((one) => one !== null) ? told : noSources);
    return rowsEntry(changed, told);
  };
  const setText = (next: string) => {
    typedSincePress();
    setIsAsking(false);
    put(next, null);
  };
  const doubt = parsed.ok
    ? findDoubt(parsed.value, {
        line: limitsOfRow(spec, active),
        ambientKPa: kit.context.ambientKPa,
        instrumentEnd: kit.context.instrumentEnd(spec.unit),
      })
    : undefined;
  /** Goes on with these rows: to the next that is empty, or into the record. */
  const goOn = (entry: Entry & { readonly kind: 'rows' }) => {
    const next = nextEmpty(entry.texts, active);
    if (next !== undefined) return setActive(next);
    if (!judgeEntry(reading, entry, kit.context).ok) return undefined;
    if (!recordReading(props)(entry)) return undefined;
    keep('');
    keepSources(noSources);
    return undefined;
  };
  const settle = (text: string) => {
    setIsAsking(false);
    goOn(put(text, null));
  };
  const take = ({ text, source }: TakenLive) => {
    setIsAsking(false);
    goOn(put(text, source));
  };
  const submit = () => {
    if (!parsed.ok) return;
    if (doubt) setIsAsking(true);
    else goOn(rowsEntry(texts, sources));
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
    onKey,
    onSubmit,
  };
}

const noSources: readonly (LiveSource | null)[] = [];
const isSources = isListOf(isNullOr((value): value is LiveSource => validate(liveSourceSchema, value).ok));

/** What the vehicle told is said only where it told something. */
const rowsEntry = (
  texts: readonly string[],
  sources: readonly (LiveSource | null)[],
): Entry & { readonly kind: 'rows' } => ({
  kind: 'rows',
  texts: [...texts],
  ...(sources.some((one) => one !== null) && { live: texts.map((_, index) => sources[index] ?? null) }),
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
