import { Select } from '@mantine/core';
import type { DriveFacts } from '@probe-trail/core/recording';
import { useEffect, useRef } from 'react';
import { useRecordingsQuery } from './recordingApi';
import { sayLength } from './sayLength';
import { useRecording } from './useRecording';

interface PickerProps {
  readonly jobId: string;
  /** Drives before that show nothing of it. */
  readonly sinceMs: number;
  readonly recordingId: string | undefined;
  readonly onPick: (recordingId: string | undefined) => void;
  /** What the recording shows, once it is open. */
  readonly onFacts: (facts: DriveFacts) => void;
}

/** Picks the recording of a drive, and says what it shows of it. Nothing where none was recorded since. */
export function DrivePicker({ jobId, sinceMs, recordingId, onPick, onFacts }: PickerProps) {
  const { data = [], refetch } = useRecordingsQuery(jobId);
  useEffect(() => void refetch(), [refetch]);
  const { open, problem } = useRecording(jobId, recordingId);
  const take = useRef(onFacts);
  take.current = onFacts;
  useEffect(() => {
    let isOld = false;
    void open?.reader.drive().then((facts) => isOld || (facts && take.current(facts)));
    return () => {
      isOld = true;
    };
  }, [open]);
  const drives = data.filter(({ kind, startedAtMs }) => kind === 'drive' && startedAtMs >= sinceMs);
  if (drives.length === 0) return null;
  return (
    <Select
      label="From a recording"
      description="fills in what it shows; the rest is yours"
      size="md"
      maw={420}
      clearable
      placeholder="none"
      data={drives.map(({ recordingId: value, name, lengthMs }) => ({
        value,
        label: `${name}, ${sayLength(lengthMs)}`,
      }))}
      value={recordingId ?? null}
      onChange={(picked) => onPick(picked ?? undefined)}
      error={problem}
    />
  );
}

/** What a recording shows of its drive, in one line. */
export function sayDrive({ minutes, kilometres, topSpeed, stops, coolant }: DriveFacts): string {
  return [
    `${Math.round(minutes)} min`,
    ...(kilometres === undefined ? [] : [`${kilometres.toFixed(1)} km`]),
    ...(topSpeed === undefined ? [] : [`up to ${Math.round(topSpeed)} km/h`]),
    ...(stops === undefined ? [] : [stops === 1 ? '1 stop' : `${stops} stops`]),
    ...(coolant === undefined
      ? []
      : [`coolant ${Math.round(coolant.first)} °C at first, ${Math.round(coolant.highest)} °C at most`]),
  ].join(', ');
}
