import {
  type Data,
  DataType,
  Field,
  Float64,
  makeData,
  Precision,
  RecordBatch,
  Schema,
  Struct,
  Table,
  tableFromIPC,
  tableToIPC,
} from 'apache-arrow';
import { array, number, string } from 'yup';
import { failed, ok, type Result } from '../result/index.js';
import { closedObject, sayFaults, validate } from '../schema/index.js';
import { type Channel, type Mark, noValue, type Recording } from './recording.js';

/** Of the whole file. */
const formatKey = 'probe-trail-recording';
const formatVersion = '1';
const timeColumn = 'time';

const marksSchema = array(
  closedObject({ atMs: number().required().min(0).max(1e9), text: string().defined().max(200) }).required(),
)
  .required()
  .max(10_000);

/**
 * A recording as an Arrow IPC file: a column `time` in ms since it began, and one for each channel with its unit in the metadata. A cell is
 * null where nothing was read, and not a number where the unit said that it has no value.
 */
export function writeRecording({ startedAtMs, times, channels, marks }: Recording): Uint8Array {
  const metadata = new Map([
    [formatKey, formatVersion],
    ['startedAtMs', String(startedAtMs)],
    ['marks', JSON.stringify(marks)],
  ]);
  const fields = [
    new Field(timeColumn, new Float64(), false, new Map([['unit', 'ms']])),
    ...channels.map(
      ({ key, name, unit, unitName }) =>
        new Field(key, new Float64(), true, new Map(Object.entries({ name, unit, unitName }))),
    ),
  ];
  const schema = new Schema(fields, metadata);
  const children = [dataOf(times), ...channels.map(({ values }) => nullableDataOf(values))];
  const data = makeData({ type: new Struct(fields), length: times.length, nullCount: 0, children });
  return tableToIPC(new Table(schema, [new RecordBatch(schema, data)]), 'file');
}

const dataOf = (values: Float64Array): Data<Float64> =>
  makeData({ type: new Float64(), length: values.length, nullCount: 0, data: values });

/** What was not read is null; in memory that is `NaN`, and `noValue` is what the file calls not a number. */
function nullableDataOf(values: Float64Array): Data<Float64> {
  const nullBitmap = new Uint8Array(Math.ceil(values.length / 8));
  const data = new Float64Array(values.length);
  let nullCount = 0;
  for (const [row, value] of values.entries()) {
    if (Number.isNaN(value)) nullCount += 1;
    else {
      nullBitmap[row >> 3] = (nullBitmap[row >> 3] ?? 0) | (1 << (row & 7));
      data[row] = value === noValue ? Number.NaN : value;
    }
  }
  return makeData({ type: new Float64(), length: values.length, nullCount, nullBitmap, data });
}

/** Reads a recording. The problem is a sentence. */
export function readRecording(bytes: Uint8Array): Result<Recording, string> {
  const table = arrowTableIn(bytes);
  if (!table) return failed('This is no Arrow file, or it is cut off.');
  const { metadata } = table.schema;
  const version = metadata.get(formatKey);
  if (version === undefined) return failed('This Arrow file is no recording: it does not say which it is.');
  if (version !== formatVersion) return failed(`This is a recording of format ${version}; format 1 is read here.`);
  const times = numbersIn(table, timeColumn);
  const startedAtMs = Number(metadata.get('startedAtMs'));
  if (!times || !Number.isFinite(startedAtMs)) return failed('This recording does not say when its values were read.');
  if (!isRising(times)) return failed('The times of this recording run backwards.');
  const marks = marksIn(metadata.get('marks') ?? '[]');
  if (!marks.ok) return marks;
  const channels = table.schema.fields.flatMap((field): Channel[] => {
    const values = field.name === timeColumn ? undefined : numbersIn(table, field.name);
    if (!values) return [];
    const said = (word: string) => field.metadata.get(word) ?? '';
    return [{ key: field.name, name: said('name'), unit: said('unit'), unitName: said('unitName'), values }];
  });
  return ok({ startedAtMs, times, channels, marks: marks.value });
}

/** The table of an Arrow file; `undefined` where it is none, or cut off. */
export function arrowTableIn(bytes: Uint8Array): Table | undefined {
  try {
    const table = tableFromIPC(bytes);
    // A file that is cut off is found out where its columns are read.
    for (const batch of table.batches) for (const child of batch.data.children) void child.values;
    return table;
  } catch {
    return undefined;
  }
}

/** The numbers of a column; `undefined` where it has none. */
function numbersIn(table: Table, name: string): Float64Array | undefined {
  const index = table.schema.fields.findIndex((field) => field.name === name);
  const field = table.schema.fields[index];
  if (!field || !isDouble(field.type)) return undefined;
  const all = new Float64Array(table.numRows);
  let at = 0;
  for (const batch of table.batches) {
    const child = batch.data.children[index] as Data<Float64>;
    for (let row = 0; row < child.length; row += 1) {
      const value = child.values[row] ?? Number.NaN;
      // Not a number in the file, though it was read: the unit has none.
      all[at + row] = !child.getValid(row) ? Number.NaN : Number.isFinite(value) ? value : noValue;
    }
    at += child.length;
  }
  return all;
}

const isDouble = (type: DataType): boolean => DataType.isFloat(type) && type.precision === Precision.DOUBLE;

const isRising = (times: Float64Array): boolean =>
  times.every((time, row) => Number.isFinite(time) && (row === 0 || time >= (times[row - 1] ?? 0)));

/** The marks of a file, which has them as JSON. The problem is a sentence. */
export function marksIn(text: string): Result<readonly Mark[], string> {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return failed('The marks of this recording cannot be read.');
  }
  const checked = validate(marksSchema, data);
  return checked.ok ? checked : failed(`The marks of this recording: ${sayFaults(checked.problem)}.`);
}
