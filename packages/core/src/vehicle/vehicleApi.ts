import type { VehicleRepair, VisitCodes } from '../repair/index.js';
import type { VehicleFinding } from '../sideFinding/index.js';
import type { OdometerReading, Vehicle } from './vehicle.js';

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

/** What the units said on a code sheet that they are. */
export interface ToldUnits {
  readonly jobId: string;
  readonly takenAtMs: number;
  readonly units: readonly {
    readonly unitId: string;
    readonly identity: {
      readonly part?: string | undefined;
      readonly hardware?: string | undefined;
      readonly software?: string | undefined;
      readonly serial?: string | undefined;
    };
  }[];
}

/** Answer of `GET /api/vehicles/:vehicleId`: everything of its page but its jobs. */
export interface VehicleSheet {
  readonly vehicle: Vehicle;
  /** Newest first. */
  readonly odometer: readonly OdometerReading[];
  /** Last seen first. */
  readonly codes: readonly CodeOverTime[];
  /** The visits with the codes that stood on their sheets, the first first. */
  readonly visits: readonly VisitCodes[];
  /** What is open first, the most urgent first; then the newest. */
  readonly sideFindings: readonly VehicleFinding[];
  /** What is still to be made good first, then the newest. */
  readonly repairs: readonly VehicleRepair[];
  /** What its units said that they are on the sheets of the last visits, the first first. */
  readonly toldUnits: readonly ToldUnits[];
}
