import { Readable } from 'node:stream';
import { jobParamsSchema } from '@probe-trail/core/job';
import {
  type ActingRequest,
  actingRequestSchema,
  actingRunParamsSchema,
  type StillHeld,
  type StoppedActing,
  stillHeldSchema,
} from '@probe-trail/core/vehicleInterface';
import type { FastifyPluginAsync } from 'fastify';
import { answers, answersNothing, sends } from '../answer/index.js';
import { personOf } from '../person/index.js';
import { makeActingRuns } from './acting.js';
import { actingLine, stoppedAnswer } from './answers.js';
import { asText, type InterfaceOptions, makeReach, saidFailure } from './reach.js';

interface JobRoute {
  Params: { jobId: string };
}

/** Actuators of a job's vehicle: run for as long as a key is held, and stopped from wherever somebody stands. */
export const actingRoutes: FastifyPluginAsync<InterfaceOptions> = async (app, options) => {
  const { jobs, nowMs } = options;
  const runs = makeActingRuns(nowMs);
  const reach = makeReach(options);
  const config = { needs: 'workOnJobs' } as const;

  app.post<JobRoute & { Body: ActingRequest }>(
    '/:jobId/interface/acting',
    {
      schema: { params: jobParamsSchema, body: actingRequestSchema, ...sends('application/x-ndjson', actingLine) },
      config,
    },
    async (request, reply) => {
      const { jobId } = request.params;
      await jobs.jobOr404(jobId);
      const by = personOf(request).name;
      const signal = app.beginStream(request, reply);
      const lines = saidFailure(
        () => reach(jobId, 'asFound'),
        ({ vehicle: { vehicleId, fleetNumber }, line, reached }) =>
          runs.run(request.body, { vehicleId, fleetNumber, by, line, reached, signal }),
        signal,
      );
      return reply.type('application/x-ndjson').send(Readable.from(asText(lines)));
    },
  );

  app.put<{ Params: { jobId: string; runId: string }; Body: StillHeld }>(
    '/:jobId/interface/acting/:runId',
    { schema: { params: actingRunParamsSchema, body: stillHeldSchema, ...answersNothing }, config },
    async (request, reply) => {
      runs.hold(request.params.runId, request.body.command);
      return reply.code(204).send();
    },
  );

  app.delete<{ Params: { jobId: string; runId: string } }>(
    '/:jobId/interface/acting/:runId',
    { schema: { params: actingRunParamsSchema, ...answers(stoppedAnswer) }, config },
    async (request): Promise<StoppedActing> => {
      const { jobId, runId } = request.params;
      const { vehicleId } = await jobs.jobOr404(jobId);
      return { stopped: await runs.stop(vehicleId, null, runId) };
    },
  );

  app.delete<JobRoute>(
    '/:jobId/interface/acting',
    { schema: { params: jobParamsSchema, ...answers(stoppedAnswer) }, config },
    async (request): Promise<StoppedActing> => {
      const { vehicleId } = await jobs.jobOr404(request.params.jobId);
      return { stopped: await runs.stop(vehicleId, `${personOf(request).name} stopped it.`) };
    },
  );
};
