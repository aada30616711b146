import { type VehicleSheet, vehicleParamsSchema } from '@probe-trail/core/vehicle';
import type { FastifyPluginAsync } from 'fastify';
import { answers } from '../answer/index.js';
import type { CodeStore } from '../codes/store.js';
import { jobListAnswer } from '../job/answers.js';
import type { JobStore } from '../job/store.js';
import { signedIn } from '../person/index.js';
import { trailListAnswer } from '../trail/answers.js';
import { vehicleOr404 } from '../vehicle/index.js';
import type { VehicleStore } from '../vehicle/store.js';
import { vehicleSheetAnswer } from './answers.js';

interface HistoryOptions {
  readonly vehicles: VehicleStore;
  readonly codes: CodeStore;
  readonly jobs: JobStore;
}

interface VehicleRoute {
  Params: { vehicleId: string };
}

// A unit that was another one is seen on the next visit, or on the one after it.
const comparedVisits = 4;

/** Below a vehicle: what was ever found on it, its jobs and its trails. */
export const vehicleHistoryPlugin: FastifyPluginAsync<HistoryOptions> = async (app, { vehicles, codes, jobs }) => {
  const params = vehicleParamsSchema;

  app.get<VehicleRoute>(
    '/:vehicleId',
    { schema: { params, ...answers(vehicleSheetAnswer) }, config: signedIn },
    async ({ params: { vehicleId } }): Promise<VehicleSheet> => {
      const vehicle = await vehicleOr404(vehicles, vehicleId);
      const [odometer, overTime, sideFindings, repairs, jobsOfVehicle, codesOfVisits] = await Promise.all([
        vehicles.odometer(vehicleId),
        codes.overTime(vehicleId),
        jobs.sideFindings(vehicleId),
        jobs.repairs(vehicleId),
        jobs.ofVehicle(vehicleId),
        codes.ofVisits(vehicleId),
      ]);
      const visits = jobsOfVehicle
        .map(({ jobId, takenInAtMs }) => ({ jobId, atMs: takenInAtMs, codes: codesOfVisits.get(jobId) ?? [] }))
        .reverse();
      const toldUnits = await codes.toldUnits(jobsOfVehicle.slice(0, comparedVisits).map(({ jobId }) => jobId));
      return { vehicle, odometer, codes: overTime, visits, sideFindings, repairs, toldUnits };
    },
  );

  app.get<VehicleRoute>(
    '/:vehicleId/jobs',
    { schema: { params, ...answers(jobListAnswer) }, config: signedIn },
    ({ params: { vehicleId } }) => jobs.ofVehicle(vehicleId),
  );

  app.get<VehicleRoute>(
    '/:vehicleId/trails',
    { schema: { params, ...answers(trailListAnswer) }, config: signedIn },
    ({ params: { vehicleId } }) => jobs.trailsOfVehicle(vehicleId),
  );
};
