import { Readable } from 'node:stream';
import { jobParamsSchema } from '@probe-trail/core/job';
import type { LineUnit, Vehicle } from '@probe-trail/core/vehicle';
import {
  type Cleared,
  type ClearingRequest,
  clearingRequestSchema,
  type ReadingProgress,
  type ReadingRequest,
  readingRequestSchema,
} from '@probe-trail/core/vehicleInterface';
import type { FastifyPluginAsync } from 'fastify';
import { answers, sends } from '../answer/index.js';
import type { JobService } from '../job/service.js';
import { personOf } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { vehicleOr404 } from '../vehicle/index.js';
import type { VehicleStore } from '../vehicle/store.js';
import { clearedAnswer, readingLine } from './answers.js';
import { InterfaceSilent, type VehicleInterface } from './vehicleInterface.js';

export interface InterfaceOptions {
  readonly jobs: JobService;
  readonly vehicles: VehicleStore;
  readonly vehicleInterface: VehicleInterface;
  readonly nowMs: () => number;
}

interface JobRoute {
  Params: { jobId: string };
}

/** Reading and clearing the codes of a job's vehicle. A reading answers line by line, as the units do. */
export const interfacePlugin: FastifyPluginAsync<InterfaceOptions> = async (app, options) => {
  const { jobs, vehicles, vehicleInterface, nowMs } = options;
  const params = jobParamsSchema;
  const config = { needs: 'workOnJobs' } as const;

  const vehicleOf = async (jobId: string) => {
    const vehicle = await vehicleOr404(vehicles, (await jobs.jobOr404(jobId)).vehicleId);
    const line = await vehicles.line(vehicle.lineId);
    return { vehicle, units: line?.units ?? [] };
  };

  app.post<JobRoute & { Body: ReadingRequest }>(
    '/:jobId/interface/reading',
    { schema: { params, body: readingRequestSchema, ...sends('application/x-ndjson', readingLine) }, config },
    async (request, reply) => {
      const { params, body } = request;
      const { vehicle, units } = await vehicleOf(params.jobId);
      const asked = body.unitIds.length === 0 ? units : units.filter(({ id }) => body.unitIds.includes(id));
      const lines = readUnits(vehicleInterface, vehicle, asked, body, app.beginStream(request, reply));
      return reply.type('application/x-ndjson').send(Readable.from(asText(lines)));
    },
  );

  app.post<JobRoute & { Body: ClearingRequest }>(
    '/:jobId/interface/clearing',
    { schema: { params, body: clearingRequestSchema, ...answers(clearedAnswer) }, config },
    async (request, reply): Promise<Cleared> => {
      const { jobId } = request.params;
      // Asked before anything is cleared: afterwards the codes are gone.
      if (!(await jobs.jobOr404(jobId)).isSheetKept)
        throw new AppError('JOB_EVENT_MISFIT', 'Keep a code sheet first: cleared codes cannot be read again.');
      const { vehicle, units } = await vehicleOf(jobId);
      const cleared = await clearUnits(vehicleInterface, vehicle, units, app.beginStream(request, reply));
      const event = {
        kind: 'codesCleared',
        id: request.body.eventId,
        atMs: nowMs(),
        by: personOf(request).name,
      } as const;
      await jobs.append(jobId, [{ ...event, ...cleared }]);
      return cleared;
    },
  );
};

async function* readUnits(
  vehicleInterface: VehicleInterface,
  vehicle: Vehicle,
  units: readonly LineUnit[],
  { moment }: ReadingRequest,
  signal: AbortSignal,
): AsyncGenerator<ReadingProgress> {
  for (const [done, unit] of units.entries()) {
    const { id: unitId, name } = unit;
    yield { kind: 'asking', unitId, name, done, of: units.length };
    try {
      const codes = await vehicleInterface.readCodes(vehicle, unit, moment, signal);
      yield { kind: 'unit', unit: { unitId, name, answer: codes ? 'answered' : 'silent' }, codes: codes ?? [] };
    } catch (error) {
      if (signal.aborted) return;
      if (!(error instanceof InterfaceSilent)) throw error;
      yield { kind: 'failed', message: error.message };
      return;
    }
  }
  yield { kind: 'end' };
}

async function* asText(lines: AsyncIterable<ReadingProgress>): AsyncGenerator<string> {
  for await (const line of lines) yield `${JSON.stringify(line)}\n`;
}

/** Clears every unit. The one that does not answer keeps its codes, and is counted. */
async function clearUnits(
  vehicleInterface: VehicleInterface,
  vehicle: Vehicle,
  units: readonly LineUnit[],
  signal: AbortSignal,
): Promise<Cleared> {
  let unitsCleared = 0;
  try {
    for (const unit of units) if (await vehicleInterface.clearCodes(vehicle, unit, signal)) unitsCleared += 1;
  } catch (error) {
    // Some units are cleared already: that must be on record, so the rest counts as silent.
    if (!(error instanceof InterfaceSilent) && !signal.aborted) throw error;
    if (unitsCleared === 0)
      throw new AppError(
        'INTERFACE_FAILED',
        error instanceof InterfaceSilent ? error.message : 'Clearing was stopped.',
      );
  }
  return { unitsCleared, unitsSilent: units.length - unitsCleared };
}
