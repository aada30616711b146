import { type SentSheet, sentSheetSchema } from '@probe-trail/core/codes';
import { jobParamsSchema } from '@probe-trail/core/job';
import type { Person } from '@probe-trail/core/person';
import type { FastifyPluginAsync } from 'fastify';
import { appendedAnswer, creates } from '../answer/index.js';
import { personOf } from '../person/index.js';

interface CodesOptions {
  /** Jobs keep sheets, as their logs tell of them. */
  readonly jobs: {
    readonly keepSentSheet: (
      jobId: string,
      sheet: SentSheet,
      sender: Person,
    ) => Promise<{ readonly eventCount: number }>;
  };
}

/** Below a job: its code sheets. */
export const codesPlugin: FastifyPluginAsync<CodesOptions> = async (app, { jobs }) => {
  app.post<{ Params: { jobId: string }; Body: SentSheet }>(
    '/:jobId/sheets',
    {
      schema: { params: jobParamsSchema, body: sentSheetSchema, ...creates(appendedAnswer) },
      config: { needs: 'workOnJobs', body: 'sheet' },
    },
    async (request, reply) =>
      reply.code(201).send(await jobs.keepSentSheet(request.params.jobId, request.body, personOf(request))),
  );
};
