import { createReadStream } from 'node:fs';
import multipart from '@fastify/multipart';
import { pictureTypes } from '@probe-trail/core/plan';
import { closedObject, photoIdText } from '@probe-trail/core/schema';
import type { FastifyPluginAsync } from 'fastify';
import { fileTypeFromBuffer } from 'file-type';
import { personOf } from '../person/index.js';
import { AppError } from '../problem/index.js';
import type { PhotoStore } from './store.js';

export interface PhotoOptions {
  readonly photos: PhotoStore;
  readonly nowMs: () => number;
}

const params = closedObject({ photoId: photoIdText() });
const megabyte = 1024 * 1024;
/** The interface scales pictures down before it sends them; nothing that comes from it is near this. */
export const largestPhoto = 12 * megabyte;
const pictures: ReadonlySet<string> = new Set(pictureTypes);

/** Pictures: what they are is told by their content, not by their name. */
export const photoPlugin: FastifyPluginAsync<PhotoOptions> = async (app, { photos, nowMs }) => {
  await app.register(multipart, { limits: { fileSize: largestPhoto, files: 1, fields: 0 }, throwFileSizeLimit: true });

  app.post('/', { config: { needs: 'takeInJobs' } }, async (request, reply) => {
    const file = await request.file();
    if (!file) throw notAPicture('Nothing was sent');
    const bytes = await file.toBuffer();
    const type = await fileTypeFromBuffer(bytes);
    if (!type || !pictures.has(type.mime)) throw notAPicture(`“${file.filename}” is not a picture`);
    const photoId = await photos.add({
      bytes,
      mediaType: type.mime,
      addedAtMs: nowMs(),
      addedBy: personOf(request).name,
    });
    return reply.code(201).send({ photoId });
  });

  app.get<{ Params: { photoId: string } }>(
    '/:photoId',
    { schema: { params } },
    async ({ params: { photoId } }, reply) => {
      const photo = await photos.find(photoId);
      if (!photo) throw new AppError('PHOTO_NOT_FOUND', `There is no photo “${photoId}”.`);
      return reply
        .type(photo.mediaType)
        .header('cache-control', 'private, max-age=31536000, immutable')
        .send(createReadStream(photos.pathOf(photoId)));
    },
  );
};

const notAPicture = (what: string) =>
  new AppError('PHOTO_INVALID', `${what}: JPEG, PNG and WebP are taken here. Nothing was kept.`);
