import { photosIn } from '@probe-trail/core/log';
import { AppError } from '../problem/index.js';
import type { PhotoStore } from './store.js';

/** @throws AppError when an entry shows a picture that is not here */
export async function photosMustBeThere(
  entries: Parameters<typeof photosIn>[0],
  photos: Pick<PhotoStore, 'find'>,
): Promise<void> {
  for (const photoId of photosIn(entries))
    if (!(await photos.find(photoId)))
      throw new AppError(
        'PHOTO_NOT_FOUND',
        `There is no photo “${photoId}” here. Send the picture first, then the entry.`,
      );
}
