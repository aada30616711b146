import { Readable } from 'node:stream';
import { jobParamsSchema } from '@probe-trail/core/job';
import { groupBy } from '@probe-trail/core/list';
import type { LineUnit } from '@probe-trail/core/vehicle';
import {
  type Cleared,
  type ClearingRequest,
  clearingRequestSchema,
  type LiveQuery,
  liveQuerySchema,
  mostLiveValues,
  type ReadingProgress,
  type ReadingRequest,
  readingRequestSchema,
} from '@probe-trail/core/vehicleInterface';
import { LinkLost } from '@probe-trail/vehicle/client';
import type { FastifyPluginAsync } from 'fastify';
import { answers, sends } from '../answer/index.js';
import { personOf } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { actingRoutes } from './actingRoutes.js';
import { clearedAnswer, liveLine, readingLine, watchLine } from './answers.js';
import { busOf } from './busOf.js';
import { merged } from './merged.js';
import { asText, type InterfaceOptions, makeReach, type Reached, saidFailure } from './reach.js';
import { readLive, watchUnits } from './readLive.js';
import type { ReachedVehicle, WatchedCode } from './vehicleInterface.js';

interface JobRoute {
  Params: { jobId: string };
}

/** Reading and clearing the codes of a job's vehicle, and its live values. A reading answers line by line, as the units do. */
export const interfacePlugin: FastifyPluginAsync<InterfaceOptions> = async (app, options) => {
  const { jobs, nowMs } = options;
  await app.register(actingRoutes, { ...options, prefix: '' });
  const params = jobParamsSchema;
  const config = { needs: 'workOnJobs' } as const;

  const reach = makeReach(options);

  app.post<JobRoute & { Body: ReadingRequest }>(
    '/:jobId/interface/reading',
    { schema: { params, body: readingRequestSchema, ...sends('application/x-ndjson', readingLine) }, config },
    async (request, reply) => {
      const { jobId } = request.params;
      await jobs.jobOr404(jobId);
      const { moment, unitIds } = request.body;
      const watched = (await jobs.sheets(jobId)).flatMap(({ codes }) => codes);
      const signal = app.beginStream(request, reply);
      const lines = saidFailure(
        () => reach(jobId, moment),
        (reached) => readUnits(reached, unitIds, watched, signal),
        signal,
      );
      return reply.type('application/x-ndjson').send(Readable.from(asText(lines)));
    },
  );

  app.get<JobRoute & { Querystring: LiveQuery }>(
    '/:jobId/interface/live',
    { schema: { params, querystring: liveQuerySchema, ...sends('application/x-ndjson', liveLine) }, config },
    async (request, reply) => {
      const { jobId } = request.params;
      await jobs.jobOr404(jobId);
      const keys = new Set(request.query.values.split(',').slice(0, mostLiveValues));
      const signal = app.beginStream(request, reply);
      const lines = saidFailure(
        () => reach(jobId, 'asFound'),
        ({ line, reached }) => readLive(keys, { line, reached, nowMs, signal }),
        signal,
      );
      return reply.type('application/x-ndjson').send(Readable.from(asText(lines)));
    },
  );

  app.get<JobRoute>(
    '/:jobId/interface/watch',
    { schema: { params, ...sends('application/x-ndjson', watchLine) }, config },
    async (request, reply) => {
      const { jobId } = request.params;
      await jobs.jobOr404(jobId);
      const signal = app.beginStream(request, reply);
      const lines = saidFailure(
        () => reach(jobId, 'asFound'),
        ({ line, reached }) => watchUnits({ line, reached, signal }),
        signal,
      );
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
      const cleared = await clearUnits(() => reach(jobId, 'asFound'), app.beginStream(request, reply));
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

/** Asks the units of each bus one after the other, buses beside each other. */
async function* readUnits(
  { line, reached }: Reached,
  unitIds: readonly string[],
  watched: readonly WatchedCode[],
  signal: AbortSignal,
): AsyncGenerator<ReadingProgress> {
  const asked = unitIds.length === 0 ? line.units : line.units.filter(({ id }) => unitIds.includes(id));
  const buses = groupBy(asked, (unit) => busOf(line, unit));
  const progress = { done: 0, of: asked.length };
  const read = (unit: LineUnit) => reached.readCodes(unit, watched, signal);
  yield* merged([...buses.values()].map((units) => readBus(read, units, progress)));
  yield { kind: 'end' };
}

async function* readBus(
  read: (unit: LineUnit) => ReturnType<ReachedVehicle['readCodes']>,
  units: readonly LineUnit[],
  progress: { done: number; readonly of: number },
): AsyncGenerator<ReadingProgress> {
  for (const unit of units) {
    const { id: unitId, name } = unit;
    yield { kind: 'asking', unitId, name, ...progress };
    const reply = await read(unit);
    progress.done += 1;
    const { answer } = reply;
    const because = answer === 'unread' ? reply.because : null;
    const told = answer === 'answered' ? { identity: reply.identity } : {};
    const codes = answer === 'answered' ? reply.codes : [];
    yield { kind: 'unit', unit: { unitId, name, answer, ...told }, codes, because };
  }
}

/** Clears every unit. The one that does not answer keeps its codes, and is counted. */
async function clearUnits(reach: () => Promise<Reached>, signal: AbortSignal): Promise<Cleared> {
  let unitsCleared = 0;
  let units: readonly LineUnit[] = [];
  let release = (): void => undefined;
  try {
    const { line, reached } = await reach();
    release = reached.release;
    units = line.units;
    for (const unit of units) if (await reached.clearCodes(unit, signal)) unitsCleared += 1;
  } catch (error) {
    // Some units are cleared already: that must be on record, so the rest counts as silent.
    if (!(error instanceof LinkLost) && !signal.aborted) throw error;
    if (unitsCleared === 0)
      throw new AppError('INTERFACE_FAILED', error instanceof LinkLost ? error.message : 'Clearing was stopped.');
  } finally {
    release();
  }
  return { unitsCleared, unitsSilent: units.length - unitsCleared };
}
