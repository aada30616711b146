import type { SheetMoment } from '@probe-trail/core/codes';
import type { Line, Vehicle } from '@probe-trail/core/vehicle';
import { LinkLost } from '@probe-trail/vehicle/client';
import type { JobService } from '../job/service.js';
import { vehicleOr404 } from '../vehicle/index.js';
import type { VehicleStore } from '../vehicle/store.js';
import type { ReachedVehicle, VehicleInterface } from './vehicleInterface.js';

export interface InterfaceOptions {
  readonly jobs: JobService;
  readonly vehicles: VehicleStore;
  readonly vehicleInterface: VehicleInterface;
  readonly nowMs: () => number;
}

/** A vehicle that is reached, and its line. */
export interface Reached {
  readonly vehicle: Vehicle;
  readonly line: Line;
  readonly reached: ReachedVehicle;
}

/** What is run on a vehicle, and for whom. */
export interface RunOn {
  readonly vehicleId: string;
  readonly fleetNumber: string;
  readonly by: string;
  readonly line: Line;
  readonly reached: ReachedVehicle;
  /** Aborted where its answer is listened to no longer. */
  readonly signal: AbortSignal;
}

/** What a vehicle says line by line, and in the last line why there is no more, where the interface fails. */
export async function* saidFailure<Said>(
  reach: () => Promise<Reached>,
  read: (reached: Reached) => AsyncGenerator<Said>,
  signal: AbortSignal,
): AsyncGenerator<Said | { readonly kind: 'failed'; readonly message: string }> {
  let release = (): void => undefined;
  try {
    const reached = await reach();
    release = reached.reached.release;
    yield* read(reached);
  } catch (error) {
    if (signal.aborted) return;
    if (!(error instanceof LinkLost)) throw error;
    yield { kind: 'failed', message: error.message };
  } finally {
    release();
  }
}

/** Reaches the vehicle of a job. */
export const makeReach =
  ({ jobs, vehicles, vehicleInterface }: InterfaceOptions) =>
  async (jobId: string, moment: SheetMoment): Promise<Reached> => {
    const vehicle = await vehicleOr404(vehicles, (await jobs.jobOr404(jobId)).vehicleId);
    const line = await vehicles.line(vehicle.lineId);
    if (!line) throw new LinkLost(`Nothing is known of the units of ${vehicle.fleetNumber}: it has no vehicle line.`);
    return { vehicle, line, reached: await vehicleInterface.reach(vehicle, line, moment) };
  };

/** What is said, a line of JSON each. */
export async function* asText(lines: AsyncIterable<object>): AsyncGenerator<string> {
  for await (const line of lines) yield `${JSON.stringify(line)}\n`;
}
