import { wellFormedText } from '../schema/index.js';
import { cutText } from '../text/index.js';
import type { Line } from '../vehicle/index.js';
import { type SheetCode, type SheetUnit, unknownUnitId } from './codeSheet.js';
import { findStatus, statusIn } from './codeStatus.js';
import { failureTypeIn, findFaultCodes, type PlacedCode } from './faultCode.js';
import { remembered, rememberedBy } from './remembered.js';
import { type Row, rowsOf } from './reportRows.js';
import {
  announcedUnit,
  type HeadingPlace,
  isLabel,
  isName,
  type NamedUnit,
  strippedOf,
  type UnitNames,
  unitNames,
  unknownUnit,
} from './reportUnits.js';
import { silentWords } from './reportWords.js';

/** What was understood of a pasted report; shown for correction before anything is kept. */
export interface ReadCodeText {
  readonly codes: readonly SheetCode[];
  /** Units that the text names, as they answered according to it. */
  readonly units: readonly SheetUnit[];
  /** How many lines the text has, and on how many of them nothing was understood. */
  readonly lineCount: number;
  readonly notUnderstood: number;
}

// Stands between the cells of a row, where no report has a character: from the private use area.
const cellMark = ' \ue000 ';

/**
 * Reads a report of whatever form. Codes are found by their structure. The unit of a code is the one that its own line names where units are
 * named (in a column, before the code, in brackets), else that of the heading above; a unit that a text speaks of is not the one that reports.
 * @param onProgress called now and then with the share of the lines that has been read
 */
export function readCodeText(
  pasted: string,
  line: Line | undefined,
  onProgress: (share: number) => void = () => undefined,
): ReadCodeText {
  const text = wellFormedText(pasted);
  const lines = text.split(/\r\n|\r|\n/);
  const rows = rowsOf(text, lines);
  const reader = new ReportReader(unitNames(line));
  let notUnderstood = 0;
  for (const [at, row] of rows.entries()) {
    if (!reader.take(row, rows[at + 1])) notUnderstood += 1;
    if (at % rowsBetweenProgress === 0) onProgress(at / rows.length);
  }
  return { ...reader.found(), lineCount: lines.filter((one) => one.trim() !== '').length, notUnderstood };
}

const rowsBetweenProgress = 2000;

// What stands farther from a code is not of it; and a line without an end must not be looked at for hours.
const longestBeside = 1000;

/** The words of a line that lie next to a code: those at its start, or at its end. */
const beside = (words: string, side: 'start' | 'end'): string =>
  words.length <= longestBeside
    ? words
    : side === 'start'
      ? words.slice(0, longestBeside)
      : words.slice(-longestBeside);

/** A code that was read, while lines below it may still tell of it. */
interface Entry extends Mutable<SheetCode> {
  block: number;
  indent: number;
}

type Mutable<T> = { -readonly [Key in keyof T]: T[Key] };

const noUnit: NamedUnit = { id: unknownUnitId, name: 'unit not named' };

/** Reads a report row by row, and knows what the rows above have said. */
class ReportReader {
  readonly #names: UnitNames;
  readonly #lineOf: (row: Row, before: string, after: string, hasHeading: boolean) => ReturnType<typeof codeLine>;
  readonly #read: Entry[] = [];
  readonly #units = new Map<string, SheetUnit>();
  /** What the codes below belong to: a heading of its own, or the unit before a code, which counts until another is named. */
  #section: { readonly unit: NamedUnit; readonly isHeading: boolean } | undefined;
  #sectionStatus: number | null = null;
  #block = 0;
  #codesInBlock = 0;

