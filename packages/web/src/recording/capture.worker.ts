import {
  type Capture,
  type ChannelChoice,
  captureLengthMs,
  correctCapture,
  isCapture,
  layoutOfTable,
  makeTableReading,
  mostSamples,
  type ReadCapture,
  readArrow,
  readCapture,
  readVcd,
  readWav,
  sampleCount,
  writeCapture,
} from '@probe-trail/core/capture';
import { clippingOf } from '@probe-trail/core/captureReading';
import {
  type Cell,
  type ChannelInfo,
  cellsOf,
  largestFile,
  makePyramid,
  rowAtSteps,
} from '@probe-trail/core/recording';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { expose, transfer } from 'comlink';
import { encodingOf } from '../ui/decodeText';
import { fileIdOf } from './fileIdOf';
import type { WrittenRecording } from './log.worker';

/** A capture as it was understood, before it is kept. */
export interface UnderstoodCapture {
  readonly channels: readonly UnderstoodChannel[];
  readonly stepMs: number;
  readonly samples: number;
  readonly lengthMs: number;
  /** What was left out or is in doubt, each in a sentence. */
  readonly notes: readonly string[];
}

export interface UnderstoodChannel extends Pick<ChannelInfo, 'key' | 'name' | 'unit'> {
  /** A small picture of it. */
  readonly cells: readonly Cell[];
}

const pictureCells = 200;
const beginningBytes = 256 * 1024;
// Of a file that is read as a whole; a table is read piece by piece.
const mostBytes = 2 ** 31 - 1;

let read: Capture | undefined;

/** Reads files of other tools and of instruments, away from the thread in which somebody works. */
const captureReader = {
  open: async (file: File, onProgress: (share: number) => void): Promise<Result<UnderstoodCapture, string>> => {
    const found = await readFile(file, onProgress);
    if (!found.ok) return found;
    read = found.value.capture;
    return ok(understood(found.value));
  },
  /** The capture in its file, as it was put right. @param stepMs from one sample to the next */
  write: (choices: readonly ChannelChoice[], stepMs: number): Result<WrittenRecording, string> => {
    if (!read) return failed('No capture is open.');
    const capture = correctCapture(read, choices, stepMs);
    const bytes = new Uint8Array(writeCapture(capture));
    if (bytes.length > largestFile) return failed('This capture is larger than one may be: leave out channels.');
    return transfer(ok(written(capture, bytes)), [bytes.buffer]);
  },
};

const written = (capture: Capture, bytes: Uint8Array<ArrayBuffer>): WrittenRecording => ({
  kind: 'capture',
  recordingId: fileIdOf(bytes),
  bytes,
  startedAtMs: capture.startedAtMs,
  lengthMs: captureLengthMs(capture),
  channels: capture.channels.map(({ name }) => name),
  markCount: capture.marks.length,
});

function understood({ capture, notes }: ReadCapture): UnderstoodCapture {
  const { channels, stepMs } = capture;
  const lengthMs = captureLengthMs(capture);
  const clipped = channels.flatMap(({ name, unit, samples }) =>
    clippingOf({ samples, stepMs }, unit).map((sentence) => `${name}: ${sentence}`),
  );
  return {
    channels: channels.map(({ key, name, unit, samples }) => ({
      key,
      name,
      unit,
      cells: cellsOf(makePyramid(samples), rowAtSteps(stepMs, samples.length), 0, lengthMs + stepMs, pictureCells),
    })),
    stepMs,
    samples: sampleCount(capture),
    lengthMs,
    notes: [...notes, ...clipped],
  };
}

async function readFile(file: File, onProgress: (share: number) => void): Promise<Result<ReadCapture, string>> {
  const beginning = new Uint8Array(await file.slice(0, beginningBytes).arrayBuffer());
  const startsWith = (word: string) => new TextDecoder('latin1').decode(beginning.subarray(0, word.length)) === word;
  const isWhole = startsWith('ARROW1') || startsWith('RIFF') || isDump(beginning);
  if (!isWhole) return readTable(file, beginning, onProgress);
  if (file.size > mostBytes)
    return failed(`A capture has up to ${mostSamples / 1e6} million samples; this file is larger.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (startsWith('RIFF')) return readWav(bytes, file.lastModified);
  if (!startsWith('ARROW1')) return readVcd(new TextDecoder().decode(bytes), file.lastModified);
  if (!isCapture(bytes)) return readArrow(bytes, file.lastModified);
  const own = readCapture(bytes);
  return own.ok ? ok({ capture: own.value, notes: [] }) : own;
}

const isDump = (beginning: Uint8Array): boolean =>
  /^\s*\$\w+/.test(new TextDecoder().decode(beginning.subarray(0, 400)));

/** Piece by piece: a file of any size is never in memory as a whole. */
async function readTable(
  file: File,
  beginning: Uint8Array,
  onProgress: (share: number) => void,
): Promise<Result<ReadCapture, string>> {
  const encoding = encodingOf(beginning);
  const text = new TextDecoder(encoding).decode(beginning);
  const layout = layoutOfTable(file.size > beginningBytes ? text.slice(0, text.lastIndexOf('\n')) : text);
  if (!layout.ok) return layout;
  const reading = makeTableReading(layout.value);
  const decoder = encoding === 'utf-16le' ? new TextDecoder(encoding) : undefined;
  const stream = file.stream().getReader();
  let done = 0;
  for (let piece = await stream.read(); !piece.done; piece = await stream.read()) {
    const bytes = decoder ? new TextEncoder().encode(decoder.decode(piece.value, { stream: true })) : piece.value;
    if (!reading.take(bytes)) break;
    done += piece.value.length;
    onProgress(done / file.size);
  }
  await stream.cancel();
  return reading.end(file.lastModified);
}

export type CaptureReader = typeof captureReader;
expose(captureReader);
