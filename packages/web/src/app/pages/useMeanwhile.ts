import type { Mark } from '@probe-trail/core/recording';
import { takenBetween } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import { useRecordingsQuery } from '../../recording/recordingApi';
import { useTrailsQuery } from '../../trail/log/trailApi';
import { useTrails } from '../../trail/log/useTrails';

const nothing: readonly Mark[] = [];

/** What else was measured on the job while a recording was made: readings of its trails and captures, each where it lies on its time. */
export function useMeanwhile(jobId: string, recordingId: string): readonly Mark[] {
  const { data: recordings } = useRecordingsQuery(jobId);
  const { data: all } = useTrailsQuery();
  const own = recordings?.find((one) => one.recordingId === recordingId);
  const [fromMs, toMs] = own ? [own.startedAtMs, own.startedAtMs + own.lengthMs] : [0, -1];
  const ids = useMemo(
    () =>
      (all ?? [])
        .filter((one) => one.jobId === jobId && one.openedAtMs <= toMs && one.lastEventAtMs >= fromMs)
        .map(({ trailId }) => trailId),
    [all, jobId, fromMs, toMs],
  );
  const trails = useTrails(ids);
  return useMemo(() => {
    if (toMs < fromMs) return nothing;
    const readings = [...trails.values()].flatMap(({ trail }) => takenBetween(trail, fromMs, toMs));
    const captures = (recordings ?? [])
      .filter((one) => one.kind === 'capture' && one.recordingId !== recordingId)
      .filter(({ startedAtMs }) => startedAtMs >= fromMs && startedAtMs <= toMs)
      .map(({ startedAtMs, name }) => ({ atMs: startedAtMs, text: `capture: ${name}` }));
    return [...readings, ...captures].map(({ atMs, text }) => ({ atMs: atMs - fromMs, text }));
  }, [trails, recordings, recordingId, fromMs, toMs]);
}
