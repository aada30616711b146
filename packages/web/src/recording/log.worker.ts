import { type LaidOutLog, type LeftOut, type LogChoice, layoutOfLog, makeLogReading } from '@probe-trail/core/driveLog';
import {
  lengthOf,
  type Recording,
  type RecordingKind,
  readRecording,
  writeRecording,
} from '@probe-trail/core/recording';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { expose, transfer } from 'comlink';
import { encodingOf } from '../ui/decodeText';
import { fileIdOf } from './fileIdOf';

/** What a file is, before anything is kept of it. */
export type OpenedLog =
  | { readonly kind: 'log'; readonly layout: LaidOutLog }
  /** A recording of this program. */
  | { readonly kind: 'recording'; readonly values: number };

/** A recording in its file, and what is known of it. */
export interface WrittenRecording {
  readonly kind: RecordingKind;
  readonly recordingId: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly startedAtMs: number;
  readonly lengthMs: number;
  readonly channels: readonly string[];
  readonly markCount: number;
}

/** What was read of a log, with what was left out. */
export interface ImportedLog extends WrittenRecording {
  readonly broken: LeftOut;
  readonly misplaced: LeftOut;
}

const beginningBytes = 256 * 1024;
const beginningOf = async (file: File): Promise<Uint8Array> =>
  new Uint8Array(await file.slice(0, beginningBytes).arrayBuffer());

const none: LeftOut = { count: 0, lines: [] };

/** Reads logs away from the thread in which somebody works, piece by piece: one of 300 MB is never in memory as a whole. */
const logReader = {
  open: async (file: File): Promise<Result<OpenedLog, string>> => {
    if (isArrow(await beginningOf(file))) {
      const read = readRecording(new Uint8Array(await file.arrayBuffer()));
      return read.ok ? ok({ kind: 'recording', values: read.value.channels.length }) : read;
    }
    const bytes = await beginningOf(file);
    const text = new TextDecoder(encodingOf(bytes)).decode(bytes);
    // The last line may be cut off.
    const layout = layoutOfLog(file.size > beginningBytes ? text.slice(0, text.lastIndexOf('\n')) : text);
    return layout.ok ? ok({ kind: 'log', layout: layout.value }) : layout;
  },
  readLog: async (
    file: File,
    choice: LogChoice,
    onProgress: (share: number) => void,
  ): Promise<Result<ImportedLog, string>> => {
    const reading = makeLogReading(choice);
    const decoder = new TextDecoder(encodingOf(await beginningOf(file)));
    const stream = file.stream().getReader();
    let done = 0;
    for (let piece = await stream.read(); !piece.done; piece = await stream.read()) {
      if (!reading.take(decoder.decode(piece.value, { stream: true }))) break;
      done += piece.value.length;
      onProgress(done / file.size);
    }
    await stream.cancel();
    reading.take(decoder.decode());
    const read = reading.end();
    if (!read.ok) return failed(read.problem);
    const { recording, broken, misplaced } = read.value;
    return given({ ...written(recording, new Uint8Array(writeRecording(recording))), broken, misplaced });
  },
  readRecording: async (file: File): Promise<Result<ImportedLog, string>> => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = readRecording(bytes);
    return read.ok ? given({ ...written(read.value, bytes), broken: none, misplaced: none }) : failed(read.problem);
  },
};

const given = (log: ImportedLog) => transfer(ok(log), [log.bytes.buffer]);

/** The first bytes of an Arrow IPC file. */
const isArrow = (bytes: Uint8Array): boolean => new TextDecoder().decode(bytes.subarray(0, 6)) === 'ARROW1';

const written = (recording: Recording, bytes: Uint8Array<ArrayBuffer>): WrittenRecording => ({
  kind: 'drive',
  recordingId: fileIdOf(bytes),
  bytes,
  startedAtMs: recording.startedAtMs,
  lengthMs: lengthOf(recording),
  channels: recording.channels.map(({ name }) => name),
  markCount: recording.marks.length,
});

export type LogReader = typeof logReader;
expose(logReader);
