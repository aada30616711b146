import Papa from 'papaparse';
import { type Capture, sampleCount } from './capture.js';

const pieceRows = 10_000;

/**
 * A capture as a table, piece by piece: seconds since it began and a column for each channel, a point as decimal sign, nothing where nothing
 * was taken. A name that a spreadsheet would take for a formula is written as a text.
 */
export function* captureToCsv(capture: Capture): Generator<string> {
  const { channels, stepMs } = capture;
  const head = ['time in s', ...channels.map(({ name, unit }) => (unit === '' ? name : `${name} in ${unit}`))];
  yield `${Papa.unparse([head], { escapeFormulae: true })}\r\n`;
  for (let from = 0; from < sampleCount(capture); from += pieceRows) {
    const rows = Math.min(pieceRows, sampleCount(capture) - from);
    const lines = Array.from({ length: rows }, (_, row) => {
      const time = String(Number((((from + row) * stepMs) / 1000).toPrecision(12)));
      return `${[time, ...channels.map(({ samples }) => cellOf(samples[from + row]))].join(',')}\r\n`;
    });
    yield lines.join('');
  }
}

// A sample has 24 bits, which are told apart by nine digits.
const cellOf = (sample = Number.NaN): string => (Number.isNaN(sample) ? '' : String(Number(sample.toPrecision(9))));
