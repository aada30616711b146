import { createHash } from 'node:crypto';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { photoTable } from './table.js';

export interface NewPhoto {
  readonly bytes: Buffer;
  readonly mediaType: string;
  readonly addedAtMs: number;
  readonly addedBy: string;
}

export type PhotoStore = ReturnType<typeof makePhotoStore>;

export const makePhotoStore = ({ orm }: Database, folder: string) => {
  const pathOf = (photoId: string) => join(folder, photoId.slice(0, 2), photoId);
  return {
    pathOf,

    /** Keeps a picture; the same one twice is kept once. @returns its id */
    add: async ({ bytes, mediaType, addedAtMs, addedBy }: NewPhoto): Promise<string> => {
      const photoId = createHash('sha256').update(bytes).digest('hex');
      const path = pathOf(photoId);
      await mkdir(join(path, '..'), { recursive: true });
      // Written aside and moved: a file of that name is always the whole picture.
      const aside = `${path}.${process.pid}.${addedAtMs}`;
      await writeFile(aside, bytes);
      await rename(aside, path);
      const row = { photoId, mediaType, byteCount: bytes.length, addedAtMs, addedBy };
      await orm.insert(photoTable).values(row).onConflictDoNothing();
      return photoId;
    },

    find: async (photoId: string): Promise<{ mediaType: string } | undefined> => {
      const [row] = await orm
        .select({ mediaType: photoTable.mediaType })
        .from(photoTable)
        .where(eq(photoTable.photoId, photoId));
      return row;
    },
  };
};
