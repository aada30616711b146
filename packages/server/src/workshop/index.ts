import { type Workshop, workshopSchema } from '@probe-trail/core/workshop';
import type { FastifyPluginAsync } from 'fastify';
import { answers, answersNothing } from '../answer/index.js';
import { signedIn } from '../person/index.js';
import type { PhotoStore } from '../photo/store.js';
import { AppError } from '../problem/index.js';
import type { WorkshopStore } from './store.js';

export interface WorkshopOptions {
  readonly workshop: WorkshopStore;
  readonly photos: Pick<PhotoStore, 'find'>;
}

/** The workshop itself, as its papers name it. */
export const workshopPlugin: FastifyPluginAsync<WorkshopOptions> = async (app, { workshop, photos }) => {
  app.get('/', { schema: answers(workshopSchema), config: signedIn }, () => workshop.get());

  app.put<{ Body: Workshop }>(
    '/',
    { schema: { body: workshopSchema, ...answersNothing }, config: { needs: 'keepWorkshop' } },
    async ({ body }, reply) => {
      if (body.logoId !== null && !(await photos.find(body.logoId)))
        throw new AppError('PHOTO_NOT_FOUND', 'The logo is not here. Send the picture first. Nothing was changed.');
      await workshop.put(body);
      return reply.code(204).send();
    },
  );
};
