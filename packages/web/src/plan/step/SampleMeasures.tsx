import { Button, Checkbox, Group, NumberInput, Select } from '@mantine/core';
import type { CapturedMeasure, CaptureSource, DetectorKind, Reference } from '@probe-trail/core/captureSource';
import type { StepReading } from '@probe-trail/core/plan';
import { parseReading } from '@probe-trail/core/reading';
import { isFixed, numberIn, zonesOf } from '@probe-trail/core/spec';
import { findUnit } from '@probe-trail/core/units';
import { nanoid } from 'nanoid';
import { useEffect, useState } from 'react';
import { CapturePicture } from '../../recording/CapturePicture';
import { detectorOptions, KnownFields } from '../../recording/KnownFields';
import type { OpenRecording } from '../../recording/useRecording';
import { LimitRuler } from '../../spec/LimitRuler';
import { change, useDraft, useEdits } from '../draft/editorContext';
import classes from '../fields/editorFields.module.css';
import { eventsOf, type SampleChoice, useSampleChoice } from './useSampleChoice';

interface SampleProps {
  readonly sample: OpenRecording;
  readonly reading: StepReading;
  /** The channel of the reading, as it is called so far. */
  readonly firstChannel: string | undefined;
  readonly onTake: (measure: CapturedMeasure, unit: string, channel: string) => void;
}

/** Something that can be measured on the sample, with what it comes to there. */
interface Offered {
  readonly measure: CapturedMeasure;
  readonly text: string;
  readonly source: CaptureSource;
}

/** Everything that can be measured on a channel of a sample capture, each with its value: one press takes it for the reading. */
export function SampleMeasures({ sample, reading, firstChannel, onTake }: SampleProps) {
  const chosen = reading.capture?.measure;
  const choice = useSampleChoice(chosen);
  const [key, setKey] = useState(
    sample.channels.find(({ name }) => name === firstChannel)?.key ?? sample.channels[0]?.key ?? '',
  );
  // What has no unit that limits can have is seen on the page of a capture alone.
  const offered = useOffered(sample, key, choice.measures, choice.against?.reference).filter(
    ({ source }) => findUnit(source.unit) !== undefined,
  );
  const channel = sample.channels.find((one) => one.key === key)?.name ?? '';
  const taken = offered.find(({ measure }) => JSON.stringify(measure) === JSON.stringify(chosen));
  return (
    <>
      <div className={classes.columns}>
        <Select
          label="Channel of the sample"
          data={sample.channels.map(({ key: value, name: label }) => ({ value, label }))}
          value={key}
          onChange={(picked) => picked && setKey(picked)}
        />
        <ReadAsFields choice={choice} />
        <HeldAgainstFields choice={choice} />
      </div>
      <Group gap="xs" role="group" aria-label="What is measured">
        {offered.map((one) => (
          <Button
            key={JSON.stringify(one.measure)}
            variant={one === taken ? 'filled' : 'default'}
            aria-pressed={one === taken}
            onClick={() => onTake(one.measure, one.source.unit, channel)}
          >
            {one.source.what}: {one.text}
          </Button>
        ))}
      </Group>
      {taken && <CapturePicture source={taken.source} />}
      {taken && <OnRuler reading={reading} text={taken.text} />}
      <KeepAsGood sample={sample} channel={key} name={channel} />
    </>
  );
}

interface FieldsProps {
  readonly choice: SampleChoice;
}

/** As what the channel is read, what is known of it, and between which of its events something is measured. */
function ReadAsFields({ choice: { at, change } }: FieldsProps) {
  const { kind, known, from, to } = at;
  const events = eventsOf(kind);
  return (
    <>
      <Select
        label="What it is"
        placeholder="a signal"
        clearable
        data={detectorOptions}
        value={kind}
        onChange={(picked) => change({ kind: picked as DetectorKind | null, from: null, to: null })}
      />
      {kind !== null && <KnownFields kind={kind} known={known} onChange={(next) => change({ known: next })} />}
      {events.length > 0 && (
        <>
          <Select
            label="Measured from"
            placeholder="its beginning"
            clearable
            data={[...events]}
            value={from}
            onChange={(event) => change({ from: event })}
          />
          <Select
            label="Measured to"
            placeholder="its end"
            clearable
            data={[...events]}
            value={to}
            onChange={(event) => change({ to: event })}
          />
        </>
      )}
    </>
  );
}

/** The known-good capture against which it is held, and how far it may be from it. */
function HeldAgainstFields({ choice: { at, against, references, change } }: FieldsProps) {
  if (references.length === 0) return null;
  return (
    <>
      <Select
        label="Held against"
        placeholder="no known-good capture"
        clearable
        data={references.map(({ value, label }) => ({ value, label }))}
        value={at.held}
        onChange={(held) => change({ held })}
      />
      {against && (
        <>
          <NumberInput
            label="Band, ± % of its range"
            size="md"
            min={0}
            max={100}
            value={at.band * 100}
            onChange={(typed) => typeof typed === 'number' && change({ band: Math.min(1, Math.max(0, typed / 100)) })}
          />
          <Checkbox
            size="md"
            label="At any speed"
            checked={at.isStretched}
            onChange={(event) => change({ isStretched: event.currentTarget.checked })}
          />
        </>
      )}
    </>
  );
}

/** What the sample comes to, on the limits as they are written: they are drawn around it, or it beside them. */
function OnRuler({ reading: { spec }, text }: { readonly reading: StepReading; readonly text: string }) {
  if (!isFixed(spec)) return null;
  const read = parseReading(text, { unit: spec.unit, ambientKPa: undefined });
  return read.ok ? <LimitRuler line={zonesOf(spec)} unit={spec.unit} value={numberIn(read.value)} /> : null;
}

/** What of all that could be measured the sample shows. */
function useOffered(
  { reader }: OpenRecording,
  key: string,
  measures: readonly CapturedMeasure[],
  reference: Reference | undefined,
): readonly Offered[] {
  const [offered, setOffered] = useState<readonly Offered[]>([]);
  useEffect(() => {
    let isOld = false;
    const all = measures.map(async (measure) => {
      const taken = await reader.take({ key, measure, recordingId: null, reference });
      return taken.ok ? [{ measure, ...taken.value }] : [];
    });
    void Promise.all(all).then((found) => isOld || setOffered(found.flat()));
    return () => {
      isOld = true;
    };
  }, [reader, key, measures, reference]);
  return offered;
}

interface KeepProps {
  readonly sample: OpenRecording;
  readonly channel: string;
  readonly name: string;
}

/** Puts a channel of the sample on a part card, as the one against which others are held. */
function KeepAsGood({ sample, channel, name }: KeepProps) {
  const { edit } = useEdits();
  const cards = useDraft((draft) => draft.partCards);
  const [problem, setProblem] = useState<string | undefined>();
  if (cards.length === 0) return null;
  const keep = async (cardId: string) => {
    const made = await sample.reader.referenceOf(channel, `good-${nanoid(5)}`);
    if (typeof made === 'string') return setProblem(made);
    setProblem(undefined);
    edit(null, (draft) =>
      change(draft.partCards, cardId, (card) => {
        card.references.push({ ...made, values: [...made.values] });
      }),
    );
  };
  return (
    <Select
      label={`Keep “${name}” as known-good`}
      placeholder="on a part card"
      maw={340}
      data={cards.map(({ id: value, name: label }) => ({ value, label: label || value }))}
      value={null}
      onChange={(cardId) => cardId && void keep(cardId)}
      error={problem}
    />
  );
}
