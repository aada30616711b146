import type { CapturedReading, Reference } from '@probe-trail/core/captureSource';
import type { Plan, StepReading } from '@probe-trail/core/plan';
import { failed, type Result } from '@probe-trail/core/result';
import { findFactor, isMeasured, limitsOf } from '@probe-trail/core/spec';
import { type Entry, type JudgedEntry, judgeEntry, type MeasuringContext, sayMisfit } from '@probe-trail/core/trail';
import type { Span } from '@probe-trail/core/waveform';
import { useEffect, useMemo, useState } from 'react';
import type { TakenFromCapture } from '../../../recording/recording.worker';
import type { OpenRecording } from '../../../recording/useRecording';

/** A capture that is open, with its id and which of its channels stands for each that the plan names. */
export interface ChosenCapture {
  readonly recordingId: string;
  readonly open: OpenRecording;
  readonly keys: Readonly<Record<string, string>>;
}

/** The markers that somebody set, by the id of the reading and the place of the channel in it. */
export type MarkersByHand = Readonly<Record<string, Span>>;
export const placeOfMarkers = (readingId: string, index: number): string => `${readingId}/${index}`;

/** What a reading would be entered as, each row measured on its own channel. */
export type TakenRows = Result<readonly TakenFromCapture[], string>;

/**
 * Measures all readings of a step that are taken from captures. Of a reading before and after something there are two captures, of all others one.
 * @returns by the id of the reading, and whether it is so for what is asked now: until it is measured anew, the last one is shown, and not recorded
 */
export function useTakenCaptures(
  plan: Plan,
  readings: readonly StepReading[],
  captures: readonly (ChosenCapture | undefined)[],
  markers: MarkersByHand,
): { readonly taken: ReadonlyMap<string, TakenRows>; readonly isCurrent: boolean } {
  const [first, second] = captures;
  const asked = useMemo(() => ({ plan, readings, first, second, markers }), [plan, readings, first, second, markers]);
  const [measured, setMeasured] = useState<Measured>({ for: undefined, taken: new Map() });
  useEffect(() => {
    let isOld = false;
    const measure = async () => {
      const all = await Promise.all(
        asked.readings.map(
          async (reading) =>
            [reading.id, await takeReading(asked.plan, reading, [asked.first, asked.second], asked.markers)] as const,
        ),
      );
      const taken = new Map(all.flatMap(([id, rows]) => (rows ? [[id, rows] as const] : [])));
      if (!isOld) setMeasured({ for: asked, taken });
    };
    void measure();
    return () => {
      isOld = true;
    };
  }, [asked]);
  const last = measured.for;
  // Fewer readings to take make no other numbers.
  const isCurrent = last?.first === first && last?.second === second && last?.markers === markers;
  return { taken: measured.taken, isCurrent };
}

interface Asked {
  readonly first: ChosenCapture | undefined;
  readonly second: ChosenCapture | undefined;
  readonly markers: MarkersByHand;
}

interface Measured {
  readonly for: Asked | undefined;
  readonly taken: ReadonlyMap<string, TakenRows>;
}

/** `undefined` where the capture for it is not chosen yet. */
async function takeReading(
  plan: Plan,
  { id, capture, spec }: StepReading,
  [first, second]: readonly (ChosenCapture | undefined)[],
  markers: MarkersByHand,
): Promise<TakenRows | undefined> {
  if (!capture) return undefined;
  const isChange = spec.kind === 'change';
  const [channel = ''] = capture.channels;
  const wanted = isChange
    ? [
        { channel, from: first },
        { channel, from: second },
      ]
    : capture.channels.map((name) => ({ channel: name, from: first }));
  const reference = referenceOf(plan, capture);
  const rows: TakenFromCapture[] = [];
  for (const [index, { channel: name, from }] of wanted.entries()) {
    if (!from) return undefined;
    const key = from.keys[name];
    if (key === undefined) return failed(`Say which channel of the capture is “${name}”.`);
    const { recordingId, open } = from;
    const byHand = markers[placeOfMarkers(id, index)];
    const taken = await open.reader.take({ key, measure: capture.measure, recordingId, byHand, reference });
    if (!taken.ok) return taken;
    rows.push(taken.value);
  }
  return { ok: true, value: rows };
}

function referenceOf({ partCards }: Plan, { measure }: CapturedReading): Reference | undefined {
  if (measure.kind !== 'reference') return undefined;
  const card = partCards.find(({ id }) => id === measure.partCardId);
  return card?.references.find(({ id }) => id === measure.referenceId);
}

/** What is entered for a reading: one number, or one for each row. */
export function entryOf({ spec }: StepReading, rows: readonly TakenFromCapture[]): Entry {
  const [first] = rows;
  return spec.kind === 'siblings' || spec.kind === 'change' || !first
    ? { kind: 'rows', texts: rows.map(({ text }) => text), captures: rows.map(({ source }) => source) }
    : { kind: 'typed', text: first.text, capture: first.source };
}

/** A reading with what it would be entered as, and how that is judged. */
export interface JudgedTaken {
  readonly entry: Entry;
  readonly judged: JudgedEntry;
  /** By what it would have to be multiplied to be in spec, where a probe or a clamp seems to be set wrongly. */
  readonly factor: number | undefined;
}

/** @returns a sentence where it cannot be entered */
export function judgedFrom(
  reading: StepReading,
  taken: TakenRows,
  context: MeasuringContext,
): Result<JudgedTaken, string> {
  if (!taken.ok) return taken;
  const entry = entryOf(reading, taken.value);
  const judged = judgeEntry(reading, entry, context);
  return judged.ok
    ? {
        ok: true,
        value: { entry, judged: judged.value, factor: factorFor(reading, taken.value, judged.value, context) },
      }
    : failed(sayMisfit({ kind: 'entry', problem: judged.problem }));
}

/** Only a level is multiplied by probes and clamps; a time or a share is not. */
function factorFor(
  { spec }: StepReading,
  rows: readonly TakenFromCapture[],
  { reading }: JudgedEntry,
  { valueFor }: MeasuringContext,
): number | undefined {
  if (!isMeasured(spec) || reading?.kind !== 'exact' || rows[0]?.source.isLevel !== true) return undefined;
  const limits = limitsOf(spec, valueFor);
  return limits.ok ? findFactor(limits.value.line, reading) : undefined;
}
