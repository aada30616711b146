import {
  bestShift,
  betweenMarkers,
  type Cell,
  type ChannelInfo,
  cellsOf,
  type DriveFacts,
  driveFacts,
  findStretches,
  lengthOf,
  type Mark,
  makePyramid,
  type Pyramid,
  type Question,
  type ReadDrive,
  type Recording,
  readDrive,
  readRecording,
  recordingToCsv,
  type Stretch,
  sumOf,
  type ValueRows,
  valueAt,
  writeRecording,
} from '@probe-trail/core/recording';
import { failed, ok, type Result } from '@probe-trail/core/result';
import type { DriveSpec } from '@probe-trail/core/spec';
import { expose, transfer } from 'comlink';

/** What is known of an opened recording without its values. */
export interface OpenedRecording {
  readonly startedAtMs: number;
  readonly lengthMs: number;
  readonly channels: readonly ChannelInfo[];
  readonly marks: readonly Mark[];
}

let open: { readonly recording: Recording; readonly pyramids: Map<string, Pyramid> } | undefined;

const channelOf = (key: string) => open?.recording.channels.find((channel) => channel.key === key);

/** Each pyramid is built when its channel is drawn for the first time. */
function pyramidOf(key: string): Pyramid | undefined {
  const channel = channelOf(key);
  if (!open || !channel) return undefined;
  const pyramid = open.pyramids.get(key) ?? makePyramid(channel.values);
  open.pyramids.set(key, pyramid);
  return pyramid;
}

/** A recording, away from the thread in which it is looked at. */
const recordingReader = {
  write: (recording: Recording) => {
    const bytes = writeRecording(recording);
    return transfer(bytes, [bytes.buffer]);
  },
  open: (bytes: Uint8Array): Result<OpenedRecording, string> => {
    const read = readRecording(bytes);
    if (!read.ok) return failed(read.problem);
    const { startedAtMs, channels, marks } = read.value;
    open = { recording: read.value, pyramids: new Map() };
    const infos = channels.map(({ key, name, unitName, unit }) => ({ key, name, unitName, unit }));
    return ok({ startedAtMs, lengthMs: lengthOf(read.value), channels: infos, marks });
  },
  /** What is drawn of some channels between two times, in so many cells each. */
  draw: (keys: readonly string[], fromMs: number, toMs: number, count: number): readonly (readonly Cell[])[] =>
    keys.map((key) => {
      const pyramid = pyramidOf(key);
      return open && pyramid ? cellsOf(pyramid, open.recording.times, fromMs, toMs, count) : [];
    }),
  /** What some channels are at a moment; `undefined` where they have no value. */
  at: (keys: readonly string[], atMs: number) =>
    keys.map((key) => {
      const channel = channelOf(key);
      return open && channel ? valueAt(open.recording, channel.values, atMs) : undefined;
    }),
  between: (keys: readonly string[], aMs: number, bMs: number) =>
    keys.map((key) => {
      const channel = channelOf(key);
      return open && channel ? betweenMarkers(open.recording, channel, aMs, bMs) : undefined;
    }),
  find: (question: Question): { readonly stretches: readonly Stretch[]; readonly sum: ReturnType<typeof sumOf> } => {
    const found = open ? findStretches(open.recording, question) : [];
    return { stretches: found, sum: sumOf(found, open ? lengthOf(open.recording) : 0) };
  },
  drive: (): DriveFacts | undefined => open && driveFacts(open.recording),
  /** The rows of one value, for whoever holds another recording against this one. */
  rowsOf: (key: string): ValueRows | undefined => {
    const channel = channelOf(key);
    return open && channel && { times: open.recording.times, values: channel.values };
  },
  /** By how much the rows of another recording must be moved to lie best over this one by that value, in ms. */
  shiftOf: (key: string, rows: ValueRows): number | undefined => {
    const channel = channelOf(key);
    return open && channel && bestShift({ times: open.recording.times, values: channel.values }, rows);
  },
  /** What it shows of limits over a drive. @param accuracies within how much the value of each key is known, in its unit */
  readDrive: (spec: DriveSpec, accuracies: ReadonlyMap<string, number>): Result<ReadDrive, string> | undefined =>
    open && readDrive(open.recording, spec, (key) => accuracies.get(key)),
  csv: (): string => (open ? recordingToCsv(open.recording) : ''),
};

export type RecordingReader = typeof recordingReader;
expose(recordingReader);
