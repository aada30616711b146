import {
  type Capture,
  captureLengthMs,
  captureToCsv,
  type Derivation,
  deriveChannel,
  isCapture,
  readCapture,
  sampleCount,
  writeWav,
} from '@probe-trail/core/capture';
import {
  delayBetween,
  type Fact,
  type Finding,
  inSteps,
  type MeasuredChannel,
  measureBetween,
  movedBy,
  readAs,
  referenceFrom,
  sourceOf,
  takeCaptured,
  textOfFact,
} from '@probe-trail/core/captureReading';
import {
  type CapturedMeasure,
  type CaptureSource,
  type DetectorKind,
  type Known,
  mostReferencePoints,
  type Reference,
} from '@probe-trail/core/captureSource';
import {
  type Between,
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
  type RowAt,
  readDrive,
  readRecording,
  recordingToCsv,
  rowAtSteps,
  rowAtTimes,
  type Stretch,
  sumOf,
  type ValueRows,
  type Values,
  valueAt,
  writeRecording,
} from '@probe-trail/core/recording';
import { failed, ok, type Result } from '@probe-trail/core/result';
import type { DriveSpec } from '@probe-trail/core/spec';
import { fitReference, partOf, type Signal, type Span, sumUp } from '@probe-trail/core/waveform';
import { expose, transfer } from 'comlink';
import { fileIdOf } from './fileIdOf';

/** What is known of an opened recording without its values. */
export interface OpenedRecording {
  readonly startedAtMs: number;
  readonly lengthMs: number;
  /** From one sample to the next; `null` for a drive, whose rows have times of their own. */
  readonly stepMs: number | null;
  readonly channels: readonly ChannelInfo[];
  readonly marks: readonly Mark[];
}

// Beside the band about it, so many samples early or late is no difference.
const bandSteps = 3;

interface OpenFile {
  readonly info: OpenedRecording;
  readonly rowAt: RowAt;
  readonly values: Map<string, Values>;
  readonly pyramids: Map<string, Pyramid>;
  /** What it is a recording of. */
  readonly of: { readonly drive: Recording } | { readonly capture: Capture };
}

let open: OpenFile | undefined;

const drive = (): Recording | undefined => (open && 'drive' in open.of ? open.of.drive : undefined);
const channelOf = (key: string) => drive()?.channels.find((channel) => channel.key === key);

/** Each pyramid is built when its channel is drawn for the first time. */
function pyramidOf(key: string): Pyramid | undefined {
  const values = open?.values.get(key);
  if (!open || !values) return undefined;
  const pyramid = open.pyramids.get(key) ?? makePyramid(values);
  open.pyramids.set(key, pyramid);
  return pyramid;
}

const infosOf = (channels: readonly ChannelInfo[]): readonly ChannelInfo[] =>
  channels.map(({ key, name, unitName, unit }) => ({ key, name, unitName, unit }));

function openDrive(bytes: Uint8Array): Result<OpenFile, string> {
  const read = readRecording(bytes);
  if (!read.ok) return read;
  const { startedAtMs, channels, marks, times } = read.value;
  return ok({
    info: { startedAtMs, lengthMs: lengthOf(read.value), stepMs: null, channels: infosOf(channels), marks },
    rowAt: rowAtTimes(times),
    values: new Map(channels.map(({ key, values }) => [key, values])),
    pyramids: new Map(),
    of: { drive: read.value },
  });
}

function openCapture(bytes: Uint8Array): Result<OpenFile, string> {
  const read = readCapture(bytes);
  if (!read.ok) return read;
  const { startedAtMs, channels, marks, stepMs } = read.value;
  return ok({
    info: { startedAtMs, lengthMs: captureLengthMs(read.value), stepMs, channels: infosOf(channels), marks },
    rowAt: rowAtSteps(stepMs, sampleCount(read.value)),
    values: new Map(channels.map(({ key, samples }) => [key, samples])),
    pyramids: new Map(),
    of: { capture: read.value },
  });
}

/** A channel of a capture between two times. */
function signalOf(
  key: string,
  fromMs: number,
  toMs: number,
): { readonly signal: Signal; readonly unit: string } | undefined {
  const capture = open && 'capture' in open.of ? open.of.capture : undefined;
  const channel = capture?.channels.find((one) => one.key === key);
  if (!capture || !channel) return undefined;
  return { signal: partOf({ samples: channel.samples, stepMs: capture.stepMs }, fromMs, toMs), unit: channel.unit };
}

/** A channel of a capture with all that can be measured on it. */
function measuredChannel(key: string): MeasuredChannel | undefined {
  const own = signalOf(key, 0, Number.POSITIVE_INFINITY);
  const info = open?.info.channels.find((one) => one.key === key);
  return own && info && { name: info.name, ...own, siblings: siblingsOf(key, 0, Number.POSITIVE_INFINITY) };
}

const siblingsOf = (key: string, fromMs: number, toMs: number): readonly Signal[] =>
  (open?.info.channels ?? [])
    .filter((channel) => channel.key !== key)
    .flatMap((channel) => signalOf(channel.key, fromMs, toMs)?.signal ?? []);

