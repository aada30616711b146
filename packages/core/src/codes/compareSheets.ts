import { type CodeSheet, codeKey, type SheetCode, type SheetUnit, type UnitAnswer } from './codeSheet.js';
import { isSeen, isUntested } from './codeStatus.js';

/** What became of a code between two sheets. */
export const codeChanges = {
  cameBackAtOnce: 'came back at once',
  cameBackAfterDriving: 'came back after driving',
  stayed: 'stayed',
  new: 'new',
  notTested: 'not known: its test has not run',
  passed: 'tested and passed',
  gone: 'gone',
  notAsked: 'not known: its unit did not answer',
  notAskedBefore: 'not known before: its unit had not answered',
} as const;

export const unitChanges = {
  fellSilent: 'silent now',
  answersAgain: 'answers again',
  stillSilent: 'still silent',
} as const;

export type CodeChangeKind = keyof typeof codeChanges;
export type UnitChangeKind = keyof typeof unitChanges;

export interface CodeChange {
  readonly kind: CodeChangeKind;
  /** The newer of the two entries. */
  readonly code: SheetCode;
}

export interface UnitChange {
  readonly kind: UnitChangeKind;
  readonly unit: SheetUnit;
}

export interface SheetComparison {
  readonly codes: readonly CodeChange[];
  readonly units: readonly UnitChange[];
}

type Sheet = Pick<CodeSheet, 'moment' | 'units' | 'codes'>;

interface SheetIndex {
  readonly answers: ReadonlyMap<string, UnitAnswer>;
  readonly codes: ReadonlyMap<string, SheetCode>;
}

const indexes = new WeakMap<Sheet, SheetIndex>();

/**
 * The units and codes of a sheet by what they are known by; made once for each sheet, as sheets are never changed in place. Benchmark: the
 * proof of a trail of 300 waymarks and 20 sheets, which compares one sheet with ten others.
 */
function indexOf(sheet: Sheet): SheetIndex {
  const known = indexes.get(sheet);
  if (known) return known;
  const index = {
    answers: new Map(sheet.units.map(({ unitId, answer }) => [unitId, answer])),
    codes: new Map(sheet.codes.map((code) => [codeKey(code), code])),
  };
  indexes.set(sheet, index);
  return index;
}

/** The codes of a sheet by their keys. */
export const codesByKey = (sheet: Sheet): ReadonlyMap<string, SheetCode> => indexOf(sheet).codes;

/**
 * What became of single codes from one sheet to a later one of the same vehicle.
 * @param wereCleared whether the codes were cleared between the two: only then a code that is on both has come back
 * @returns what became of a code, by its key; `undefined` for one that is on neither sheet
 */
export function changesBetween(
  before: Sheet,
  after: Sheet,
  wereCleared: boolean,
): (key: string) => CodeChangeKind | undefined {
  const [early, late] = [indexOf(before), indexOf(after)];
  const stood = (key: string) => {
    const code = early.codes.get(key);
    return code !== undefined && isSeen(code.status) ? code : undefined;
  };
  const again = !wereCleared ? 'stayed' : after.moment === 'afterDriving' ? 'cameBackAfterDriving' : 'cameBackAtOnce';
  return (key) => {
    const found = late.codes.get(key);
    const lost = stood(key);
    // A unit that said nothing has not said that its codes are gone.
    if (!found) return lost && (didAnswer(late.answers, lost.unitId) ? 'gone' : 'notAsked');
    // A unit also lists codes whose test has not run since they were cleared: those have not come back, and are not gone.
    if (!isSeen(found.status)) return isUntested(found.status) ? 'notTested' : 'passed';
    if (lost) return again;
    return didAnswer(early.answers, found.unitId) ? 'new' : 'notAskedBefore';
  };
}

/**
 * What changed from one sheet to a later one of the same vehicle.
 * @param wereCleared as of `changesBetween`
 */
export function compareSheets(before: Sheet, after: Sheet, wereCleared: boolean): SheetComparison {
  const [early, late] = [indexOf(before), indexOf(after)];
  const kindOf = changesBetween(before, after, wereCleared);
  const lost = [...early.codes].filter(([key]) => !late.codes.has(key));
  return {
    codes: [...late.codes, ...lost].flatMap(([key, code]) => {
      const kind = kindOf(key);
      return kind ? [{ code, kind }] : [];
    }),
    units: after.units.flatMap((unit) => {
      const kind = unitChange(early.answers.get(unit.unitId), unit.answer);
      return kind ? [{ kind, unit }] : [];
    }),
  };
}

const didAnswer = (answers: ReadonlyMap<string, UnitAnswer>, unitId: string) =>
  // A unit that is on no list (a code typed by hand) is taken at its word.
  (answers.get(unitId) ?? 'answered') === 'answered';

function unitChange(before: UnitAnswer | undefined, after: UnitAnswer): UnitChangeKind | undefined {
  if (after === 'silent') return before === 'silent' ? 'stillSilent' : 'fellSilent';
  return before === 'silent' && after === 'answered' ? 'answersAgain' : undefined;
}
