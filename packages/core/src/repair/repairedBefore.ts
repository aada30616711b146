import type { VehicleRepair } from './vehicleRepair.js';

const dayMs = 86_400_000;

/** An earlier repair of the same cause on the same vehicle. */
export interface RepairedBefore {
  readonly jobId: string;
  /** Whole days between the two. */
  readonly days: number;
}

/**
 * Whether a fault came back: the newest earlier repair of the same cause on another visit, of those that helped then. Causes are the same by
 * their name, whatever the case of its letters.
 */
export function repairedBefore(repair: VehicleRepair, all: readonly VehicleRepair[]): RepairedBefore | undefined {
  const earlier = all
    .filter(
      (one) =>
        one.jobId !== repair.jobId &&
        one.atMs < repair.atMs &&
        one.failedBecause === null &&
        nameOf(one) === nameOf(repair),
    )
    .reduce<VehicleRepair | undefined>((newest, one) => (newest && newest.atMs > one.atMs ? newest : one), undefined);
  return earlier && { jobId: earlier.jobId, days: Math.floor((repair.atMs - earlier.atMs) / dayMs) };
}

const nameOf = ({ repair: { cause } }: VehicleRepair): string => cause.trim().toLowerCase();
