import Papa from 'papaparse';
import { wellFormedText } from '../schema/index.js';
import { cutText } from '../text/index.js';
import type { Line } from '../vehicle/index.js';
import { type SheetCode, type SheetUnit, unknownUnitId } from './codeSheet.js';
import { findStatus } from './codeStatus.js';
import { type FaultCode, faultCodeFinder, toFaultCode } from './faultCode.js';

/** What was understood of a pasted report; shown for correction before anything is kept. */
export interface ReadCodeText {
  readonly codes: readonly SheetCode[];
  /** Units that the text names, as they answered according to it. */
  readonly units: readonly SheetUnit[];
  /** How many lines the text has, and on how many of them nothing was understood. */
  readonly lineCount: number;
  readonly notUnderstood: number;
}

const silentWords =
  /\b(no (?:response|answer|communication|reply)|not responding|does not (?:answer|respond)|silent|offline|time-?out)\b/i;
// Stands between the cells of a row, where no report has a character: from the private use area.
const cellMark = ' \ue000 ';
const codes = faultCodeFinder();
const delimiters = ['\t', ';', '|', ','] as const;

/**
 * Reads a report of whatever form: codes are found by their structure, each with the unit named on its line or above it,
 * its status words and the text beside it. A report with columns is read by its cells.
 * @param onProgress called now and then with the share of the lines that has been read
 */
export function readCodeText(
  pasted: string,
  line: Line | undefined,
  onProgress: (share: number) => void = () => undefined,
): ReadCodeText {
  const text = wellFormedText(pasted);
  const lines = text.split(/\r\n|\r|\n/);
  const rows = toRows(text, lines);
  const reader = makeReader(line);
  let notUnderstood = 0;
  for (const [at, row] of rows.entries()) {
    if (!reader.take(row)) notUnderstood += 1;
    if (at % rowsBetweenProgress === 0) onProgress(at / rows.length);
  }
  return { ...reader.found(), lineCount: lines.filter((one) => one.trim() !== '').length, notUnderstood };
}

/** The cells of every line: several where the lines with codes share a delimiter, otherwise one. */
function toRows(text: string, lines: readonly string[]): readonly (readonly string[])[] {
  const delimiter = delimiterOf(lines);
  const rows = delimiter ? Papa.parse<string[]>(text, { delimiter }).data : lines.map((one) => [one]);
  return rows.filter((cells) => cells.some((cell) => cell.trim() !== ''));
}

const rowsBetweenProgress = 2000;

// That many lines with codes tell how the report is made.
const tellingLines = 200;

function delimiterOf(lines: readonly string[]): string | undefined {
  const telling: string[] = [];
  for (const one of lines) {
    if (one.search(codes) >= 0) telling.push(one);
    if (telling.length === tellingLines) break;
  }
  return delimiters.find(
    (delimiter) => telling.length > 0 && telling.filter((one) => one.includes(delimiter)).length > telling.length * 0.8,
  );
}

function makeReader(line: Line | undefined) {
  const findUnit = unitFinder(line);
  const read: SheetCode[] = [];
  const units = new Map<string, SheetUnit>();
  let heading: SheetUnit | undefined;
  const see = (unit: SheetUnit) => {
    if (units.get(unit.unitId)?.answer !== 'answered') units.set(unit.unitId, unit);
  };

  /** @returns whether anything was understood */
  function take(cells: readonly string[]): boolean {
    const row = cells.join(cellMark);
    const found = findCodes(row);
    const named = findUnit(found.rest);
    if (named) heading = { unitId: named.id, name: named.name, answer: silentWords.test(row) ? 'silent' : 'answered' };
    if (found.codes.length === 0) {
      if (named && heading) see(heading);
      return named !== undefined;
    }
    const unit: SheetUnit = heading ?? { unitId: unknownUnitId, name: 'unit not named', answer: 'answered' };
    see({ ...unit, answer: 'answered' });
    const rest = named ? found.rest.replace(named.called, ' ') : found.rest;
    const { status, rest: words } = findStatus(rest);
    const said = tidyWords(words);
    for (const { code, failureType } of found.codes)
      read.push({ unitId: unit.unitId, code, failureType, text: found.codes.length === 1 ? said : '', status });
    return true;
  }

  return { take, found: () => ({ codes: withoutRepeats(read), units: [...units.values()] }) };
}

function findCodes(row: string) {
  const found: FaultCode[] = [];
  const rest = row.replace(codes, (_, code: string, failureType: string | undefined) => {
    found.push(toFaultCode(code, failureType));
    return ' ';
  });
  return { codes: found, rest };
}

/** Longest text of a code that is kept. */
const longestText = 300;

/** The longest piece of words that is left: cells of numbers, dates and marks are no text of a code. */
function tidyWords(rest: string): string {
  let longest = '';
  for (const piece of rest.split(/\ue000|\s[-–:|]\s|\t/))
    if (piece.trim().length > longest.trim().length && /\p{L}{3}/u.test(piece)) longest = piece;
  const tidy = longest
    .replace(/[([]\s*[)\]]/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s\-–:;,.()[\]]+|[\s\-–:;,([]+$/g, '');
  return cutText(tidy, longestText);
}

interface FoundUnit {
  readonly id: string;
  readonly name: string;
  /** The words of the text that name it. */
  readonly called: string;
}

interface UnitName {
  readonly id: string;
  readonly name: string;
  /** In small letters. */
  readonly called: string;
}

/** Finds the unit that a text names, by id, name or alias; the first that is named, by its longest name. */
function unitFinder(line: Line | undefined): (text: string) => FoundUnit | undefined {
  const byFirstWord = new Map<string, UnitName[]>();
  for (const { id, name, aliases } of line?.units ?? [])
    for (const called of [id, name, ...aliases].map((one) => one.toLowerCase())) {
      const word = words.exec(called)?.[0] ?? '';
      words.lastIndex = 0;
      byFirstWord.set(word, [...(byFirstWord.get(word) ?? []), { id, name, called }]);
    }
  for (const names of byFirstWord.values()) names.sort((a, b) => b.called.length - a.called.length);
  return (text) => {
    const lower = text.toLowerCase();
    for (const { 0: word, index } of lower.matchAll(words)) {
      const unit = byFirstWord.get(word)?.find(({ called }) => standsAt(lower, index, called));
      if (unit) return { id: unit.id, name: unit.name, called: text.slice(index, index + unit.called.length) };
    }
    return undefined;
  };
}

const words = /[\p{L}\d]+/gu;

const standsAt = (text: string, index: number, called: string): boolean =>
  text.startsWith(called, index) && !/^[\p{L}\d]/u.test(text.slice(index + called.length, index + called.length + 2));

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
