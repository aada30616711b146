import { type MeterSource, meterSourceSchema } from '@probe-trail/core/instrument';
import type { Result } from '@probe-trail/core/result';
import { validate } from '@probe-trail/core/schema';
import { type Doubt, findDoubt, type Limits, limitsOf, type MeasuredSpec } from '@probe-trail/core/spec';
import { type Entry, type EntryProblem, type JudgedEntry, judgeEntry } from '@probe-trail/core/trail';
import { useMemo, useState } from 'react';
import { useKeptState } from '../../device/keptState';
import { isNullOr, isText } from '../../device/shapes';
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
  /** Records what a meter told, or asks about it first. */
  readonly take: (text: string, meter: MeterSource) => void;
  /** Records this text; the answer to the question with what was typed first. */
  readonly recordAs: (text: string, origin?: EntryOrigin) => void;
}

/** What is being typed for a reading: judged with every character, kept until it is recorded. */
export function useTypedReading(props: ReadingProps, spec: MeasuredSpec): TypedReading {
  const { reading, kit } = props;
  const { context, leadsSwapped } = kit;
  const [text, keepText] = useKeptState(`typed-${placeOf(props)}`, '', isText);
  // What stands there was told by this meter, until something is typed.
  const [meter, keepMeter] = useKeptState(`meter-${placeOf(props)}`, null, isMeter);
  const [isAsking, setIsAsking] = useState(false);
  const judged = useMemo(
    () => judgeEntry(reading, typedEntry(text, leadsSwapped, meter), context),
    [reading, text, context, leadsSwapped, meter],
  );
  const limits = useMemo(() => limitsOf(spec, context.valueFor), [spec, context]);
  const doubtOf = (one: typeof judged) =>
    one.ok && one.value.reading
      ? findDoubt(one.value.reading, {
          line: limits.ok ? limits.value.line : undefined,
          ambientKPa: context.ambientKPa,
          instrumentEnd: context.instrumentEnd(spec.unit),
        })
      : undefined;
  const doubt = useMemo(() => doubtOf(judged), [judged, limits, context, spec.unit]);

  const put = (next: string, from: MeterSource | null = null) => {
    setIsAsking(false);
    keepText(next);
    keepMeter(from);
  };
  const setText = (next: string) => {
    typedSincePress();
    put(next);
  };
  const recordAs: TypedReading['recordAs'] = (entered, origin) => {
    // What was answered for has its sign already.
    const isAsShown = origin === undefined;
    const entry = typedEntry(entered, isAsShown && leadsSwapped, isAsShown ? meter : null);
    if (recordReading(props)(entry, origin)) put('');
  };
  const take: TypedReading['take'] = (told, from) => {
    put(told, from);
    const entry = typedEntry(told, leadsSwapped, from);
    const found = judgeEntry(reading, entry, context);
    if (!found.ok) return;
    if (doubtOf(found)) setIsAsking(true);
    else if (recordReading(props)(entry)) put('');
  };
  const submit = () => {
    if (!judged.ok) return;
    if (doubt) setIsAsking(true);
    else recordAs(text);
  };
  const { onKey, onSubmit: onRecord } = useKeypad({ text, setText, submit });
  return {
    text,
    judged,
    limits,
    doubt: isAsking ? doubt : undefined,
    setText,
    onKey,
    onRecord,
    submit,
    take,
    recordAs,
  };
}

const isMeter = isNullOr((value): value is MeterSource => validate(meterSourceSchema, value).ok);

const typedEntry = (text: string, leadsSwapped: boolean, meter: MeterSource | null): Entry => ({
  kind: 'typed',
  text,
  ...(leadsSwapped && { leadsSwapped }),
  ...(meter && { meter }),
});
