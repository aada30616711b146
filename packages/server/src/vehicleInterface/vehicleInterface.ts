import type { SheetCode, SheetMoment } from '@probe-trail/core/codes';
import type { LineUnit, Vehicle } from '@probe-trail/core/vehicle';

/** What one unit said: `undefined` when it did not answer. */
export type UnitReply = readonly SheetCode[] | undefined;

/**
 * What stands between the server and a vehicle. The simulated one ships; a real one implements the same.
 * Every call may take seconds, ends early when its signal is aborted, and throws `InterfaceSilent` when the interface itself fails.
 */
export interface VehicleInterface {
  readonly readCodes: (
    vehicle: Vehicle,
    unit: LineUnit,
    moment: SheetMoment,
    signal: AbortSignal,
  ) => Promise<UnitReply>;
  /** @returns whether the unit answered */
  readonly clearCodes: (vehicle: Vehicle, unit: LineUnit, signal: AbortSignal) => Promise<boolean>;
}

/** The interface does not answer; the message says it to the technician. */
export class InterfaceSilent extends Error {}
