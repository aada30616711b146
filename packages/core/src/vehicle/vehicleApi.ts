import type { VehicleRepair } from '../repair/index.js';
import type { OdometerReading, Vehicle } from './vehicle.js';

/** Something that was noticed on a vehicle besides its complaint, to be quoted. */
export interface SideFinding {
  readonly jobId: string;
  readonly text: string;
  readonly by: string;
  readonly atMs: number;
}

/** One line of the list of vehicles. */
export interface VehicleListItem extends Pick<Vehicle, 'vehicleId' | 'fleetNumber' | 'plate' | 'lineId' | 'engine'> {
  readonly openJobs: number;
}

/** A fault code on a vehicle over time. */
export interface CodeOverTime {
  readonly unitId: string;
  readonly code: string;
  readonly failureType: string | null;
  readonly text: string;
  readonly firstAtMs: number;
  readonly lastAtMs: number;
  /** On how many sheets it stood. */
  readonly sheets: number;
}

/** Answer of `GET /api/vehicles/:vehicleId`: everything of its page but its jobs. */
export interface VehicleSheet {
  readonly vehicle: Vehicle;
  /** Newest first. */
  readonly odometer: readonly OdometerReading[];
  /** Last seen first. */
  readonly codes: readonly CodeOverTime[];
  /** Newest first. */
  readonly sideFindings: readonly SideFinding[];
  /** What is still to be made good first, then the newest. */
  readonly repairs: readonly VehicleRepair[];
}
