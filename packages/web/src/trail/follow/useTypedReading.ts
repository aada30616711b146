import type { Step, StepReading } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import type { Result } from '@probe-trail/core/result';
import { findSlips, type MeasuredSpec, type Slip } from '@probe-trail/core/spec';
import { type EntryProblem, earlierReading, type JudgedEntry, judgeEntry } from '@probe-trail/core/trail';
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectTyped, typed } from '../trailSlice';
import type { OpenTrail } from './useTrail';

export interface TypedReading {
  readonly text: string;
  readonly judged: Result<JudgedEntry, EntryProblem>;
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
  /** Records this text as the answer to the slip question, or an earlier reading that still stands. */
  readonly recordAs: (text: string, from?: { readonly typedFirst?: string; readonly stillStands?: string }) => void;
}

/** What is being typed for a reading: judged with every character, kept until it is recorded. */
export function useTypedReading(
  open: OpenTrail,
  step: Step,
  reading: StepReading,
  spec: MeasuredSpec,
  onRecorded: () => void,
): TypedReading {
  const dispatch = useAppDispatch();
  const place = `${open.trailId}/${step.id}/${reading.id}`;
  const text = useAppSelector((state) => selectTyped(state, place));
  const [isAsking, setIsAsking] = useState(false);
  const [refusal, setRefusal] = useState<string | undefined>();
  const judged = useMemo(() => judgeEntry(step, reading, { kind: 'typed', text }), [step, reading, text]);
  const slips = useMemo(
    () => (judged.ok && judged.value.reading ? findSlips(spec, judged.value.reading) : []),
    [judged, spec],
  );

  const setText = (next: string) => {
    setIsAsking(false);
    setRefusal(undefined);
    dispatch(typed({ place, text: next }));
  };
  const recordAs: TypedReading['recordAs'] = (entered, { typedFirst = null, stillStands = null } = {}) => {
    const entry = { kind: 'typed', text: entered } as const;
    const says = open.record({
      kind: 'readingEntered',
      stepId: step.id,
      readingId: reading.id,
      entry,
      typedFirst,
      stillStands,
    });
    setRefusal(says);
    if (says !== undefined) return;
    setText('');
    onRecorded();
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
  return { text, judged, slips: isAsking ? slips : [], refusal, setText, onKey, onRecord, submit, recordAs };
}

/** The reading of an earlier visit to this step, to be taken over instead of measured again. */
export function offerOf({ trail }: OpenTrail, step: Step, reading: StepReading) {
  const earlier = earlierReading(trail, step.id, reading.id);
  if (!earlier?.reading) return undefined;
  return {
    shown: formatReading(earlier.reading),
    text: earlier.reading.text,
    eventId: earlier.eventId,
    atMs: earlier.atMs,
  };
}
