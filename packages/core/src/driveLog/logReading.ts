import { type Channel, largestRecording, noValue, type Recording, rowMs } from '../recording/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { type LaidOutLog, rowsOfTable } from './logShape.js';
import { onItsDay, readNumber, readTime } from './logTime.js';

/** A value of a log as it is kept: what it is called, and its unit. */
export interface ChosenValue {
  readonly source: string;
  readonly name: string;
  readonly unit: string;
}

/** What is read of a log, as somebody has confirmed it. */
export interface LogChoice {
  readonly layout: LaidOutLog;
  readonly values: readonly ChosenValue[];
  /** Of the file: stands as the unit of each value. */
  readonly fileName: string;
  /** When the log ended, in ms since 1970; where the log itself has dates, they stand. */
  readonly endedAtMs: number;
}

export interface ReadLog {
  readonly recording: Recording;
  /** Rows without a time. */
  readonly broken: LeftOut;
  /** Rows whose time does not fit between those around them. */
  readonly misplaced: LeftOut;
}

/** Rows of a log that are not kept: how many, and the lines of the first. */
export interface LeftOut {
  readonly count: number;
  readonly lines: readonly number[];
}

/** Takes the text of a log in pieces, from its beginning. */
export interface LogReading {
  /** @returns whether there is room for more */
  readonly take: (text: string) => boolean;
  /** The problem is a sentence. */
  readonly end: () => Result<ReadLog, string>;
}

interface HeldRow {
  readonly row: readonly string[];
  readonly timeMs: number;
  readonly line: number;
}

const bytesPerNumber = 8;
const shownLines = 5;

/** Reads a log as it was chosen. Of a log of single values, those of one tenth of a second stand in one row. */
export function makeLogReading({ layout, values, fileName, endedAtMs }: LogChoice): LogReading {
  const { shape, delimiter } = layout;
  const table = makeTable(values.length);
  const columnOf = new Map(values.map(({ source }, index) => [source, index]));
  const at = values.map(({ source }) => Number(source));
  const broken = makeLeftOut();
  const misplaced = makeLeftOut();
  let line = 0;
  /** The time of the newest row that was put. */
  let putMs: number | undefined;
  /** The newest row: it is put once another follows it. */
  let held: HeldRow | undefined;
  /** One that goes back behind the held one, though not behind what was put: of the two, the next row says which is wrong. */
  let lower: HeldRow | undefined;
  /** What came of a line that has not ended. */
  let rest = '';

  const timeIn = (row: readonly string[]): number | undefined => {
    const time = readTime(row[shape.timeAt] ?? '', shape.timeForm);
    return time === undefined || shape.timeForm !== 'clock' || !held ? time : onItsDay(time, held.timeMs);
  };
  const follows = (timeMs: number, before: number): boolean => (shape.isReversed ? timeMs <= before : timeMs >= before);
  const put = ({ row, timeMs }: HeldRow): void => {
    putMs = timeMs;
    if (shape.kind === 'wide') {
      const into = table.addRow(timeMs);
      for (const [index, from] of at.entries()) table.set(into, index, cellOf(row[from]));
      return;
    }
    const index = columnOf.get(row[shape.nameAt] ?? '');
    if (index === undefined) return;
    const slot = Math.floor(timeMs / rowMs) * rowMs;
    table.set(table.lastTime() === slot ? table.rows() - 1 : table.addRow(slot), index, cellOf(row[shape.valueAt]));
  };

  const takeRow = (row: readonly string[]): void => {
    line += 1;
    if (line <= shape.firstRow || row.every((cell) => cell === '')) return;
    const timeMs = timeIn(row);
    if (timeMs === undefined) broken.add(line);
    else place({ row, timeMs, line });
  };
  const place = (now: HeldRow): void => {
    if (!held) held = now;
    else if (follows(now.timeMs, held.timeMs)) {
      if (lower) misplaced.add(lower.line);
      lower = undefined;
      put(held);
      held = now;
    } else if (lower && follows(now.timeMs, lower.timeMs)) {
      // Two agree that the held one has jumped ahead.
      misplaced.add(held.line);
      put(lower);
      lower = undefined;
      held = now;
    } else if (!lower && (putMs === undefined || follows(now.timeMs, putMs))) lower = now;
    else misplaced.add(now.line);
  };

  return {
    take: (text) => {
      const all = rest + text;
      const whole = all.lastIndexOf('\n') + 1;
      rest = all.slice(whole);
      // A text that ends with a line has an empty row behind it.
      if (whole > 0) for (const row of rowsOfTable(all.slice(0, whole - 1), delimiter)) takeRow(row);
      return table.bytes() <= largestRecording;
    },
    end: () => {
      if (rest !== '') for (const row of rowsOfTable(rest, delimiter)) takeRow(row);
      if (lower) misplaced.add(lower.line);
      if (held) put(held);
      if (table.bytes() > largestRecording) return failed(sayTooLarge(values.length));
      if (table.rows() === 0) return failed('No row of this log has a time and one of these values.');
      const { times, columns } = table.ended(shape.isReversed);
      const channels = values.map(
        ({ name, unit }, index): Channel => ({
          key: `log.${index + 1}`,
          name,
          unit,
          unitName: fileName,
          values: columns[index] ?? new Float64Array(),
        }),
      );
      const first = times[0] ?? 0;
      const length = (times.at(-1) ?? 0) - first;
      const startedAtMs = Math.round(shape.timeForm === 'date' ? first : endedAtMs - length);
      const recording = { startedAtMs, times: times.map((time) => time - first), channels, marks: [] };
      return ok({ recording, broken: broken.told(), misplaced: misplaced.told() });
    },
  };
}

