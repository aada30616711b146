import type { Repair } from './repair.js';

/** A repair as it was recorded on a job. */
export interface RecordedRepair {
  /** Id of the entry that recorded it. */
  readonly repairId: string;
  readonly repair: Repair;
  readonly atMs: number;
  readonly by: string;
  /** Why it turned out not to help; `null` while it stands. */
  readonly failedBecause: string | null;
}

/** A repair on a vehicle, whatever the visit. */
export interface VehicleRepair extends RecordedRepair {
  readonly jobId: string;
  /** On which visit a temporary one was made good; `null` while it is not, and for one that is permanent. */
  readonly madeGoodOn: string | null;
}

/** Whether somebody has still to come back to it: it is temporary, it helped, and it was not made good. */
export const isLeftOver = ({ repair, failedBecause, madeGoodOn }: VehicleRepair): boolean =>
  repair.lasts.kind === 'temporary' && failedBecause === null && madeGoodOn === null;
