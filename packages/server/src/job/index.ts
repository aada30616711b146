import { planChoiceQuerySchema } from '@probe-trail/core/choosing';
import { type NewSheet, newSheetSchema } from '@probe-trail/core/codes';
import {
  type AppendJobEvents,
  appendJobEventsSchema,
  jobEventPermissions,
  jobParamsSchema,
} from '@probe-trail/core/job';
import type { FastifyPluginAsync } from 'fastify';
import type { ChoosingService } from '../choosing/service.js';
import { demand, personOf } from '../person/index.js';
import type { JobService } from './service.js';

export interface JobOptions {
  readonly jobs: JobService;
  readonly choosing: ChoosingService;
}

interface JobRoute {
  Params: { jobId: string };
}

/** Jobs are event logs: a job is begun by appending its first event, `takenIn`. */
export const jobPlugin: FastifyPluginAsync<JobOptions> = async (app, { jobs, choosing }) => {
  const params = jobParamsSchema;

  app.get('/', () => jobs.board());

  app.get('/missed-plans', () => jobs.missedPlans());

  app.get<JobRoute>('/:jobId', { schema: { params } }, ({ params: { jobId } }) => jobs.log(jobId));

  app.get<JobRoute & { Querystring: { codes?: string } }>(
    '/:jobId/plans',
    { schema: { params, querystring: planChoiceQuerySchema } },
    ({ params: { jobId }, query }) => choosing.forJob(jobId, query.codes?.split(',')),
  );

  app.post<JobRoute & { Body: AppendJobEvents }>(
    '/:jobId/events',
    { schema: { params, body: appendJobEventsSchema }, config: { needs: 'takeInJobs' } },
    (request) => {
      const person = personOf(request);
      // The counter may take in and move on, but not measure: each kind of event says whom it needs.
      for (const { kind } of request.body.events) demand(person, jobEventPermissions[kind]);
      return jobs.append(request.params.jobId, request.body.events);
    },
  );

  app.post<JobRoute & { Body: NewSheet }>(
    '/:jobId/sheets',
    { schema: { params, body: newSheetSchema }, config: { needs: 'workOnJobs' } },
    async (request, reply) =>
      reply.code(201).send(await jobs.keepSheet(request.params.jobId, request.body, personOf(request).name)),
  );
};
