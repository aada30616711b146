import { type Instrument, instrumentSchema } from '@probe-trail/core/instrument';
import { closedObject, idText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync } from 'fastify';
import { answers, answersNothing } from '../answer/index.js';
import { signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { instrumentsAnswer } from './answers.js';
import type { InstrumentStore } from './store.js';

export interface InstrumentOptions {
  readonly instruments: InstrumentStore;
}

const params = closedObject({ instrumentId: idText() });

/** The instruments of the workshop, with what they measure and how well. */
export const instrumentPlugin: FastifyPluginAsync<InstrumentOptions> = async (app, { instruments }) => {
  app.get('/', { schema: answers(instrumentsAnswer), config: signedIn }, () => instruments.list());

  app.put<{ Params: { instrumentId: string }; Body: Instrument }>(
    '/:instrumentId',
    { schema: { params, body: instrumentSchema, ...answersNothing }, config: { needs: 'keepInstruments' } },
    async ({ params: { instrumentId }, body }, reply) => {
      if (body.id !== instrumentId)
        throw new AppError('REQUEST_INVALID', `The instrument says that it is “${body.id}”, not “${instrumentId}”.`);
      await instruments.keep(body);
      return reply.code(204).send();
    },
  );
};
