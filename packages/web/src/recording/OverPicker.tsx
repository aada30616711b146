import { Group, NumberInput, Select } from '@mantine/core';
import type { ChannelInfo, RecordingKind } from '@probe-trail/core/recording';
import { memo } from 'react';
import { optionsOf } from '../fields/optionsOf';
import { useKnownGoodQuery, useRecordingsQuery } from './recordingApi';
import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';
import { placeOfKnownGood } from './useKnownGood';
import { alignments, type Over, stretchedBy } from './useOver';

interface PickerProps {
  readonly jobId: string;
  readonly recordingId: string;
  /** The values of this recording. */
  readonly channels: readonly ChannelInfo[];
  readonly kind: RecordingKind;
  readonly over: Over;
}

const alignmentOptions = optionsOf<keyof typeof alignments>(alignments);

/** Chooses the recording that is laid over this one; it is drawn in dashes. */
export const OverPicker = memo(function OverPicker({ jobId, recordingId, channels, kind, over }: PickerProps) {
  const { data = [] } = useRecordingsQuery(jobId);
  const { data: allKnownGood = [] } = useKnownGoodQuery(undefined, { skip: kind === 'drive' });
  const others = data
    .filter((one) => one.kind === kind && one.recordingId !== recordingId)
    .map(({ recordingId: id, name, lengthMs }) => ({
      value: id,
      label: `${name}, ${kind === 'drive' ? sayLength(lengthMs) : sayInstant(lengthMs, lengthMs)}`,
    }));
  const units = new Set(channels.map(({ unit }) => unit));
  const knownGood = allKnownGood
    .filter(({ unit }) => units.has(unit))
    .map((one) => ({ value: placeOfKnownGood(one), label: `${one.cardName}: ${one.name}` }));
  const inBoth = channels.filter(({ key }) => over.channels.some((one) => one.key === key));
  const byValue = inBoth.map(({ key, name }) => ({ value: key, label: `by the course of ${name}` }));
  const bySpeed = inBoth.map(({ key, name }) => ({
    value: stretchedBy(key),
    label: `by ${name}, stretched to its speed`,
  }));
  if (others.length + knownGood.length === 0) return null;
  return (
    <Group gap="sm" mb="sm" align="end">
      <Select
        label="Lay another over it, in dashes"
        size="md"
        clearable
        placeholder="none"
        data={[
          { group: 'Of this job', items: others },
          { group: 'Known-good', items: knownGood },
        ].filter(({ items }) => items.length > 0)}
        value={over.recordingId ?? null}
        onChange={(id) => over.choose(id ?? undefined)}
      />
      {over.recordingId !== undefined && (
        <Select
          label="Aligned"
          size="md"
          data={[...alignmentOptions, ...byValue, ...(kind === 'capture' ? bySpeed : [])]}
          value={over.alignment}
          onChange={(alignment) => alignment && over.align(alignment)}
        />
      )}
      {over.recordingId !== undefined && (
        <NumberInput
          label="Moved on by hand, in ms"
          size="md"
          w={200}
          decimalScale={6}
          step={kind === 'drive' ? 100 : 1}
          value={over.offsetMs}
          onChange={(typed) => typeof typed === 'number' && over.move(typed)}
        />
      )}
      {over.recordingId !== undefined && kind === 'capture' && !(over.alignment in alignments) && (
        <NumberInput
          label="Band, ± % of its range"
          size="md"
          w={200}
          min={0}
          max={100}
          value={over.bandShare * 100}
          onChange={(typed) => typeof typed === 'number' && over.widen(Math.min(1, Math.max(0, typed / 100)))}
        />
      )}
      {over.said !== undefined && <p role="status">{over.said}</p>}
      {over.problem !== undefined && <p role="status">{over.problem}</p>}
    </Group>
  );
});
