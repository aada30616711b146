import { type NewSheet, newSheetSchema } from '@probe-trail/core/codes';
import { jobParamsSchema } from '@probe-trail/core/job';
import type { FastifyPluginAsync } from 'fastify';
import { appendedAnswer, creates } from '../answer/index.js';
import { personOf } from '../person/index.js';

interface CodesOptions {
  /** Jobs keep sheets, as their logs tell of them. */
  readonly jobs: {
    readonly keepSheet: (jobId: string, sheet: NewSheet, takenBy: string) => Promise<{ readonly eventCount: number }>;
  };
}

/** Below a job: its code sheets. */
export const codesPlugin: FastifyPluginAsync<CodesOptions> = async (app, { jobs }) => {
  app.post<{ Params: { jobId: string }; Body: NewSheet }>(
    '/:jobId/sheets',
    {
      schema: { params: jobParamsSchema, body: newSheetSchema, ...creates(appendedAnswer) },
      config: { needs: 'workOnJobs', body: 'sheet' },
    },
    async (request, reply) =>
      reply.code(201).send(await jobs.keepSheet(request.params.jobId, request.body, personOf(request).name)),
  );
};
