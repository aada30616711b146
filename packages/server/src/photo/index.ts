import { createReadStream } from 'node:fs';
import multipart from '@fastify/multipart';
import { pictureTypes } from '@probe-trail/core/plan';
import { closedObject, photoIdText } from '@probe-trail/core/schema';
import { cutText } from '@probe-trail/core/text';
import type { FastifyPluginAsync, FastifyRequest } from 'fastify';
import { fileTypeFromBuffer } from 'file-type';
import { imageSize } from 'image-size';
import { creates, sends } from '../answer/index.js';
import { personOf, signedIn } from '../person/index.js';
import { AppError } from '../problem/index.js';
import { photoAnswer } from './answers.js';
import type { PhotoStore } from './store.js';

export interface PhotoOptions {
  readonly photos: PhotoStore;
  readonly nowMs: () => number;
}

const params = closedObject({ photoId: photoIdText() });
const megabyte = 1024 * 1024;
/** The interface scales pictures down before it sends them; nothing that comes from it is near this. */
export const largestPhoto = 12 * megabyte;
const longestSide = 12_000;
const mostPixels = 50_000_000;
const pictures: ReadonlySet<string> = new Set(pictureTypes);

/** Pictures: what they are is told by their content, not by their name. */
export const photoPlugin: FastifyPluginAsync<PhotoOptions> = async (app, { photos, nowMs }) => {
  await app.register(multipart, { limits: { fileSize: largestPhoto, files: 1, fields: 0 }, throwFileSizeLimit: true });

  app.post('/', { schema: creates(photoAnswer), config: { needs: 'addPhotos' } }, async (request, reply) => {
    const { bytes, name } = await readFile(request);
    const type = await fileTypeFromBuffer(bytes);
    if (!type || !pictures.has(type.mime)) throw notAPicture(`“${cutText(name, 80)}” is not a picture`);
    refuseHuge(bytes);
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
    { schema: { params, ...sends('image/*', { type: 'string', format: 'binary' }) }, config: signedIn },
    async ({ params: { photoId }, headers }, reply) => {
      // Asked for again each time: whoever has signed out sees none that the browser has kept.
      reply.header('cache-control', 'private, no-cache').header('etag', `"${photoId}"`);
      const photo = await photos.find(photoId);
      if (!photo) throw new AppError('PHOTO_NOT_FOUND', `There is no photo “${photoId}”.`);
      if (headers['if-none-match'] === `"${photoId}"`) return reply.code(304).send();
      return reply.type(photo.mediaType).send(createReadStream(photos.pathOf(photoId)));
    },
  );
};

/** The one file of a multipart body. Whatever is wrong with the body is the sender's: it is read here alone. */
async function readFile(request: FastifyRequest): Promise<{ readonly bytes: Buffer; readonly name: string }> {
  if (!request.isMultipart()) throw notAPicture('That is not a form with a file');
  try {
    const file = await request.file();
    if (file) return { bytes: await file.toBuffer(), name: file.filename.toWellFormed() };
  } catch (error) {
    if (isTooLarge(error)) throw error;
    throw notAPicture('The form with the file is broken');
  }
  throw notAPicture('Nothing was sent');
}

const isTooLarge = (error: unknown): boolean =>
  error instanceof Error && 'statusCode' in error && error.statusCode === 413;

/** A small file may say that it is a picture of a wall: whoever opens it would run out of memory. */
function refuseHuge(bytes: Buffer): void {
  const { width, height } = dimensionsOf(bytes);
  if (width < 1 || height < 1 || width > longestSide || height > longestSide || width * height > mostPixels)
    throw notAPicture(
      `A picture of ${width} × ${height} points is too large: at most ${longestSide} on a side and ${mostPixels / 1e6} million in all`,
    );
}

function dimensionsOf(bytes: Buffer): { readonly width: number; readonly height: number } {
  try {
    return imageSize(bytes);
  } catch {
    throw notAPicture('The size of the picture cannot be read');
  }
}

const notAPicture = (what: string) =>
  new AppError('PHOTO_INVALID', `${what}: JPEG, PNG and WebP are taken here. Nothing was kept.`);
