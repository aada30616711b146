import {
  type AppendJobEvents,
  appendJobEventsSchema,
  jobEventPermissions,
  jobParamsSchema,
} from '@probe-trail/core/job';
import { type NewVoiding, voidingSchema } from '@probe-trail/core/log';
import type { FastifyPluginAsync } from 'fastify';
import { answers, appendedAnswer } from '../answer/index.js';
import { demand, personOf, signedIn } from '../person/index.js';
import { jobListAnswer, jobLogAnswer, missedPlansAnswer } from './answers.js';
import type { JobService } from './service.js';

export interface JobOptions {
  readonly jobs: JobService;
  readonly nowMs: () => number;
  readonly newId: () => string;
}

interface JobRoute {
  Params: { jobId: string };
}

/** Jobs are event logs: a job is begun by appending its first event, `takenIn`. */
export const jobPlugin: FastifyPluginAsync<JobOptions> = async (app, { jobs, nowMs, newId }) => {
  const params = jobParamsSchema;

  app.get('/', { schema: answers(jobListAnswer), config: signedIn }, () => jobs.board());

  app.get('/missed-plans', { schema: answers(missedPlansAnswer), config: signedIn }, () => jobs.missedPlans());

  app.get<JobRoute>(
    '/:jobId',
    { schema: { params, ...answers(jobLogAnswer) }, config: signedIn },
    ({ params: { jobId } }) => jobs.log(jobId),
  );

  app.post<JobRoute & { Body: AppendJobEvents }>(
    '/:jobId/events',
    {
      schema: { params, body: appendJobEventsSchema, ...answers(appendedAnswer) },
      config: { needs: 'takeInJobs', body: 'jobEvents' },
    },
    (request) => {
      const person = personOf(request);
      // The counter may take in and move on, but not measure: each kind of event says whom it needs.
      for (const { kind } of request.body.events) demand(person, jobEventPermissions[kind]);
      return jobs.appendSent(request.params.jobId, request.body.events, person);
    },
  );

  app.post<JobRoute & { Body: NewVoiding }>(
    '/:jobId/void',
    { schema: { params, body: voidingSchema, ...answers(appendedAnswer) }, config: { needs: 'voidEntries' } },
    (request) =>
      jobs.voidEntry(request.params.jobId, {
        kind: 'entryVoided',
        id: newId(),
        atMs: nowMs(),
        by: personOf(request).name,
        ...request.body,
      }),
  );
};
