import type { SheetCode, SheetMoment } from '@probe-trail/core/codes';
import type { Line, LineUnit, Vehicle } from '@probe-trail/core/vehicle';

/** What one unit said to the question for its codes. */
export type UnitReply =
  | { readonly answer: 'answered'; readonly codes: readonly SheetCode[] }
  | { readonly answer: 'silent' }
  /** Its codes are not known; why, as the end of a sentence. */
  | { readonly answer: 'unread'; readonly because: string };

/** What stands between the server and the vehicles. */
export interface VehicleInterface {
  /**
   * Reaches a vehicle; whoever does so releases it in the end.
   * @throws LinkLost where no interface is connected to it; the message says it to the technician
   */
  readonly reach: (vehicle: Vehicle, line: Line, moment: SheetMoment) => Promise<ReachedVehicle>;
  readonly close: () => Promise<void>;
}

/** Every call may take seconds, ends early when its signal is aborted, and throws `LinkLost` when the interface itself fails. */
export interface ReachedVehicle {
  readonly readCodes: (unit: LineUnit, signal: AbortSignal) => Promise<UnitReply>;
  /** @returns whether the unit has cleared its codes */
  readonly clearCodes: (unit: LineUnit, signal: AbortSignal) => Promise<boolean>;
  readonly release: () => void;
}
