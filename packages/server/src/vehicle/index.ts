import {
  type Line,
  lineSchema,
  type NewOdometer,
  type NewVehicle,
  newOdometerSchema,
  newVehicleSchema,
  type OdometerReading,
  parseOdometer,
  sayOdometerProblem,
  type Vehicle,
  type VehicleChange,
  vehicleChangeSchema,
  vehicleParamsSchema,
} from '@probe-trail/core/vehicle';
import type { FastifyPluginAsync } from 'fastify';
import { object, string } from 'yup';
import { answers, creates } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { lineAnswer, linesAnswer, odometerAnswer, vehicleAnswer, vehicleListAnswer } from './answers.js';
import type { VehicleStore } from './store.js';

export interface VehicleOptions {
  readonly vehicles: VehicleStore;
  readonly newId: () => string;
  readonly nowMs: () => number;
}

interface VehicleRoute {
  Params: { vehicleId: string };
}

const listQuery = object({ after: string().max(20) });

/** Vehicles: what each is, and its odometer. */
export const vehiclePlugin: FastifyPluginAsync<VehicleOptions> = async (app, options) => {
  const { vehicles, newId, nowMs } = options;
  const params = vehicleParamsSchema;
  const config = { needs: 'keepVehicles' } as const;

  app.get<{ Querystring: { after?: string } }>(
    '/',
    { schema: { querystring: listQuery, ...answers(vehicleListAnswer) }, config: signedIn },
    ({ query }) => vehicles.list(query.after ?? ''),
  );

  app.post<{ Body: NewVehicle }>(
    '/',
    { schema: { body: newVehicleSchema, ...creates(vehicleAnswer) }, config },
    async ({ body }, reply) => {
      await lineOr404(vehicles, body.lineId);
      const vehicleId = newId();
      if (!(await vehicles.add(vehicleId, body))) throw exists(body.fleetNumber);
      return reply.code(201).send(await vehicleOr404(vehicles, vehicleId));
    },
  );

  app.put<VehicleRoute & { Body: VehicleChange }>(
    '/:vehicleId',
    { schema: { params, body: vehicleChangeSchema, ...answers(vehicleAnswer) }, config },
    async ({ params: { vehicleId }, body }) => {
      await vehicleOr404(vehicles, vehicleId);
      await lineOr404(vehicles, body.lineId);
      const other = await vehicles.withFleetNumber(body.fleetNumber);
      if (other && other.vehicleId !== vehicleId) throw exists(body.fleetNumber);
      if (!(await vehicles.change(vehicleId, body)))
        throw new AppError(
          'VEHICLE_CHANGED',
          'Somebody else changed this vehicle after you opened it. Nothing was overwritten; look at it again, then save.',
        );
      return vehicleOr404(vehicles, vehicleId);
    },
  );

  app.post<VehicleRoute & { Body: NewOdometer }>(
    '/:vehicleId/odometer',
    { schema: { params, body: newOdometerSchema, ...creates(odometerAnswer) }, config },
    async (request, reply) => {
      const { vehicleId } = request.params;
      const { name, preferences } = personOf(request);
      await vehicleOr404(vehicles, vehicleId);
      const km = parseOdometer(request.body.text, preferences.units === 'us' ? 'mi' : 'km');
      if (!km.ok) throw new AppError('ODOMETER_INVALID', sayOdometerProblem(km.problem));
      const reading: OdometerReading = { ...request.body, km: km.value, atMs: nowMs(), by: name };
      refuseGoingBack(reading, (await vehicles.odometer(vehicleId))[0]);
      await vehicles.addOdometer(vehicleId, reading);
      return reply.code(201).send(reading);
    },
  );
};

/** An odometer that shows less than before is a slip, or has a reason that is worth keeping. */
function refuseGoingBack(reading: OdometerReading, before: OdometerReading | undefined): void {
  if (!before || reading.km >= before.km || reading.because !== '') return;
  throw new AppError(
    'ODOMETER_GOES_BACK',
    `It showed ${before.text} before, which is more. If that is right (a new instrument cluster, an earlier slip), say why.`,
  );
}

/** Vehicle lines: which control units a line has, and what each hangs on. */
export const linePlugin: FastifyPluginAsync<Pick<VehicleOptions, 'vehicles'>> = async (app, { vehicles }) => {
  app.get('/', { schema: answers(linesAnswer), config: signedIn }, () => vehicles.lines());

  app.put<{ Body: Line }>(
    '/',
    { schema: { body: lineSchema, ...answers(lineAnswer) }, config: { needs: 'writePlans', body: 'line' } },
    async ({ body }) => {
      await vehicles.putLine(body);
      return body;
    },
  );
};

export async function vehicleOr404(vehicles: VehicleStore, vehicleId: string): Promise<Vehicle> {
  const vehicle = await vehicles.find(vehicleId);
  if (!vehicle) throw new AppError('VEHICLE_NOT_FOUND', `There is no vehicle “${vehicleId}”.`);
  return vehicle;
}

async function lineOr404(vehicles: VehicleStore, lineId: string): Promise<Line> {
  const line = await vehicles.line(lineId);
  if (!line) throw new AppError('LINE_NOT_FOUND', `There is no vehicle line “${lineId}”. Nothing was changed.`);
  return line;
}

const exists = (fleetNumber: string) =>
  new AppError('VEHICLE_EXISTS', `There is a vehicle ${fleetNumber} already. Nothing was changed.`);
