import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { NewRecording, RecordingListItem } from '@probe-trail/core/recording';
import { and, desc, eq } from 'drizzle-orm';
import PQueue from 'p-queue';
import type { Database } from '../db/openDatabase.js';
import { orDiskFull } from '../db/storeFailure.js';
import { AppError } from '../problem/index.js';
import { recordingTable } from './table.js';

export type RecordingStore = ReturnType<typeof makeRecordingStore>;

/** Ending of a recording of which some pieces are here. It stays when the server stops: sending goes on where it was. */
const inPieces = '.pieces';

/** Recordings of drives: what is known of them in the database, their bytes in files that are named by what they hold. */
export const makeRecordingStore = ({ orm }: Database, folder: string) => {
  const fileOf = (recordingId: string) => join(folder, recordingId.slice(0, 2), recordingId);
  // A piece is written where the last one ended: one after the other.
  const writing = new PQueue({ concurrency: 1 });

  const storedBytes = async (recordingId: string): Promise<number> => {
    const file = fileOf(recordingId);
    const there = existsSync(file) ? file : `${file}${inPieces}`;
    return existsSync(there) ? (await stat(there)).size : 0;
  };

  const append = async (recordingId: string, from: number, piece: Buffer, byteCount: number): Promise<number> => {
    const file = fileOf(recordingId);
    const stored = await storedBytes(recordingId);
    // Sent once more, as a lost answer makes a device do.
    if (from + piece.length <= stored) return stored;
    if (from !== stored || from + piece.length > byteCount)
      throw new AppError(
        'RECORDING_PIECE_MISPLACED',
        `${stored} of ${byteCount} bytes are here, and this piece has bytes ${from} to ${from + piece.length}. Nothing of it was kept.`,
      );
    await mkdir(dirname(file), { recursive: true, mode: 0o700 });
    const pieces = `${file}${inPieces}`;
    await orDiskFull(writeAt(pieces, from, piece));
    if (from + piece.length === byteCount) await complete(recordingId, pieces, file);
    return from + piece.length;
  };

  return {
    fileOf,
    storedBytes,

    /** Notes a recording of a job; the same one twice is noted once. */
    put: async (jobId: string, recordingId: string, recording: NewRecording, addedBy: string): Promise<void> => {
      const row = { ...recording, channels: [...recording.channels], jobId, recordingId, addedBy };
      await orm.insert(recordingTable).values(row).onConflictDoNothing();
    },

    find: async (jobId: string, recordingId: string): Promise<{ readonly byteCount: number } | undefined> => {
      const [row] = await orm
        .select({ byteCount: recordingTable.byteCount })
        .from(recordingTable)
        .where(and(eq(recordingTable.jobId, jobId), eq(recordingTable.recordingId, recordingId)));
      return row;
    },

    /** The newest first. */
    ofJob: async (jobId: string): Promise<readonly RecordingListItem[]> => {
      const rows = await orm
        .select()
        .from(recordingTable)
        .where(eq(recordingTable.jobId, jobId))
        .orderBy(desc(recordingTable.startedAtMs));
      return Promise.all(
        rows.map(async ({ jobId: _, ...row }) => ({ ...row, storedBytes: await storedBytes(row.recordingId) })),
      );
    },

    /**
     * Keeps a piece of a recording; with the last one the whole is checked against its name.
     * @returns how many bytes are here
     * @throws AppError where the piece does not follow what is here, or the whole is not what its name says
     */
    addPiece: (recordingId: string, from: number, piece: Buffer, byteCount: number): Promise<number> =>
      writing.add(() => append(recordingId, from, piece, byteCount)),
  };
};

async function writeAt(path: string, from: number, piece: Buffer): Promise<void> {
  const file = await open(path, from === 0 ? 'w' : 'r+', 0o600);
  try {
    await file.write(piece, 0, piece.length, from);
    await file.sync();
  } finally {
    await file.close();
  }
}

async function complete(recordingId: string, pieces: string, file: string): Promise<void> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(pieces), hash);
  if (hash.digest('hex') === recordingId) return rename(pieces, file);
  await rm(pieces, { force: true });
  throw new AppError(
    'RECORDING_BROKEN',
    'What came in pieces is not the recording that it says it is. It was put away; send it again.',
  );
}
