import { formatReading, parseReading, type Reading } from '@probe-trail/core/reading';
import { failed, type Result } from '@probe-trail/core/result';
import { judgeRow, type SeriesSpec, type UncertaintyOf, type VerdictKind } from '@probe-trail/core/spec';
import { type EntryProblem, type JudgedEntry, judgeEntry, rowNames } from '@probe-trail/core/trail';
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useKeptState } from '../../ui/keptState';
import { placeOf, type ReadingProps, recordReading } from './recordReading';

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
  readonly refusal: string | undefined;
  /** Goes to the next row that is empty; records when there is none. */
  readonly submit: () => void;
  readonly onKey: (change: (text: string) => string) => void;
  readonly onSubmit: () => void;
}

/** Rows that are typed one after the other, kept until all are recorded together. */
export function useTypedRows(props: ReadingProps, spec: SeriesSpec): TypedRows {
  const { reading, kit } = props;
  const [kept, keep] = useKeptState(`typed-${placeOf(props)}`, '');
  const names = useMemo(() => rowNames(spec), [spec]);
  const texts = useMemo(() => textsOf(kept, names.length), [kept, names]);
  const [active, setActive] = useState(() => firstEmpty(texts) ?? names.length - 1);
  const [refusal, setRefusal] = useState<string | undefined>();
  const text = texts[active] ?? '';
  const context = { unit: spec.unit, ambientKPa: kit.bench.ambientKPa };
  const parsed = parseReading(text, context);
  const isWhole = firstEmpty(texts) === undefined;
  const whole = isWhole ? texts.join('\n') : undefined;
  const judged = useMemo<TypedRows['judged']>(() => {
    if (whole !== undefined) return judgeEntry(reading, { kind: 'rows', texts: whole.split('\n') }, kit.bench);
    return failed({ kind: 'reading', problem: { kind: 'empty', unit: spec.unit } });
  }, [whole, reading, kit.bench, spec.unit]);
  // Of two hundred rows one is changed with a key: the others are taken as they were read.
  const read = useMemo(() => new Map<string, SeriesRow>(), [judged, names, kit.bench]);
  const rows = names.map((name, index) => {
    const key = `${index} ${texts[index]}`;
    const row = read.get(key) ?? rowOf(name, texts[index] ?? '', index);
    read.set(key, row);
    return row;
  });

  function rowOf(name: string, rowText: string, index: number): SeriesRow {
    const inWhole = judged.ok ? judged.value.rows[index] : undefined;
    const own = inWhole?.reading ?? readOrNothing(rowText, context);
    const verdict = inWhole?.verdict ?? (own && aloneJudged(spec, index, own, kit.bench.uncertaintyOf)?.verdict);
    return { name, text: rowText, reading: own, verdict: verdict?.kind };
  }

  const setText = (next: string) => {
    setRefusal(undefined);
    const changed = texts.map((one, index) => (index === active ? next : one));
    keep(changed.some((one) => one !== '') ? changed.join('\n') : '');
  };
  const submit = () => {
    if (!parsed.ok) return;
    const next = nextEmpty(texts, active);
    if (next !== undefined) return setActive(next);
    if (!judged.ok) return;
    const says = recordReading(props)({ kind: 'rows', texts: [...texts] });
    setRefusal(says);
    if (says === undefined) keep('');
  };
  const latest = useRef({ text, setText, submit });
  useLayoutEffect(() => {
    latest.current = { text, setText, submit };
  });
  const onKey = useCallback(
    (change: (text: string) => string) => latest.current.setText(change(latest.current.text)),
    [],
  );
  const onSubmit = useCallback(() => latest.current.submit(), []);
  return {
    rows,
    active,
    setActive,
    text,
    setText,
    judged: !parsed.ok ? failed({ kind: 'reading', problem: parsed.problem }) : judged,
    alone: parsed.ok && !isWhole ? aloneJudged(spec, active, parsed.value, kit.bench.uncertaintyOf) : undefined,
    hint:
      parsed.ok && !isWhole
        ? `${texts.filter((one) => one !== '').length} of ${names.length} typed; Enter goes on.`
        : undefined,
    isLast: nextEmpty(texts, active) === undefined,
    canGoOn: parsed.ok,
    refusal,
    submit,
    onKey,
    onSubmit,
  };
}

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

/** The verdict on one row of a sweep; rows of other kinds have none of their own. */
function aloneJudged(spec: SeriesSpec, index: number, reading: Reading, uncertaintyOf: UncertaintyOf) {
  const row = spec.kind === 'sweep' ? spec.rows[index] : undefined;
  return spec.kind === 'sweep' && row ? judgeRow(spec, row, reading, uncertaintyOf) : undefined;
}

/** What stands in a row, as it was read; as typed while it cannot be read. */
export const sayRow = ({ text, reading }: Pick<SeriesRow, 'text' | 'reading'>): string =>
  reading ? formatReading(reading) : text;
