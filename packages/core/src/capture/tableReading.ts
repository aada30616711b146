import { failed, ok, type Result } from '../result/index.js';
import { channelNamed, mostSamples, type ReadCapture } from './capture.js';
import { readEngineering } from './readEngineering.js';
import type { TableColumn, TableLayout } from './tableLayout.js';
import { baseOf } from './timeBase.js';

/** Takes the bytes of a table in pieces, from its beginning, in UTF-8 or a code of which the figures are the same. */
export interface TableReading {
  /** @returns whether there is room for more */
  readonly take: (piece: Uint8Array) => boolean;
  /** The problem is a sentence. */
  readonly end: (startedAtMs: number) => Result<ReadCapture, string>;
}

const [lineFeed, carriageReturn, space] = [10, 13, 32];
const [zero, nine, plus, minus] = [48, 57, 43, 45];
const [smallE, largeE] = [101, 69];
// A line that is longer is none.
const longestLine = 1_000_000;
const powers = Float64Array.from({ length: 23 }, (_, exponent) => 10 ** exponent);

/**
 * Reads a table of samples byte by byte, without making a text of each cell (benchmark “a table of samples is read”); only a cell that is no
 * plain number is read as text.
 */
export function makeTableReading(layout: TableLayout): TableReading {
  const { columns, firstRow } = layout;
  const [delimiter, decimal] = [layout.delimiter.charCodeAt(0), layout.decimal.charCodeAt(0)];
  const isBlank = delimiter === space;
  const table = makeRows(columns);
  // The place of each column in a row; −1 for what is not read.
  const places = Int32Array.from({ length: Math.max(...columns.map(({ at }) => at)) + 1 }, (_, at) =>
    columns.findIndex((column) => column.at === at),
  );
  const text = new TextDecoder();
  const numbers = new Float64Array(columns.length);
  const cell = new Float64Array(1);
  let [line, unread, rest] = [0, 0, new Uint8Array()];

  /** What is no plain number, read as text: an empty cell is a gap, and one that says something else is counted. */
  const readSlowly = (bytes: Uint8Array, from: number, to: number): number => {
    const cell = text.decode(bytes.subarray(from, to)).replaceAll('"', '').trim();
    const read = readEngineering(cell, layout.decimal);
    if (read === undefined && cell !== '') unread += 1;
    return read ?? Number.NaN;
  };
  const takeLine = (bytes: Uint8Array, from: number, to: number): void => {
    line += 1;
    if (line <= firstRow || to === from) return;
    numbers.fill(Number.NaN);
    let at = from;
    let isFilled = false;
    for (let place = 0; at <= to && place < places.length; place += 1) {
      if (isBlank) while (at < to && bytes[at] === space) at += 1;
      const index = places[place] ?? -1;
      const end = readCell(bytes, at, to, delimiter, decimal, cell);
      if (index >= 0) {
        const quick = cell[0] ?? Number.NaN;
        const number = Number.isNaN(quick) && end > at ? readSlowly(bytes, at, end) : quick;
        numbers[index] = number;
        isFilled ||= !Number.isNaN(number);
      }
      at = end + 1;
    }
    if (isFilled) table.add(numbers);
  };
  /** @returns where the first line begins that has not ended */
  const takeLines = (bytes: Uint8Array): number => {
    const end = bytes.lastIndexOf(lineFeed) + 1;
    let from = 0;
    while (from < end) {
      const at = lineEnd(bytes, from);
      takeLine(bytes, from, at > from && bytes[at - 1] === carriageReturn ? at - 1 : at);
      from = at + 1;
    }
    return from;
  };

  return {
    take: (piece) => {
      // The line that the piece before has begun is put together; the others are read where they lie.
      const begun = rest.length === 0 ? 0 : piece.indexOf(lineFeed) + 1;
      if (begun > 0) takeLines(joined(rest, piece.subarray(0, begun)));
      const isBegunStill = rest.length > 0 && begun === 0;
      const left = piece.subarray(begun);
      rest = isBegunStill ? joined(rest, piece) : left.slice(takeLines(left));
      return rest.length < longestLine && table.count() * columns.length <= mostSamples;
    },
    end: (startedAtMs) => {
      if (rest.length >= longestLine)
        return failed('A line of this file is longer than a million characters: it is no table of samples.');
      takeLines(joined(rest, Uint8Array.of(lineFeed)));
      if (table.count() * columns.length > mostSamples)
        return failed(`A capture has up to ${mostSamples / 1e6} million samples; this file has more.`);
      const all = table.end();
      const read = columns.map(({ name, unit }, index) => ({ name, unit, numbers: all[index] ?? new Float32Array() }));
      const based = baseOf(read, layout.stepMs);
      if (!based.ok) return based;
      const { stepMs, values } = based.value;
      const channels = values.map(({ name, unit, samples }, index) => channelNamed(name, index, unit, samples));
      const doubt = unread > 0 ? [`${unread} cells are no numbers: they are gaps.`] : [];
      return ok({ capture: { startedAtMs, stepMs, channels, marks: [] }, notes: [...based.value.notes, ...doubt] });
    },
  };
}

