import type { CodeSheet } from '@probe-trail/core/codes';
import { type Job, type JobEvent, type NewJobEvent, openJob, type Unplugged } from '@probe-trail/core/job';
import type { VehicleRepair } from '@probe-trail/core/repair';
import type { VehicleFinding } from '@probe-trail/core/sideFinding';
import type { TrailListItem } from '@probe-trail/core/trail';
import type { Line, OdometerReading, ToldUnits, Vehicle } from '@probe-trail/core/vehicle';
import { skipToken } from '@reduxjs/toolkit/query';
import { useCallback, useEffect, useMemo } from 'react';
import { usePerson } from '../session/sessionApi';
import { useAppDispatch, useAppSelector } from '../state/appState';
import { useLine, useVehicleQuery } from '../vehicle/vehicleApi';
import { useJobLogQuery } from './jobApi';
import { selectOwnEntries } from './jobEntriesSlice';
import { recordOnJob, showWaiting } from './recordOnJob';

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
  /** The repairs of the vehicle on this and earlier visits, as the server has them. */
  readonly repairs: readonly VehicleRepair[];
  /** What else was noticed on the vehicle on this and earlier visits, as the server has it. */
  readonly sideFindings: readonly VehicleFinding[];
  /** What the units said that they are on earlier visits, the first first, as the server has it. */
  readonly toldBefore: readonly ToldUnits[];
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

/** Opens a job: its events from the server and from this device, folded by the core, its vehicle and line. */
export function useJob(jobId: string) {
  const dispatch = useAppDispatch();
  const log = useJobLogQuery(jobId, { refetchOnMountOrArgChange: true });
  const own = useAppSelector((state) => selectOwnEntries(state, jobId));
  const record = useRecordOnJob(jobId);
  useEffect(() => void dispatch(showWaiting(jobId)), [dispatch, jobId]);
  const local = useMemo(() => (log.data ? openJob(log.data, own) : undefined), [log.data, own]);
  const vehicle = useVehicleQuery(local?.job.vehicleId ?? skipToken);
  const line = useLine(vehicle.data?.vehicle.lineId);
  const open = useMemo<OpenJob | undefined>(() => {
    if (!local || !log.data || !vehicle.data) return undefined;
    const { trails, unplugged } = log.data;
    const { vehicle: known, odometer, repairs, sideFindings, toldUnits } = vehicle.data;
    const toldBefore = toldUnits.filter((told) => told.jobId !== jobId);
    const ofVehicle = { vehicle: known, odometer, repairs, sideFindings, toldBefore };
    return { jobId, ...local, trails, unplugged, ...ofVehicle, line, record };
  }, [jobId, local, log.data, vehicle.data, line, record]);
  const retry = () => {
    void log.refetch();
    if (local) void vehicle.refetch();
  };
  return { open, error: log.error ?? vehicle.error, retry };
}

export function useRecordOnJob(jobId: string): OpenJob['record'] {
  const dispatch = useAppDispatch();
  const by = usePerson()?.name ?? '';
  return useCallback((...events) => dispatch(recordOnJob(jobId, by, events)), [dispatch, jobId, by]);
}
