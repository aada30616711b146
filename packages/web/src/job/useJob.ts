import type { CodeSheet } from '@probe-trail/core/codes';
import { type Job, type JobEvent, type NewJobEvent, reduceJob, type Unplugged } from '@probe-trail/core/job';
import type { TrailListItem } from '@probe-trail/core/trail';
import type { Line, OdometerReading, Vehicle } from '@probe-trail/core/vehicle';
import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo } from 'react';
import { sayFailure } from '../api/api';
import { usePerson } from '../session/sessionApi';
import { useAppDispatch } from '../state/appState';
import { recordingEnded } from '../state/refusalSlice';
import { useLine, useVehicleQuery } from '../vehicle/vehicleApi';
import { useAppendJobEventsMutation, useJobLogQuery } from './jobApi';
import { stampedJobEvent } from './stampedJobEvent';

/** A job with what hangs on it, as its pages show it. */
export interface OpenJob {
  readonly jobId: string;
  readonly job: Job;
  readonly events: readonly JobEvent[];
  readonly sheets: readonly CodeSheet[];
  readonly trails: readonly TrailListItem[];
  readonly unplugged: readonly Unplugged[];
  readonly vehicle: Vehicle;
  readonly odometer: readonly OdometerReading[];
  readonly line: Line | undefined;
  /** Records what happened. @returns whether it was recorded; why not is said over the page */
  readonly record: (...events: readonly NewJobEvent[]) => Promise<boolean>;
}

/** What a station of a job shows and offers. */
export interface StationBodyProps {
  readonly open: OpenJob;
  /** Whether it is the station to work at: its main button leads. */
  readonly isDue: boolean;
}

/** Opens a job: its events folded by the core, its vehicle and line. */
export function useJob(jobId: string) {
  const log = useJobLogQuery(jobId, { refetchOnMountOrArgChange: true });
  const record = useRecordOnJob(jobId);
  const job = useMemo(() => (log.data ? foldJob(log.data.events) : undefined), [log.data]);
  const vehicle = useVehicleQuery(job?.vehicleId ?? skipToken);
  const line = useLine(vehicle.data?.vehicle.lineId);
  const open = useMemo<OpenJob | undefined>(() => {
    if (!job || !log.data || !vehicle.data) return undefined;
    const { events, sheets, trails, unplugged } = log.data;
    return {
      jobId,
      job,
      events,
      sheets,
      trails,
      unplugged,
      vehicle: vehicle.data.vehicle,
      odometer: vehicle.data.odometer,
      line,
      record,
    };
  }, [jobId, job, log.data, vehicle.data, line, record]);
  const retry = () => {
    void log.refetch();
    if (job) void vehicle.refetch();
  };
  return { open, error: log.error ?? vehicle.error, retry };
}

export function useRecordOnJob(jobId: string): OpenJob['record'] {
  const [append] = useAppendJobEventsMutation();
  const dispatch = useAppDispatch();
  const person = usePerson();
  return useMemo(
    () =>
      async (...events) => {
        const stamped = events.map((event) => stampedJobEvent(event, person?.name ?? ''));
        const { error } = await append({ jobId, events: stamped });
        dispatch(recordingEnded(error && sayFailure(error)));
        return error === undefined;
      },
    [append, dispatch, jobId, person?.name],
  );
}

function foldJob(events: readonly JobEvent[]): Job {
  const reduced = reduceJob(events);
  if (!reduced.ok) throw new Error(`the log of the job is broken at event ${reduced.problem.eventId}`);
  return reduced.value;
}
