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
  const into = columns.map((column) => makeNumbers(column));
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
    if (isFilled) for (let index = 0; index < into.length; index += 1) into[index]?.add(numbers[index] ?? Number.NaN);
  };
  /** @returns where the first line begins that has not ended */
  const takeLines = (bytes: Uint8Array): number => {
    let from = 0;
    for (let at = bytes.indexOf(lineFeed); at >= 0; at = bytes.indexOf(lineFeed, from)) {
      takeLine(bytes, from, at > from && bytes[at - 1] === carriageReturn ? at - 1 : at);
      from = at + 1;
    }
    return from;
  };

  return {
    take: (piece) => {
      const bytes = rest.length === 0 ? piece : joined(rest, piece);
      rest = bytes.slice(takeLines(bytes));
      return rest.length < longestLine && (into[0]?.count() ?? 0) * columns.length <= mostSamples;
    },
    end: (startedAtMs) => {
      if (rest.length >= longestLine)
        return failed('A line of this file is longer than a million characters: it is no table of samples.');
      takeLines(joined(rest, Uint8Array.of(lineFeed)));
      if ((into[0]?.count() ?? 0) * columns.length > mostSamples)
        return failed(`A capture has up to ${mostSamples / 1e6} million samples; this file has more.`);
      const read = columns.map(({ name, unit }, index) => ({
        name,
        unit,
        numbers: into[index]?.end() ?? new Float32Array(),
      }));
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

/** Numbers that come one by one. Times are kept to 64 bits, samples to 32. */
function makeNumbers({ isTime }: TableColumn) {
  const make = (length: number) => (isTime ? new Float64Array(length) : new Float32Array(length));
  const pieces: (Float32Array | Float64Array)[] = [];
  let [now, used] = [make(pieceRows), 0];
  return {
    add: (number: number): void => {
      if (used === pieceRows) {
        pieces.push(now);
        [now, used] = [make(pieceRows), 0];
      }
      now[used] = number;
      used += 1;
    },
    count: (): number => pieces.length * pieceRows + used,
    /** All of them; the pieces are let go of as they are put together. */
    end: (): Float32Array | Float64Array => {
      const all = make(pieces.length * pieceRows + used);
      let at = 0;
      for (let piece = pieces.shift(); piece; piece = pieces.shift()) {
        all.set(piece, at);
        at += piece.length;
      }
      all.set(now.subarray(0, used), at);
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
