import { createHash, randomUUID } from 'node:crypto';
import { mkdir, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { unfinished } from '../db/dataFolder.js';
import type { Database } from '../db/openDatabase.js';
import { orDiskFull } from '../db/storeFailure.js';
import { photoTable } from './table.js';

export interface NewPhoto {
  readonly bytes: Buffer;
  readonly mediaType: string;
  readonly addedAtMs: number;
  readonly addedBy: string;
}

export type PhotoStore = ReturnType<typeof makePhotoStore>;

export const makePhotoStore = ({ orm }: Database, folder: string) => {
  const fileOf = (photoId: string) => join(folder, photoId.slice(0, 2), photoId);
  return {
    pathOf: fileOf,

    /** Keeps a picture; the same one twice is kept once. @returns its id */
    add: async ({ bytes, mediaType, addedAtMs, addedBy }: NewPhoto): Promise<string> => {
      const photoId = createHash('sha256').update(bytes).digest('hex');
      const path = fileOf(photoId);
      await mkdir(join(path, '..'), { recursive: true, mode: 0o700 });
      // Written aside and moved: a file of that name is always the whole picture.
      const aside = `${path}.${randomUUID()}${unfinished}`;
      try {
        await orDiskFull(writeFile(aside, bytes, { mode: 0o600 }));
        await rename(aside, path);
      } catch (error) {
        await rm(aside, { force: true });
        throw error;
      }
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