function betweenIn(key: string, aMs: number, bMs: number): Between | undefined {
  const channel = channelOf(key);
  const recording = drive();
  if (recording && channel) return betweenMarkers(recording, channel, aMs, bMs);
  const part = signalOf(key, aMs, bMs);
  const sums = part && sumUp(part.signal);
  if (!part || !sums) return undefined;
  const there = part.signal.samples.filter((sample) => !Number.isNaN(sample));
  const [first, last] = [there[0] ?? 0, there.at(-1) ?? 0];
  const { count, min, mean, max, slope } = sums;
  return {
    count,
    least: min.value,
    mean: mean.value,
    most: max.value,
    first,
    last,
    difference: last - first,
    rate: slope.value,
  };
}

/** A drive or a capture, away from the thread in which it is looked at. */
const recordingReader = {
  write: (recording: Recording) => {
    const bytes = new Uint8Array(writeRecording(recording));
    return transfer({ recordingId: fileIdOf(bytes), bytes }, [bytes.buffer]);
  },
  open: (bytes: Uint8Array): Result<OpenedRecording, string> => {
    const read = isCapture(bytes) ? openCapture(bytes) : openDrive(bytes);
    if (!read.ok) return failed(read.problem);
    open = read.value;
    return ok(read.value.info);
  },
  /** Opens a known-good capture as if each of these channels had its course. */
  openKnownGood: ({ values, stepMs }: Reference, channels: readonly ChannelInfo[]): OpenedRecording => {
    const samples = Float32Array.from(values);
    const info = { startedAtMs: 0, lengthMs: (samples.length - 1) * stepMs, stepMs, channels, marks: [] };
    open = {
      info,
      rowAt: rowAtSteps(stepMs, samples.length),
      values: new Map(channels.map(({ key }) => [key, samples])),
      pyramids: new Map(),
      of: {
        capture: { ...info, channels: channels.map((channel) => ({ ...channel, samples, factor: 1 })) },
      },
    };
    return info;
  },
  /** What a capture is, by its file; nothing stays open. */
  describe: (bytes: Uint8Array): Result<{ readonly recordingId: string; readonly opened: OpenedRecording }, string> => {
    const read = openCapture(bytes);
    return read.ok ? ok({ recordingId: fileIdOf(bytes), opened: read.value.info }) : read;
  },
  /** What is drawn of some channels between two times, in so many cells each. */
  draw: (keys: readonly string[], fromMs: number, toMs: number, count: number): readonly (readonly Cell[])[] =>
    keys.map((key) => {
      const pyramid = pyramidOf(key);
      return open && pyramid ? cellsOf(pyramid, open.rowAt, fromMs, toMs, count) : [];
    }),
  /** What some channels are at a moment; `undefined` where they have no value. */
  at: (keys: readonly string[], atMs: number) =>
    keys.map((key): number | undefined => {
      const [recording, channel] = [drive(), channelOf(key)];
      if (recording && channel) return valueAt(recording, channel.values, atMs);
      const sample = open?.values.get(key)?.[Math.round(atMs / (open.info.stepMs ?? 1))];
      return sample === undefined || Number.isNaN(sample) ? undefined : sample;
    }),
  between: (keys: readonly string[], aMs: number, bMs: number) => keys.map((key) => betweenIn(key, aMs, bMs)),
  find: (question: Question): { readonly stretches: readonly Stretch[]; readonly sum: ReturnType<typeof sumOf> } => {
    const recording = drive();
    const found = recording ? findStretches(recording, question) : [];
    return { stretches: found, sum: sumOf(found, recording ? lengthOf(recording) : 0) };
  },
  drive: (): DriveFacts | undefined => {
    const recording = drive();
    return recording && driveFacts(recording);
  },
  /** The rows of one value, for whoever holds another recording against this one. */
  rowsOf: (key: string): ValueRows | undefined => {
    const [recording, channel] = [drive(), channelOf(key)];
    return recording && channel && { times: recording.times, values: channel.values };
  },
  /** By how much the rows of another recording must be moved to lie best over this one by that value, in ms. */
  shiftOf: (key: string, rows: ValueRows): number | undefined => {
    const [recording, channel] = [drive(), channelOf(key)];
    return recording && channel && bestShift({ times: recording.times, values: channel.values }, rows);
  },
  /** The samples of one channel of a capture, for whoever holds another capture against this one. */
  samplesOf: (key: string): Signal | undefined => {
    const part = signalOf(key, 0, Number.POSITIVE_INFINITY);
    return part && { ...part.signal, samples: part.signal.samples.slice() };
  },
  /** How another capture lies over this one by a channel where it fits best. A sentence where it cannot be laid over it. */
  fitOf: (key: string, reference: Signal, isStretched: boolean, bandShare: number): CaptureFit | string => {
    const part = signalOf(key, 0, Number.POSITIVE_INFINITY);
    if (!part) return 'There is no such channel.';
    const stepMs = Math.max(part.signal.stepMs, reference.stepMs);
    const [own, other] = [inSteps(part.signal, stepMs), inSteps(reference, stepMs)];
    if (typeof own === 'string') return `This capture cannot be held against the other one: ${own}`;
    if (typeof other === 'string') return `The other one cannot be held against this capture: ${other}`;
    const fit = fitReference(own, other, { share: bandShare, steps: bandSteps }, isStretched);
    return {
      shiftMs: fit.shift * stepMs,
      stretch: fit.stretch,
      correlation: fit.correlation,
      shareOutside: fit.shareOutside,
      firstOutsideMs: fit.firstOutside === null ? null : fit.firstOutside * stepMs,
    };
  },
  /** What it shows of limits over a drive. @param accuracies within how much the value of each key is known, in its unit */
  readDrive: (spec: DriveSpec, accuracies: ReadonlyMap<string, number>): Result<ReadDrive, string> | undefined => {
    const recording = drive();
    return recording && readDrive(recording, spec, (key) => accuracies.get(key));
  },
  /** What a channel of a capture comes to between two times. */
  measure: (key: string, fromMs: number, toMs: number): Finding | undefined => {
    const part = signalOf(key, fromMs, toMs);
    return part && measureBetween(part.signal, part.unit);
  },
  /** By how much one channel of a capture is later than another. A sentence where that cannot be said. */
  delay: (first: string, second: string, fromMs: number, toMs: number): readonly Fact[] | string | undefined => {
    const [a, b] = [signalOf(first, fromMs, toMs), signalOf(second, fromMs, toMs)];
    return a && b && delayBetween(a.signal, b.signal);
  },
  /** A channel of a capture as what it is. A sentence where it cannot be read so. */
  readAs: (key: string, kind: DetectorKind, known: Known, fromMs: number, toMs: number): Finding | string => {
    const part = signalOf(key, fromMs, toMs);
    if (!part) return 'There is no such channel.';
    const read = readAs(kind, part.signal, part.unit, known, siblingsOf(key, fromMs, toMs));
    return typeof read === 'string' ? read : movedBy(read, Math.max(0, fromMs));
  },
  /** Measures what a reading of a step is on a channel. A sentence where the capture does not show it. */
  take: ({ key, measure, recordingId, byHand, reference }: Taking): Result<TakenFromCapture, string> => {
    const channel = measuredChannel(key);
    if (!channel) return failed('There is no such channel.');
    const taken = takeCaptured(measure, channel, byHand, reference);
    return taken.ok
      ? ok({ text: textOfFact(taken.value.fact), source: sourceOf(taken.value, channel, recordingId) })
      : taken;
  },
  /** A channel as a known-good capture for a part card. A sentence where it cannot be one. */
  referenceOf: (key: string, id: string): Reference | string => {
    const channel = measuredChannel(key);
    return channel ? referenceFrom(id, channel, mostReferencePoints) : 'There is no such channel.';
  },
  /** Adds a channel that is made of others. */
  derive: (derivation: Derivation): Result<DerivedChannel, string> => {
    if (!open || !('capture' in open.of)) return failed('Channels are made of those of a capture.');
    const { capture } = open.of;
    const made = deriveChannel(capture, derivation, `made${open.values.size}`);
    if (!made.ok) return made;
    const { channel, delayMs } = made.value;
    open = { ...open, of: { capture: { ...capture, channels: [...capture.channels, channel] } } };
    open.values.set(channel.key, channel.samples);
    const [info] = infosOf([channel]);
    return info ? ok({ info, delayMs }) : failed('There is no such channel.');
  },
  csv: (): Blob => {
    if (!open) return new Blob();
    const type = 'text/csv';
    if ('drive' in open.of) return new Blob([recordingToCsv(open.of.drive)], { type });
    // Each piece by itself: the text of a whole capture may be more than there is memory.
    const pieces: Blob[] = [];
    for (const piece of captureToCsv(open.of.capture)) pieces.push(new Blob([piece]));
    return new Blob(pieces, { type });
  },
  wav: (): Blob => new Blob(open && 'capture' in open.of ? [writeWav(open.of.capture)] : [], { type: 'audio/wav' }),
};

/** What is to be measured, where, and against what. */
export interface Taking {
  readonly key: string;
  readonly measure: CapturedMeasure;
  /** `null`: it is kept nowhere. */
  readonly recordingId: string | null;
  readonly byHand?: Span | undefined;
  readonly reference?: Reference | undefined;
}

/** What a reading comes to, as it is entered, and what it was measured on. */
export interface TakenFromCapture {
  readonly text: string;
  readonly source: CaptureSource;
}

/** How another capture lies over this one. */
export interface CaptureFit {
  /** By how much the other one is moved to later. */
  readonly shiftMs: number;
  /** By what its time is stretched. */
  readonly stretch: number;
  readonly correlation: number;
  readonly shareOutside: number;
  readonly firstOutsideMs: number | null;
}

/** A channel that was made, and by how much it is later. */
export interface DerivedChannel {
  readonly info: ChannelInfo;
  readonly delayMs: number;
}

export type RecordingReader = typeof recordingReader;
expose(recordingReader);
