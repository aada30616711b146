import { Group, Select } from '@mantine/core';
import { optionsOf } from '../fields/optionsOf';
import { useRecordingsQuery } from './recordingApi';
import { sayLength } from './sayLength';
import { type Alignment, alignments, type Over } from './useOver';

interface PickerProps {
  readonly jobId: string;
  readonly recordingId: string;
  readonly over: Over;
}

const alignmentOptions = optionsOf<Alignment>(alignments);

/** Chooses the recording that is laid over this one; it is drawn in dashes. */
export function OverPicker({ jobId, recordingId, over }: PickerProps) {
  const { data = [] } = useRecordingsQuery(jobId);
  const others = data.filter((one) => one.recordingId !== recordingId);
  if (others.length === 0) return null;
  return (
    <Group gap="sm" mb="sm" align="end">
      <Select
        label="Lay another over it, in dashes"
        size="md"
        clearable
        placeholder="none"
        data={others.map(({ recordingId: id, name, lengthMs }) => ({
          value: id,
          label: `${name}, ${sayLength(lengthMs)}`,
        }))}
        value={over.recordingId ?? null}
        onChange={(id) => over.choose(id ?? undefined)}
      />
      {over.recordingId !== undefined && (
        <Select
          label="Aligned"
          size="md"
          data={alignmentOptions}
          value={over.alignment}
          onChange={(alignment) => alignment && over.align(alignment as Alignment)}
        />
      )}
      {over.problem !== undefined && <p role="status">{over.problem}</p>}
    </Group>
  );
}
