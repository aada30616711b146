import { type LiveValue, liveValuesOf } from '@probe-trail/core/liveValue';
import type { DriveSpec } from '@probe-trail/core/spec';
import type { Trail } from '@probe-trail/core/trail';
import type { LiveLine } from '@probe-trail/core/vehicleInterface';
import { useEffect, useMemo, useRef } from 'react';
import { deviceNowMs } from '../../../device/clock';
import type { KeptRecording } from '../../../device/database';
import { makeLiveStore } from '../../../live/liveStore';
import { recordLine } from '../../../live/recordLine';
import { useVehicleStream } from '../../../live/useVehicleStream';
import { RecordBar } from '../../../recording/RecordBar';
import { useRecorder } from '../../../recording/useRecorder';
import { Notice } from '../../../spec/Notice';
import { useLinesQuery } from '../../../vehicle/vehicleApi';

interface RecorderProps {
  readonly trail: Trail;
  readonly jobId: string;
  readonly spec: DriveSpec;
  readonly onKept: (kept: KeptRecording) => void;
}

/** Records the values that the limits need, without leaving the step. */
export function DriveRecorder({ trail, jobId, spec, onKept }: RecorderProps) {
  const { data: lines } = useLinesQuery();
  const store = useRef(makeLiveStore()).current;
  const values = useMemo((): readonly LiveValue[] => {
    const line = lines?.find(({ name }) => name === trail.vehicle.line);
    const known = new Map(line && liveValuesOf(line).map((value) => [value.key, value]));
    return [...new Set(spec.values.map(({ key }) => key))].flatMap((key) => known.get(key) ?? []);
  }, [lines, trail.vehicle.line, spec]);
  const recorder = useRecorder(jobId, `${trail.vehicle.fleetNumber}, ${trail.complaint || 'drive'}`);
  const asked = values.map(({ key }) => key).join(',');
  const problem = useVehicleStream<LiveLine>(
    asked === '' ? undefined : `/api/jobs/${jobId}/interface/live?values=${encodeURIComponent(asked)}`,
    (line) => {
      const atMs = deviceNowMs();
      store.take(line, atMs);
      recordLine(recorder, values, line, atMs);
    },
  );
  const tell = useRef(onKept);
  tell.current = onKept;
  const newest = recorder.kept[0];
  useEffect(() => {
    if (newest) tell.current(newest);
  }, [newest]);
  if (!lines) return null;
  return (
    <>
      {values.length < spec.values.length && (
        <Notice
          kind="noLimit"
          title={`Not all of it is known on ${trail.vehicle.line}: record it another way, and import the log.`}
        />
      )}
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <RecordBar
        jobId={jobId}
        label="Record a drive"
        recorder={recorder}
        values={values}
        samplesOf={(key) => store.seriesOf(key).since(0)}
      />
    </>
  );
}
