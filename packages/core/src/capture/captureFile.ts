import {
  type Data,
  DataType,
  Field,
  Float32,
  makeData,
  Precision,
  RecordBatch,
  Schema,
  Struct,
  Table,
  tableToIPC,
} from 'apache-arrow';
import { arrowTableIn, marksIn } from '../recording/index.js';
import { failed, ok, type Result } from '../result/index.js';
import {
  type Capture,
  type CaptureChannel,
  channelNamed,
  mostSamples,
  type ReadCapture,
  sampleCount,
} from './capture.js';
import { baseOf } from './timeBase.js';

/** Of the whole file. */
const formatKey = 'probe-trail-capture';
const formatVersion = '1';

/** A capture as an Arrow IPC file: a column of 32-bit numbers for each channel; how they stand in time is in the metadata. */
export function writeCapture(capture: Capture): Uint8Array {
  const { startedAtMs, stepMs, channels, marks } = capture;
  const metadata = new Map([
    [formatKey, formatVersion],
    ['startedAtMs', String(startedAtMs)],
    ['stepMs', String(stepMs)],
    ['marks', JSON.stringify(marks)],
  ]);
  const fields = channels.map(
    ({ key, name, unit, unitName, factor }) =>
      new Field(key, new Float32(), false, new Map(Object.entries({ name, unit, unitName, factor: String(factor) }))),
  );
  const length = sampleCount(capture);
  const buffers = new Set<ArrayBufferLike>();
  const children = channels.map(({ samples }) => {
    // The library joins parts of one buffer that lie beside or over each other: each channel has its own.
    const isAlone = samples.byteLength === samples.buffer.byteLength && !buffers.has(samples.buffer);
    buffers.add(samples.buffer);
    const data = padded(isAlone ? samples : samples.slice(), length);
    return makeData({ type: new Float32(), length, nullCount: 0, data });
  });
  const schema = new Schema(fields, metadata);
  const data = makeData({ type: new Struct(fields), length, nullCount: 0, children });
  return tableToIPC(new Table(schema, [new RecordBatch(schema, data)]), 'file');
}

/** Channels of one file are equally long: what a shorter one lacks was not taken. */
function padded(samples: Float32Array, length: number): Float32Array {
  if (samples.length === length) return samples;
  const all = new Float32Array(length).fill(Number.NaN);
  all.set(samples);
  return all;
}

/** Whether an Arrow file says of itself that it is a capture of this program. */
export const isCapture = (bytes: Uint8Array): boolean => arrowTableIn(bytes)?.schema.metadata.has(formatKey) ?? false;

/** Reads a capture of this program; its samples stay where they are in the file. The problem is a sentence. */
export function readCapture(bytes: Uint8Array): Result<Capture, string> {
  const table = arrowTableIn(bytes);
  if (!table) return failed('This is no Arrow file, or it is cut off.');
  const { metadata, fields } = table.schema;
  const version = metadata.get(formatKey);
  if (version === undefined) return failed('This Arrow file is no capture: it does not say which it is.');
  if (version !== formatVersion) return failed(`This is a capture of format ${version}; format 1 is read here.`);
  const [startedAtMs, stepMs] = [Number(metadata.get('startedAtMs')), Number(metadata.get('stepMs'))];
  if (!Number.isFinite(startedAtMs) || !(stepMs > 0))
    return failed('This capture does not say when its samples were taken.');
  const marks = marksIn(metadata.get('marks') ?? '[]');
  if (!marks.ok) return failed(marks.problem);
  const channels = fields.flatMap((field, index): CaptureChannel[] => {
    const samples = columnOf(table, index);
    const said = (word: string) => field.metadata.get(word) ?? '';
    const [name, unit, unitName, factor] = [said('name'), said('unit'), said('unitName'), Number(said('factor')) || 1];
    return samples ? [{ key: field.name, name, unit, unitName, samples, factor }] : [];
  });
  return channels.length === 0
    ? failed('This capture has no channel.')
    : ok({ startedAtMs, stepMs, channels, marks: marks.value });
}

/** Reads an Arrow file of another program: its numbers, with a column that is the time where there is one. The problem is a sentence. */
export function readArrow(bytes: Uint8Array, startedAtMs: number): Result<ReadCapture, string> {
  const table = arrowTableIn(bytes);
  if (!table) return failed('This is no Arrow file, or it is cut off.');
  const { fields, metadata } = table.schema;
  if (table.numRows * fields.length > mostSamples)
    return failed(`A capture has up to ${mostSamples / 1e6} million samples.`);
  const columns = fields.flatMap((field, index) => {
    const numbers = numbersOf(table, index);
    return numbers ? [{ name: field.name, unit: unitIn(field), numbers }] : [];
  });
  const based = baseOf(columns, Number(metadata.get('stepMs')) || undefined);
  if (!based.ok) return failed(based.problem);
  const { stepMs, values, notes } = based.value;
  const channels = values.map(({ name, unit, samples }, index) => channelNamed(name, index, unit, samples));
  return ok({ capture: { startedAtMs, stepMs, channels, marks: [] }, notes });
}

/** The samples of a column: those of the file itself where they stand in one piece. */
function columnOf(table: Table, index: number): Float32Array | undefined {
  const [first, ...more] = table.batches.map((batch) => batch.data.children[index]);
  if (first?.values instanceof Float32Array && more.length === 0 && first.nullCount === 0)
    // The bytes are filled up to a multiple of eight.
    return first.values.subarray(0, first.length);
  const numbers = numbersOf(table, index);
  return numbers && Float32Array.from(numbers);
}

/** The numbers of a column, a time in ms; `undefined` where it has none. */
function numbersOf(table: Table, index: number): Float64Array | undefined {
  const type = table.schema.fields[index]?.type;
  if (!type || !isNumeric(type)) return undefined;
  const by = DataType.isTimestamp(type) ? (msOfTimeUnit[type.unit] ?? 1) : 1;
  const all = new Float64Array(table.numRows);
  let at = 0;
  for (const batch of table.batches) {
    const child = batch.data.children[index] as Data;
    const values = child.values as ArrayLike<number | bigint>;
    for (let row = 0; row < child.length; row += 1)
      all[at + row] = child.getValid(row) ? Number(values[row]) * by : Number.NaN;
    at += child.length;
  }
  return all;
}

// Seconds, and then each a thousandth of the one before.
const msOfTimeUnit: readonly number[] = [1000, 1, 1e-3, 1e-6];

const isNumeric = (type: DataType): boolean =>
  (DataType.isFloat(type) && type.precision !== Precision.HALF) || DataType.isInt(type) || DataType.isTimestamp(type);

/** The unit in which a column is read. */
const unitIn = (field: Field): string => (DataType.isTimestamp(field.type) ? 'ms' : (field.metadata.get('unit') ?? ''));
