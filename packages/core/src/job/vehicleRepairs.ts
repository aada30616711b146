import { isLeftOver, type VehicleRepair } from '../repair/index.js';
import type { JobEvent } from './jobEvent.js';

/** Whether a repair of the job stands: it was recorded, and nothing has shown that it did not help. */
export const isRepaired = ({ repairs }: { readonly repairs: readonly { readonly failedBecause: string | null }[] }) =>
  repairs.some(({ failedBecause }) => failedBecause === null);

/** The kinds of entries that `vehicleRepairs` goes by. */
export const repairKinds = ['repaired', 'repairFailed', 'repairMadeGood'] as const;

/**
 * The repairs of a vehicle out of the logs of its jobs: first the temporary ones that were not made good, those due first before; then the newest.
 * @param entries standing entries of its jobs, in their order within each job
 */
export function vehicleRepairs(
  entries: readonly { readonly jobId: string; readonly event: JobEvent }[],
): readonly VehicleRepair[] {
  const repairs = new Map<string, VehicleRepair>();
  for (const { jobId, event } of entries)
    if (event.kind === 'repaired') {
      const { id: repairId, repair, atMs, by } = event;
      repairs.set(keyOf(jobId, repairId), { jobId, repairId, repair, atMs, by, failedBecause: null, madeGoodOn: null });
    }
  const change = (key: string, fields: Partial<VehicleRepair>) => {
    const known = repairs.get(key);
    if (known) repairs.set(key, { ...known, ...fields });
  };
  for (const { jobId, event } of entries) {
    if (event.kind === 'repairFailed') change(keyOf(jobId, event.repairId), { failedBecause: event.because });
    if (event.kind === 'repairMadeGood') change(keyOf(event.jobId, event.repairId), { madeGoodOn: jobId });
  }
  return [...repairs.values()].sort(
    (a, b) => Number(isLeftOver(b)) - Number(isLeftOver(a)) || dueBy(a).localeCompare(dueBy(b)) || b.atMs - a.atMs,
  );
}

const keyOf = (jobId: string, repairId: string): string => `${jobId} ${repairId}`;

/** The day by which a temporary repair that is left over is to be made good; empty for others, so that their age decides. */
const dueBy = (repair: VehicleRepair): string =>
  isLeftOver(repair) && repair.repair.lasts.kind === 'temporary' ? repair.repair.lasts.dueBy : '';
