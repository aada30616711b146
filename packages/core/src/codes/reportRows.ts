import Papa from 'papaparse';
import { findFaultCodes } from './faultCode.js';
import { remembered } from './remembered.js';
import { type Column, columnHeads } from './reportWords.js';

/** One line of a report: its cells, and what its columns are where a head said so. */
export interface Row {
  readonly cells: readonly string[];
  /** What each cell is, from the head of its column; empty where no head speaks of this row. */
  readonly columns: readonly (Column | undefined)[];
  /** Columns are set apart by a mark that no text has, so that a cell is surely one. */
  readonly isTable: boolean;
  /** How far it is moved in; a line that is moved in below a code goes on about the code. */
  readonly indent: number;
  /** Blank lines stand before it. */
  readonly isBlockStart: boolean;
}

const delimiters = ['\t', ';', '|', ','] as const;
// That many lines with codes tell how the report is made.
const tellingLines = 200;

/** The rows of a report, without those that only head columns. */
export function rowsOf(text: string, lines: readonly string[]): readonly Row[] {
  const delimiter = delimiterOf(lines);
  const isTable = delimiter !== undefined && delimiter !== ',';
  const split = delimiter
    ? Papa.parse<string[]>(text, { delimiter }).data
    : lines.map((line) => line.trimEnd().split(/(?<=\S)(?:\s{2,}|\t)/));
  const rows: Row[] = [];
  let heads: readonly (Column | undefined)[] = [];
  let isBlockStart = true;
  for (const raw of split) {
    const cells = raw.map((cell) => cell.trim());
    const indent = /^\s*/.exec(raw[0] ?? '')?.[0].length ?? 0;
    const isBlank = cells.every((cell) => cell === '' || isRule(cell));
    const head = isBlank ? undefined : headOf(cells);
    if (head) heads = head;
    else if (!isBlank) {
      rows.push({ cells, columns: cells.length === heads.length ? heads : [], isTable, indent, isBlockStart });
      isBlockStart = false;
    }
    if (isBlank) isBlockStart = true;
  }
  return rows;
}

const isRule = remembered((cell: string) => /^[-=_*]+$/.test(cell));

const columnOfHead: ReadonlyMap<string, Column> = new Map(
  (Object.keys(columnHeads) as Column[]).flatMap((column) =>
    columnHeads[column].map((head): [string, Column] => [head, column]),
  ),
);

const columnHeadedBy = remembered((cell: string): Column | undefined =>
  columnOfHead.get(cell.toLowerCase().replace(/[.:*]/g, '').trim()),
);

/** What the cells of a row say of their columns, if it heads a table: it names the codes or the texts, and most of its cells are heads. */
function headOf(cells: readonly string[]): readonly (Column | undefined)[] | undefined {
  const columns = cells.map(columnHeadedBy);
  const known = columns.filter((column) => column !== undefined);
  const isHead = cells.length > 1 && known.length >= cells.length * 0.6 && known.some((one) => one === 'code');
  return isHead ? columns : undefined;
}

function delimiterOf(lines: readonly string[]): string | undefined {
  const telling: string[] = [];
  for (const line of lines) {
    if (findFaultCodes(line).length > 0) telling.push(line);
    if (telling.length === tellingLines) break;
  }
  return delimiters.find(
    (delimiter) =>
      telling.length > 0 && telling.filter((line) => line.includes(delimiter)).length > telling.length * 0.8,
  );
}
