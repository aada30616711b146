import Papa from 'papaparse';
import { noValue, type Recording } from './recording.js';

/** A recording as a table: seconds since it began, then a column for each channel with its unit. A cell is empty where there is no value. */
export function recordingToCsv({ times, channels }: Recording): string {
  const head = ['time in s', ...channels.map(({ name, unit }) => `${name} in ${unit}`)];
  const rows = Array.from(times, (time, row) => [
    String(time / 1000),
    ...channels.map(({ values }) => cellOf(values[row])),
  ]);
  return Papa.unparse([head, ...rows]);
}

const cellOf = (value: number | undefined): string =>
  value === undefined || Number.isNaN(value) || value === noValue ? '' : String(value);