  constructor(names: UnitNames) {
    this.#names = names;
    this.#lineOf = rememberedBy(
      ({ columns, isTable }: Row, before: string, after: string, hasHeading: boolean) =>
        [columns.join(), isTable, hasHeading, before, after].join('\ue001'),
      (row, before, after, hasHeading) => codeLine(names, row, before, after, hasHeading),
    );
  }

  /** @returns whether anything was understood */
  take(row: Row, next: Row | undefined): boolean {
    if (row.isBlockStart) {
      this.#block += 1;
      this.#codesInBlock = 0;
    }
    const joined = row.cells.join(cellMark);
    const codes = findFaultCodes(joined);
    if (codes.length > 0) return this.#takeCodes(row, joined, codes);
    const words = beside(joined, 'start');
    return this.#takeHeading(row, words, next) || this.#takeMore(words);
  }

  #takeCodes(row: Row, joined: string, codes: readonly PlacedCode[]): boolean {
    const said = this.#lineOf(
      row,
      beside(joined.slice(0, codes[0]?.from), 'end'),
      beside(joined.slice(codes.at(-1)?.to), 'start'),
      this.#section?.isHeading ?? false,
    );
    if (said.unit && said.isFirst) this.#section = { unit: said.unit, isHeading: false };
    const unit = said.unit ?? this.#section?.unit ?? noUnit;
    this.#see(unit, 'answered');
    for (const { code, failureType } of codes)
      this.#read.push({
        unitId: unit.id,
        code,
        failureType: failureType ?? said.failureType ?? null,
        text: codes.length === 1 ? said.text : '',
        status: said.status ?? this.#sectionStatus,
        block: this.#block,
        indent: row.indent,
      });
    this.#codesInBlock += codes.length;
    return true;
  }

  #takeHeading(row: Row, joined: string, next: Row | undefined): boolean {
    const nextHasCode = next !== undefined && findFaultCodes(next.cells.join(cellMark)).length > 0;
    const status = sectionStatusIn(joined);
    if (status !== undefined && nextHasCode && !row.isTable) {
      this.#sectionStatus = status;
      return true;
    }
    const place = this.#placeOf(row, nextHasCode);
    const unit = this.#names.heads(joined) ?? (isMore.test(joined) ? undefined : announcedUnit(joined, place));
    if (!unit) return false;
    this.#see(unit, silentWords.test(joined) ? 'silent' : 'answered');
    // A block that names its unit at its end: “Code: … Text: … Unit: …”.
    const isLast = this.#codesInBlock > 0 && strippedOf(joined).isMarked && (next === undefined || next.isBlockStart);
    if (isLast)
      for (const entry of this.#read)
        if (entry.block === this.#block && entry.unitId !== unit.id) this.#moveTo(entry, unit);
    this.#section = isLast ? this.#section : { unit, isHeading: true };
    this.#sectionStatus = null;
    return true;
  }

  #placeOf(row: Row, nextHasCode: boolean): HeadingPlace {
    const above = row.isBlockStart || this.#codesInBlock === 0 ? undefined : this.#read.at(-1);
    if (!nextHasCode) return 'apart';
    if (!above) return 'over';
    if (row.indent > above.indent) return 'below';
    return above.text === '' ? 'between' : 'over';
  }

  #moveTo(entry: Entry, unit: NamedUnit): void {
    const { unitId } = entry;
    entry.unitId = unit.id;
    this.#see(unit, 'answered');
    if (unitId === unknownUnitId && !this.#read.some((one) => one.unitId === unitId)) this.#units.delete(unitId);
  }

  /** A line that goes on about the code above it: its text, its status. */
  #takeMore(joined: string): boolean {
    const entry = this.#read.at(-1);
    if (!entry || this.#codesInBlock === 0) return false;
    const said = joined.replace(isMore, '');
    const status = statusIn(said);
    if (status !== undefined) entry.status = (entry.status ?? 0) | status;
    else if (entry.text === '' && isName(said)) entry.text = tidyText(said);
    else return false;
    return true;
  }

  found(): Pick<ReadCodeText, 'codes' | 'units'> {
    return {
      codes: withoutRepeats(this.#read.map(({ block: _block, indent: _indent, ...code }) => code)),
      units: [...this.#units.values()],
    };
  }

  #see(unit: NamedUnit, answer: SheetUnit['answer']): void {
    const { id: unitId, name } = unit;
    if (this.#units.get(unitId)?.answer !== 'answered') this.#units.set(unitId, { unitId, name, answer });
  }
}

// What a line that goes on about a code begins with.
const isMore =
  /^\s*(?:description|text|meaning|details|status|state|fault status|fault|beschreibung|fehlertext|zustand|désignation|état)\s*[:=]\s*/iu;

/** The status that a heading gives to the codes below it: “Pending codes:”. */
function sectionStatusIn(row: string): number | undefined {
  const words = row
    .replace(/[^\p{L}\s-]+/gu, ' ')
    .split(/\s+/)
    .filter((word) => word !== '' && !isLabel(word));
  return words.length === 0 ? undefined : statusIn(words.join(' '));
}

interface CodeLine {
  readonly unit: NamedUnit | undefined;
  /** The unit stands before the code, and so for lines below that name none. */
  readonly isFirst: boolean;
  readonly failureType: string | undefined;
  readonly status: number | null;
  readonly text: string;
}

/** What a line with codes says besides its codes. */
function codeLine(names: UnitNames, row: Row, before: string, after: string, hasHeading: boolean): CodeLine {
  const inColumn = row.columns.indexOf('unit');
  const cell = beside(row.cells[inColumn] ?? '', 'start');
  const ofColumn = cell === '' ? undefined : (names.named(cell) ?? unknownUnit(cell));
  const isTold = inColumn >= 0;
  const first = isTold ? { unit: ofColumn, rest: before } : unitBefore(names, before, after);
  const last = isTold
    ? { unit: undefined, rest: after }
    : unitAfter(names, after, row.isTable, hasHeading || first.unit !== undefined);
  const words = isTold ? toldText(row) : `${first.rest}${cellMark}${last.rest}`;
  const column = statusColumn(row);
  const { status, rest } = column === undefined ? findStatus(words) : { status: column, rest: words };
  return {
    unit: first.unit ?? last.unit,
    isFirst: first.unit !== undefined,
    failureType: row.columns.includes('failureType')
      ? failureTypeIn(row.cells[row.columns.indexOf('failureType')] ?? '')
      : undefined,
    status,
    text: tidyText(rest),
  };
}

/** The cells of a row with heads that may hold a text or a status, without the code. */
const toldText = ({ cells, columns }: Row): string =>
  cells
    .map((cell, at) => {
      if (columns[at] === 'code') return beside(textBehindCodes(cell), 'start');
      return columns[at] === undefined || columns[at] === 'text' || columns[at] === 'status'
        ? beside(cell, 'start')
        : '';
    })
    .join(cellMark);

const textBehindCodes = (cell: string): string => cell.slice(findFaultCodes(cell).at(-1)?.to ?? 0);

/** A status byte in a column that is headed so, where it needs no `0x`. */
function statusColumn({ cells, columns }: Row): number | undefined {
  const cell = (cells[columns.indexOf('status')] ?? '').trim();
  return /^(?:0x)?[0-9a-f]{2}h?$/i.test(cell) ? Number.parseInt(cell.replace(/^0x/i, ''), 16) : undefined;
}

/** What stands before a code: the unit, or labels, dates and numbers; it is a text only where nothing follows the code. */
function unitBefore(names: UnitNames, before: string, after: string): { unit: NamedUnit | undefined; rest: string } {
  let rest = '';
  let unit: NamedUnit | undefined;
  for (const piece of before.split(/\ue000|[:;,|[\]()]|\s[-–—]\s/u)) {
    const known = names.named(piece);
    if (known) unit = known;
    else if (statusIn(strippedOf(piece).name) !== undefined) rest += `${strippedOf(piece).name}${cellMark}`;
    else if (!unit && isName(piece) && /\p{L}{3}/u.test(after)) unit = unknownUnit(strippedOf(piece).name);
    else if (isName(piece)) rest += `${piece}${cellMark}`;
  }
  return { unit, rest };
}

/**
 * What stands behind a code: a unit in a cell of its own, or marked as the one that reports, always; in brackets or after the last mark only
 * where no heading tells the unit, as texts speak of units too.
 */
function unitAfter(
  names: UnitNames,
  after: string,
  isTable: boolean,
  isToldAbove: boolean,
): { unit: NamedUnit | undefined; rest: string } {
  const cells = after.split(cellMark);
  const at = isTable || !isToldAbove ? cells.findIndex((cell) => names.named(cell)) : -1;
  if (at >= 0)
    return { unit: names.named(cells[at] ?? ''), rest: cells.filter((_, index) => index !== at).join(cellMark) };
  const marks = [
    ...after.matchAll(/[[(]([^\])]+)[\])]|(?:[,;:]|\s[-–—])\s*([^,;:()[\]\ue000]+?)\s*(?=$|[,;\ue000]|\s[-–—]\s)/gu),
  ];
  for (const mark of marks.reverse()) {
    const piece = mark[1] ?? mark[2] ?? '';
    const unit = names.named(piece);
    if (!unit || (isToldAbove && !strippedOf(piece).isMarked)) continue;
    return { unit, rest: `${after.slice(0, mark.index)} \ue000 ${after.slice(mark.index + mark[0].length)}` };
  }
  return { unit: undefined, rest: after };
}

