import { AppError } from '../problem/index.js';
import type { PhotoStore } from './store.js';

interface AnyEntry {
  readonly kind: string;
  readonly photoId?: string;
}

/** @throws AppError when an entry shows a picture that is not here */
export async function photosMustBeThere(entries: readonly AnyEntry[], photos: Pick<PhotoStore, 'find'>): Promise<void> {
  for (const { kind, photoId } of entries)
    if (kind === 'photoAdded' && photoId !== undefined && !(await photos.find(photoId)))
      throw new AppError(
        'PHOTO_NOT_FOUND',
        `There is no photo “${photoId}” here. Send the picture first, then the entry.`,
      );
}
