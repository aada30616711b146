import type { Mark } from '@probe-trail/core/recording';
import { takenBetween } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { useTrailsQuery } from '../trail/log/trailApi';
import { useTrails } from '../trail/log/useTrails';
import { useRecordingsQuery } from './recordingApi';
import type { OpenRecording } from './useRecording';

/** What else was measured on the job while a recording was made: readings of its trails and captures, each where it lies on its time. */
export function useMeanwhile(
  jobId: string,
  recordingId: string,
  { startedAtMs, lengthMs }: OpenRecording,
): readonly Mark[] {
  const { data: all } = useTrailsQuery();
  const ids = useMemo(
    () =>
      (all ?? [])
        .filter((one) => one.jobId === jobId && one.openedAtMs <= startedAtMs + lengthMs)
        .filter(({ lastEventAtMs }) => lastEventAtMs >= startedAtMs)
        .map(({ trailId }) => trailId),
    [all, jobId, startedAtMs, lengthMs],
  );
  const trails = useTrails(ids);
  const { data: recordings } = useRecordingsQuery(jobId);
  return useMemo(() => {
    const endMs = startedAtMs + lengthMs;
    const readings = [...trails.values()].flatMap(({ trail }) => takenBetween(trail, startedAtMs, endMs));
    const captures = (recordings ?? [])
      .filter((one) => one.kind === 'capture' && one.recordingId !== recordingId)
      .filter((one) => one.startedAtMs >= startedAtMs && one.startedAtMs <= endMs)
      .map((one) => ({ atMs: one.startedAtMs, text: `capture: ${one.name}` }));
    return [...readings, ...captures].map(({ atMs, text }) => ({ atMs: atMs - startedAtMs, text }));
  }, [trails, recordings, recordingId, startedAtMs, lengthMs]);
}