/** Longest text of a code that is kept. */
const longestText = 300;

/** The words that are left, whole: without cells of numbers, dates and marks, which are no text of a code. */
const tidyText = remembered((rest: string): string => {
  const cells = rest
    .split(/\ue000|\t/)
    .map((cell) =>
      cell
        .replace(/[([]\s*[)\]]/g, ' ')
        .replace(/\s+/g, ' ')
        .replace(/\s+([,;:.])/g, '$1')
        .replace(/(?:[,;:]\s*)+([,;:])/g, '$1')
        .replace(/^[\s\-–—:;,.|)\]*<>=#]+|[\s\-–—:;,|([*<>=#]+$/gu, ''),
    )
    .filter((cell) => /\p{L}{2}/u.test(cell) && isText(cell));
  return cutText(cells.join(', '), longestText);
});

const isText = (cell: string): boolean => !isLabel(cell) && !/^[\d\s.:T/-]*(?:am|pm|z|km|mi)?$/iu.test(cell);

/** A report often lists a code twice, as stored and as pending: it is one code with both. */
function withoutRepeats(read: readonly SheetCode[]): readonly SheetCode[] {
  const byKey = new Map<string, SheetCode>();
  for (const code of read) {
    const key = `${code.unitId} ${code.code} ${code.failureType}`;
    const known = byKey.get(key);
    byKey.set(key, known ? merged(known, code) : code);
  }
  return [...byKey.values()];
}

const merged = (a: SheetCode, b: SheetCode): SheetCode => ({
  ...a,
  text: a.text.length >= b.text.length ? a.text : b.text,
  status: a.status === null ? b.status : a.status | (b.status ?? 0),
});

/** What to say when a text has no code in it. */
export const sayNothingFound = ({ lineCount }: ReadCodeText): string =>
  lineCount === 0
    ? 'There is no text here. Paste the report of the code reader, or drop its file.'
    : `No fault code was found in ${lineCount} ${lineCount === 1 ? 'line' : 'lines'}. A code looks like P0118 or U0100-87. If there are none, keep the sheet without codes.`;
