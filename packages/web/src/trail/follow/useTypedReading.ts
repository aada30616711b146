import type { Result } from '@probe-trail/core/result';
import { findSlips, type Limits, limitsOf, type MeasuredSpec, type Slip } from '@probe-trail/core/spec';
import { type Entry, type EntryProblem, type JudgedEntry, judgeEntry } from '@probe-trail/core/trail';
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useKeptState } from '../../ui/keptState';
import { type EntryOrigin, placeOf, type ReadingProps, recordReading } from './recordReading';

export interface TypedReading {
  readonly text: string;
  readonly judged: Result<JudgedEntry, EntryProblem>;
  /** The limits that hold here and now; or why there are none. */
  readonly limits: Result<Limits, string>;
  /** The slips to ask about before this is recorded; empty unless the question is open. */
  readonly slips: readonly Slip[];
  /** Why the last attempt to record was refused. */
  readonly refusal: string | undefined;
  readonly setText: (text: string) => void;
  /** `setText` and `submit` for the keypad: the same functions for as long as the reading is being typed. */
  readonly onKey: (change: (text: string) => string) => void;
  readonly onRecord: () => void;
  /** Records what is typed, or opens the slip question first. */
  readonly submit: () => void;
  /** Records this text; the answer to the slip question with what was typed first. */
  readonly recordAs: (text: string, origin?: EntryOrigin) => void;
}

/** What is being typed for a reading: judged with every character, kept until it is recorded. */
export function useTypedReading(props: ReadingProps, spec: MeasuredSpec): TypedReading {
  const { reading, kit } = props;
  const { bench, leadsSwapped } = kit;
  const [text, keepText] = useKeptState(`typed-${placeOf(props)}`, '');
  const [isAsking, setIsAsking] = useState(false);
  const [refusal, setRefusal] = useState<string | undefined>();
  const judged = useMemo(
    () => judgeEntry(reading, typedEntry(text, leadsSwapped), bench),
    [reading, text, bench, leadsSwapped],
  );
  const limits = useMemo(() => limitsOf(spec, bench.valueFor), [spec, bench]);
  const slips = useMemo(
    () =>
      judged.ok && judged.value.reading && limits.ok
        ? findSlips(limits.value.line, judged.value.reading, bench.ambientKPa)
        : [],
    [judged, limits, bench],
  );

  const setText = (next: string) => {
    setIsAsking(false);
    setRefusal(undefined);
    keepText(next);
  };
  const recordAs: TypedReading['recordAs'] = (entered, origin) => {
    // What was answered for has its sign already.
    const isAsShown = origin === undefined;
    const says = recordReading(props)(typedEntry(entered, isAsShown && leadsSwapped), origin);
    if (says === undefined) setText('');
    setRefusal(says);
  };
  const submit = () => {
    if (!judged.ok) return;
    if (slips.length > 0) setIsAsking(true);
    else recordAs(text);
  };
  const latest = useRef({ text, setText, submit });
  useLayoutEffect(() => {
    latest.current = { text, setText, submit };
  });
  const onKey = useCallback(
    (change: (text: string) => string) => latest.current.setText(change(latest.current.text)),
    [],
  );
  const onRecord = useCallback(() => latest.current.submit(), []);
  return { text, judged, limits, slips: isAsking ? slips : [], refusal, setText, onKey, onRecord, submit, recordAs };
}

const typedEntry = (text: string, leadsSwapped: boolean): Entry => ({
  kind: 'typed',
  text,
  ...(leadsSwapped && { leadsSwapped }),
});
