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

/**
 * What changed from one sheet to a later one of the same vehicle.
 * @param wereCleared whether the codes were cleared between the two: only then a code that is on both has come back
 */
export function compareSheets(before: Sheet, after: Sheet, wereCleared: boolean): SheetComparison {
  const [answersBefore, answersAfter] = [answersOf(before), answersOf(after)];
  const seenBefore = before.codes.filter(({ status }) => isSeen(status));
  const codesBefore = new Set(seenBefore.map(codeKey));
  const codesAfter = new Set(after.codes.map(codeKey));
  const lost = seenBefore.filter((code) => !codesAfter.has(codeKey(code)));
  return {
    codes: [
      ...after.codes.map((code) => ({ code, kind: kindOfFound(code) })),
      // A unit that said nothing has not said that its codes are gone.
      ...lost.map((code) => ({
        code,
        kind: didAnswer(answersAfter, code.unitId) ? ('gone' as const) : ('notAsked' as const),
      })),
    ],
    units: after.units.flatMap((unit) => {
      const kind = unitChange(answersBefore.get(unit.unitId), unit.answer);
      return kind ? [{ kind, unit }] : [];
    }),
  };

  // A unit also lists codes whose test has not run since they were cleared: those have not come back, and are not gone.
  function kindOfFound(code: SheetCode): CodeChangeKind {
    if (!isSeen(code.status)) return isUntested(code.status) ? 'notTested' : 'passed';
    if (codesBefore.has(codeKey(code)))
      return !wereCleared ? 'stayed' : after.moment === 'afterDriving' ? 'cameBackAfterDriving' : 'cameBackAtOnce';
    return didAnswer(answersBefore, code.unitId) ? 'new' : 'notAskedBefore';
  }
}

const answersOf = ({ units }: Sheet): ReadonlyMap<string, UnitAnswer> =>
  new Map(units.map(({ unitId, answer }) => [unitId, answer]));

const didAnswer = (answers: ReadonlyMap<string, UnitAnswer>, unitId: string) =>
  // A unit that is on no list (a code typed by hand) is taken at its word.
  (answers.get(unitId) ?? 'answered') === 'answered';

function unitChange(before: UnitAnswer | undefined, after: UnitAnswer): UnitChangeKind | undefined {
  if (after === 'silent') return before === 'silent' ? 'stillSilent' : 'fellSilent';
  return before === 'silent' && after === 'answered' ? 'answersAgain' : undefined;
}
