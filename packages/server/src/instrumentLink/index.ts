import { writeCapture } from '@probe-trail/core/capture';
import type { Instrument } from '@probe-trail/core/instrument';
import {
  type MeterAnswer,
  type MeterRequest,
  meterRequestSchema,
  type ScopeRequest,
  scopeRequestSchema,
} from '@probe-trail/core/instrumentLink';
import { jobParamsSchema } from '@probe-trail/core/job';
import { closedObject } from '@probe-trail/core/schema';
import { InstrumentFailed } from '@probe-trail/vehicle/instruments';
import type { FastifyPluginAsync } from 'fastify';
import { amount, answer, answers, oneOf, sends, text } from '../answer/index.js';
import type { InstrumentStore } from '../instrument/store.js';
import type { JobService } from '../job/service.js';
import { AppError } from '../problem/index.js';
import { vehicleOr404 } from '../vehicle/index.js';
import type { VehicleStore } from '../vehicle/store.js';
import type { NetworkInstruments } from './networkInstruments.js';

export interface InstrumentLinkOptions {
  readonly jobs: JobService;
  readonly vehicles: VehicleStore;
  readonly instruments: InstrumentStore;
  readonly networkInstruments: NetworkInstruments;
}

interface JobRoute {
  Params: { jobId: string };
}

const meterAnswer = answer<MeterAnswer>()(
  closedObject({
    shows: oneOf('number', 'above', 'below', 'nothing'),
    value: amount().nullable(),
    unit: text(),
    range: amount().nullable(),
    resolution: amount().nullable(),
    identity: text(),
  }),
);

const arrow = 'application/vnd.apache.arrow.file';

/** What meters and scopes on the network show at a job’s vehicle. */
export const instrumentLinkPlugin: FastifyPluginAsync<InstrumentLinkOptions> = async (app, options) => {
  const { jobs, vehicles, instruments, networkInstruments } = options;
  const config = { needs: 'workOnJobs' } as const;
  const params = jobParamsSchema;

  const use = async <Taken>(
    jobId: string,
    instrumentId: string,
    take: (instrument: Instrument, vehicle: Awaited<ReturnType<typeof vehicleOr404>>) => Promise<Taken>,
  ): Promise<Taken> => {
    const vehicle = await vehicleOr404(vehicles, (await jobs.jobOr404(jobId)).vehicleId);
    const instrument = (await instruments.list()).find(({ id, isRetired }) => id === instrumentId && !isRetired);
    if (!instrument)
      throw new AppError('INSTRUMENT_FAILED', `The workshop has no instrument “${instrumentId}” in use.`);
    try {
      return await take(instrument, vehicle);
    } catch (error) {
      if (!(error instanceof InstrumentFailed)) throw error;
      throw new AppError('INSTRUMENT_FAILED', error.message);
    }
  };

  app.post<JobRoute & { Body: MeterRequest }>(
    '/:jobId/instruments/reading',
    { schema: { params, body: meterRequestSchema, ...answers(meterAnswer) }, config },
    (request, reply): Promise<MeterAnswer> => {
      const { params: job, body } = request;
      const signal = app.beginStream(request, reply);
      return use(job.jobId, body.instrumentId, (instrument, vehicle) =>
        networkInstruments.read(instrument, vehicle, body, signal),
      );
    },
  );

  app.post<JobRoute & { Body: ScopeRequest }>(
    '/:jobId/instruments/capture',
    { schema: { params, body: scopeRequestSchema, ...sends(arrow, { type: 'string', format: 'binary' }) }, config },
    async (request, reply) => {
      const { params: job, body } = request;
      const signal = app.beginStream(request, reply);
      const capture = await use(job.jobId, body.instrumentId, (instrument, vehicle) =>
        networkInstruments.take(instrument, vehicle, body, signal),
      );
      return reply.type(arrow).send(Buffer.from(writeCapture(capture)));
    },
  );
};
