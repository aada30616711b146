import { createReadStream } from 'node:fs';
import { jobParamsSchema } from '@probe-trail/core/job';
import {
  largestPiece,
  type NewRecording,
  newRecordingSchema,
  type PieceQuery,
  pieceQuerySchema,
  type RecordingListItem,
  recordingParamsSchema,
  type StoredBytes,
} from '@probe-trail/core/recording';
import { closedObject, photoIdText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync } from 'fastify';
import { amount, answer, answers, listOf, sends, text } from '../answer/index.js';
import type { JobService } from '../job/service.js';
import { personOf, signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import type { RecordingStore } from './store.js';

export interface RecordingOptions {
  readonly jobs: JobService;
  readonly recordings: RecordingStore;
}

interface Route {
  Params: { jobId: string; recordingId: string };
}

const storedAnswer = answer<StoredBytes>()(closedObject({ storedBytes: amount() }));
const listAnswer = answer<readonly RecordingListItem[]>()(
  listOf(newRecordingSchema.shape({ recordingId: photoIdText(), storedBytes: amount(), addedBy: text() })),
);

/** Recordings of a job’s drives. Their bytes come in pieces, so that a lost network costs one piece. */
export const recordingPlugin: FastifyPluginAsync<RecordingOptions> = async (app, { jobs, recordings }) => {
  const config = { needs: 'workOnJobs' } as const;
  const params = recordingParamsSchema;
  app.addContentTypeParser('application/octet-stream', { parseAs: 'buffer' }, (_request, body, done) =>
    done(null, body),
  );

  const findOr404 = async ({ jobId, recordingId }: Route['Params']) => {
    const recording = await recordings.find(jobId, recordingId);
    if (!recording) throw new AppError('RECORDING_NOT_FOUND', `This job has no recording “${recordingId}”.`);
    return recording;
  };

  app.get<Route>(
    '/:jobId/recordings',
    { schema: { params: jobParamsSchema, ...answers(listAnswer) }, config: signedIn },
    async ({ params: { jobId } }) => {
      await jobs.jobOr404(jobId);
      return recordings.ofJob(jobId);
    },
  );

  app.put<Route & { Body: NewRecording }>(
    '/:jobId/recordings/:recordingId',
    { schema: { params, body: newRecordingSchema, ...answers(storedAnswer) }, config },
    async (request): Promise<StoredBytes> => {
      const { jobId, recordingId } = request.params;
      await jobs.jobOr404(jobId);
      await recordings.put(jobId, recordingId, request.body, personOf(request).name);
      return { storedBytes: await recordings.storedBytes(recordingId) };
    },
  );

  app.put<Route & { Querystring: PieceQuery; Body: Buffer }>(
    '/:jobId/recordings/:recordingId/pieces',
    { schema: { params, querystring: pieceQuerySchema, ...answers(storedAnswer) }, config, bodyLimit: largestPiece },
    async (request): Promise<StoredBytes> => {
      const { byteCount } = await findOr404(request.params);
      const { body } = request;
      if (!Buffer.isBuffer(body) || body.length === 0)
        throw new AppError('REQUEST_INVALID', 'A piece of a recording is sent as application/octet-stream.');
      const { from } = request.query;
      return { storedBytes: await recordings.addPiece(request.params.recordingId, from, body, byteCount) };
    },
  );

  app.get<Route>(
    '/:jobId/recordings/:recordingId',
    {
      schema: { params, ...sends('application/vnd.apache.arrow.file', { type: 'string', format: 'binary' }) },
      config: signedIn,
    },
    async (request, reply) => {
      const { byteCount } = await findOr404(request.params);
      const { recordingId } = request.params;
      if ((await recordings.storedBytes(recordingId)) < byteCount)
        throw new AppError('RECORDING_NOT_FOUND', 'This recording is still on its way from the device that made it.');
      reply.header('cache-control', 'private, no-cache').header('etag', `"${recordingId}"`);
      return reply.type('application/vnd.apache.arrow.file').send(createReadStream(recordings.fileOf(recordingId)));
    },
  );
};
