import { Readable } from 'node:stream';
import { jobParamsSchema } from '@probe-trail/core/job';
import {
  type ActingRequest,
  actingRequestSchema,
  actingRunParamsSchema,
  type RoutineRequest,
  routineRequestSchema,
  type StillHeld,
  type StoppedActing,
  stillHeldSchema,
} from '@probe-trail/core/vehicleInterface';
import type { FastifyPluginAsync, FastifyReply, FastifyRequest } from 'fastify';
import { answers, answersNothing, sends } from '../answer/index.js';
import { personOf } from '../person/index.js';
import { type ActingRuns, makeActingRuns } from './acting.js';
import { actingLine, routineLine, stoppedAnswer } from './answers.js';
import { asText, type InterfaceOptions, makeReach, type RunOn, saidFailure } from './reach.js';
import { makeRoutineRuns } from './routineRun.js';

interface JobRoute {
  Params: { jobId: string };
}

/** Actuators and routines of a job's vehicle: run for as long as a key is held, and stopped from wherever somebody stands. */
export const actingRoutes: FastifyPluginAsync<InterfaceOptions> = async (app, options) => {
  const { jobs, nowMs } = options;
  // One of both at a time on a vehicle; each asks the other when it begins.
  const runs: ActingRuns = makeActingRuns(nowMs, (vehicleId) => routines.runningOn(vehicleId));
  const routines = makeRoutineRuns(nowMs, runs.runningOn);
  const reach = makeReach(options);
  const config = { needs: 'workOnJobs' } as const;

  /** What comes of it, line by line, for as long as somebody listens. */
  const tell = async <Said extends object>(
    request: FastifyRequest<JobRoute>,
    reply: FastifyReply,
    run: (on: RunOn) => AsyncGenerator<Said>,
  ) => {
    const { jobId } = request.params;
    await jobs.jobOr404(jobId);
    const by = personOf(request).name;
    const signal = app.beginStream(request, reply);
    const lines = saidFailure(
      () => reach(jobId, 'asFound'),
      ({ vehicle: { vehicleId, fleetNumber }, line, reached }) =>
        run({ vehicleId, fleetNumber, by, line, reached, signal }),
      signal,
    );
    return reply.type('application/x-ndjson').send(Readable.from(asText(lines)));
  };

  app.post<JobRoute & { Body: ActingRequest }>(
    '/:jobId/interface/acting',
    {
      schema: { params: jobParamsSchema, body: actingRequestSchema, ...sends('application/x-ndjson', actingLine) },
      config,
    },
    (request, reply) => tell(request, reply, (on) => runs.run(request.body, on)),
  );

  app.post<JobRoute & { Body: RoutineRequest }>(
    '/:jobId/interface/routine',
    {
      schema: { params: jobParamsSchema, body: routineRequestSchema, ...sends('application/x-ndjson', routineLine) },
      config,
    },
    (request, reply) => tell(request, reply, (on) => routines.run(request.body, on)),
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
      const because = `${personOf(request).name} stopped it.`;
      return { stopped: (await runs.stop(vehicleId, because)) + routines.stop(vehicleId, because) };
    },
  );
};