/**
 * Reads a cell that is a plain number such as −12.5e-3, in one pass.
 * @param number is set to it; not a number where anything else stands in the cell
 * @returns where the cell ends
 */
function readCell(
  bytes: Uint8Array,
  from: number,
  to: number,
  delimiter: number,
  decimal: number,
  number: Float64Array,
): number {
  let at = from;
  let byte = at < to ? (bytes[at] ?? 0) : delimiter;
  const isNegative = byte === minus;
  if (isNegative || byte === plus) {
    at += 1;
    byte = at < to ? (bytes[at] ?? 0) : delimiter;
  }
  let mantissa = 0;
  let digits = 0;
  let after = 0;
  let isAfter = false;
  for (;;) {
    if (byte >= zero && byte <= nine) {
      mantissa = mantissa * 10 + (byte - zero);
      digits += 1;
      if (isAfter) after += 1;
    } else if (byte === decimal && !isAfter && byte !== delimiter) isAfter = true;
    else break;
    at += 1;
    byte = at < to ? (bytes[at] ?? 0) : delimiter;
  }
  let exponent = -after;
  let isPlain = digits > 0 && digits <= mostDigits;
  if (isPlain && (byte === smallE || byte === largeE)) {
    const end = cellEnd(bytes, at, to, delimiter);
    const said = wholeNumber(bytes, at + 1, end);
    isPlain = !Number.isNaN(said);
    exponent += said;
    at = end;
  } else if (byte !== delimiter || at > to) {
    isPlain = false;
    at = cellEnd(bytes, at, to, delimiter);
  }
  if (!isPlain || exponent < -mostExponent || exponent > mostExponent) number[0] = Number.NaN;
  else {
    const value = exponent < 0 ? mantissa / (powers[-exponent] ?? 1) : mantissa * (powers[exponent] ?? 1);
    number[0] = isNegative ? -value : value;
  }
  return at;
}

// So many digits a number holds exactly, and so many powers of ten; with more the text is read the careful way.
const [mostDigits, mostExponent] = [15, 22];

/** Where a line ends. There must be an end: a search of the library takes longer to begin than most lines have bytes. */
function lineEnd(bytes: Uint8Array, from: number): number {
  let at = from;
  while (bytes[at] !== lineFeed) at += 1;
  return at;
}

function cellEnd(bytes: Uint8Array, from: number, to: number, delimiter: number): number {
  let at = from;
  while (at < to && bytes[at] !== delimiter) at += 1;
  return at;
}

function wholeNumber(bytes: Uint8Array, from: number, to: number): number {
  const isNegative = bytes[from] === minus;
  let at = isNegative || bytes[from] === plus ? from + 1 : from;
  if (at >= to || to - at > 3) return Number.NaN;
  let number = 0;
  for (; at < to; at += 1) {
    const byte = bytes[at] ?? 0;
    if (byte < zero || byte > nine) return Number.NaN;
    number = number * 10 + (byte - zero);
  }
  return isNegative ? -number : number;
}

const pieceRows = 65_536;

type Numbers = Float32Array | Float64Array;

/** Rows that come one by one, kept as columns. Times are kept to 64 bits, samples to 32. */
function makeRows(columns: readonly TableColumn[]) {
  const make = (length: number) =>
    columns.map(({ isTime }): Numbers => (isTime ? new Float64Array(length) : new Float32Array(length)));
  const pieces: Numbers[][] = [];
  let [now, used] = [make(pieceRows), 0];
  const count = (): number => pieces.length * pieceRows + used;
  return {
    /** Takes a number for each column. */
    add: (row: Float64Array): void => {
      if (used === pieceRows) {
        pieces.push(now);
        [now, used] = [make(pieceRows), 0];
      }
      for (let index = 0; index < now.length; index += 1) {
        const column = now[index];
        if (column) column[used] = row[index] ?? Number.NaN;
      }
      used += 1;
    },
    count,
    /** All of them; the pieces are let go of as they are put together. */
    end: (): readonly Numbers[] => {
      const all = make(count());
      let at = 0;
      for (let piece = pieces.shift(); piece; piece = pieces.shift()) {
        for (const [index, column] of piece.entries()) all[index]?.set(column, at);
        at += pieceRows;
      }
      for (const [index, column] of now.entries()) all[index]?.set(column.subarray(0, used), at);
      return all;
    },
  };
}

function joined(first: Uint8Array, second: Uint8Array): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(first.length + second.length);
  all.set(first);
  all.set(second, first.length);
  return all;
}