const sayTooLarge = (count: number): string =>
  `With ${count} values this log is larger than the ${largestRecording / 1024 / 1024} MB that a recording may have. Choose fewer values.`;

/** A cell that says something and is no number: the tool had no value then. An empty one was not read. */
function cellOf(text: string | undefined): number {
  if (text === undefined || text === '') return Number.NaN;
  return readNumber(text) ?? noValue;
}

function makeLeftOut() {
  let count = 0;
  const lines: number[] = [];
  return {
    add: (line: number) => {
      count += 1;
      if (lines.length < shownLines) lines.push(line);
    },
    told: (): LeftOut => ({ count, lines }),
  };
}

const firstCapacity = 1024;

/** Rows that grow: as arrays of numbers, as a log of an hour has millions of them. */
function makeTable(width: number) {
  let rows = 0;
  let times = new Float64Array(firstCapacity);
  let columns = Array.from({ length: width }, () => new Float64Array(firstCapacity).fill(Number.NaN));
  const grown = (column: Float64Array, fill: number) => {
    const larger = new Float64Array(2 * column.length).fill(fill, column.length);
    larger.set(column);
    return larger;
  };
  return {
    rows: () => rows,
    bytes: () => rows * (width + 1) * bytesPerNumber,
    lastTime: () => (rows === 0 ? undefined : times[rows - 1]),
    /** @returns the number of the new row */
    addRow: (time: number): number => {
      if (rows === times.length) {
        times = grown(times, 0);
        columns = columns.map((column) => grown(column, Number.NaN));
      }
      times[rows] = time;
      rows += 1;
      return rows - 1;
    },
    set: (row: number, column: number, value: number): void => {
      const values = columns[column];
      if (values) values[row] = value;
    },
    ended: (isReversed: boolean) => {
      const whole = [times, ...columns].map((column) => column.slice(0, rows));
      if (isReversed) for (const column of whole) column.reverse();
      const [allTimes = new Float64Array(), ...allColumns] = whole;
      return { times: allTimes, columns: allColumns };
    },
  };
}
