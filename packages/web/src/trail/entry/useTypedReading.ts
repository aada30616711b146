import type { Result } from '@probe-trail/core/result';
import { type Doubt, findDoubt, type Limits, limitsOf, type MeasuredSpec } from '@probe-trail/core/spec';
import { type Entry, type EntryProblem, type JudgedEntry, judgeEntry } from '@probe-trail/core/trail';
import { useMemo, useState } from 'react';
import { useKeptState } from '../../device/keptState';
import { isText } from '../../device/shapes';
import { typedSincePress } from '../log/recordEvents';
import { type EntryOrigin, placeOf, type ReadingProps, recordReading } from './recordReading';
import { useKeypad } from './useKeypad';

export interface TypedReading {
  readonly text: string;
  readonly judged: Result<JudgedEntry, EntryProblem>;
  /** The limits that hold here and now; or why there are none. */
  readonly limits: Result<Limits, string>;
  /** What is asked about before this is recorded; `undefined` unless the question is open. */
  readonly doubt: Doubt | undefined;
  readonly setText: (text: string) => void;
  /** `setText` and `submit` for the keypad: the same functions for as long as the reading is being typed. */
  readonly onKey: (change: (text: string) => string) => void;
  readonly onRecord: () => void;
  /** Records what is typed, or asks about it first. */
  readonly submit: () => void;
  /** Records this text; the answer to the question with what was typed first. */
  readonly recordAs: (text: string, origin?: EntryOrigin) => void;
}

/** What is being typed for a reading: judged with every character, kept until it is recorded. */
export function useTypedReading(props: ReadingProps, spec: MeasuredSpec): TypedReading {
  const { reading, kit } = props;
  const { context, leadsSwapped } = kit;
  const [text, keepText] = useKeptState(`typed-${placeOf(props)}`, '', isText);
  const [isAsking, setIsAsking] = useState(false);
  const judged = useMemo(
    () => judgeEntry(reading, typedEntry(text, leadsSwapped), context),
    [reading, text, context, leadsSwapped],
  );
  const limits = useMemo(() => limitsOf(spec, context.valueFor), [spec, context]);
  const doubt = useMemo(
    () =>
      judged.ok && judged.value.reading
        ? findDoubt(judged.value.reading, {
            line: limits.ok ? limits.value.line : undefined,
            ambientKPa: context.ambientKPa,
            instrumentEnd: context.instrumentEnd(spec.unit),
          })
        : undefined,
    [judged, limits, context, spec.unit],
  );

  const put = (next: string) => {
    setIsAsking(false);
    keepText(next);
  };
  const setText = (next: string) => {
    typedSincePress();
    put(next);
  };
  const recordAs: TypedReading['recordAs'] = (entered, origin) => {
    // What was answered for has its sign already.
    const isAsShown = origin === undefined;
    if (recordReading(props)(typedEntry(entered, isAsShown && leadsSwapped), origin)) put('');
  };
  const submit = () => {
    if (!judged.ok) return;
    if (doubt) setIsAsking(true);
    else recordAs(text);
  };
  const { onKey, onSubmit: onRecord } = useKeypad({ text, setText, submit });
  return { text, judged, limits, doubt: isAsking ? doubt : undefined, setText, onKey, onRecord, submit, recordAs };
}

const typedEntry = (text: string, leadsSwapped: boolean): Entry => ({
  kind: 'typed',
  text,
  ...(leadsSwapped && { leadsSwapped }),
});
