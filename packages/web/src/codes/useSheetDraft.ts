import {
  type NewSheet,
  type SelfTest,
  type SelfTestCondition,
  type SheetCode,
  type SheetMoment,
  type SheetUnit,
  sheetMoments,
  type UnitAnswer,
  type UnitIdentity,
  unitAnswers,
  withExpectedUnits,
} from '@probe-trail/core/codes';
import { nanoid } from 'nanoid';
import { useKeptState } from '../device/keptState';
import { isListOf, isMissingOr, isNullOr, isNumber, isOneOf, isShaped, isText } from '../device/shapes';
import type { OpenJob } from '../job/useJob';

export type SheetSource = NewSheet['source'];

/** A sheet that is being made; kept on this device until it is kept for ever. */
export interface SheetDraft {
  readonly sheetId: string;
  readonly moment: SheetMoment;
  readonly units: readonly SheetUnit[];
  readonly codes: readonly SheetCode[];
}

export interface DraftOfSheet {
  readonly draft: SheetDraft;
  /** The draft with every unit of the line on it. */
  readonly sheet: SheetDraft;
  readonly change: (change: Partial<SheetDraft>) => void;
  /** Changes the sheet as it is now: a reading may have gone on since it was drawn. */
  readonly edit: (edit: (now: SheetDraft) => Partial<SheetDraft>) => void;
  readonly forget: () => void;
}

const isIdentity = isShaped<UnitIdentity>({
  part: isMissingOr(isText),
  hardware: isMissingOr(isText),
  software: isMissingOr(isText),
  serial: isMissingOr(isText),
});

const isSelfTest = isShaped<SelfTest>({
  failures: isNullOr(isNumber),
  passes: isNullOr(isNumber),
  conditions: isListOf(isShaped<SelfTestCondition>({ name: isText, value: isNumber, unit: isText })),
});

const isSheetDraft = isShaped<SheetDraft>({
  sheetId: isText,
  moment: isOneOf(Object.keys(sheetMoments) as SheetMoment[]),
  units: isListOf(
    isShaped<SheetUnit>({
      unitId: isText,
      name: isText,
      answer: isOneOf(Object.keys(unitAnswers) as UnitAnswer[]),
      identity: isMissingOr(isNullOr(isIdentity)),
    }),
  ),
  codes: isListOf(
    isShaped<SheetCode>({
      unitId: isText,
      code: isText,
      failureType: isNullOr(isText),
      text: isText,
      status: isNullOr(isNumber),
      selfTest: isMissingOr(isNullOr(isSelfTest)),
    }),
  ),
});

export function useSheetDraft({ jobId, job, line }: OpenJob, source: SheetSource): DraftOfSheet {
  const blank: SheetDraft = { sheetId: nanoid(), moment: likelyMoment(job), units: [], codes: [] };
  const [draft, set, forget] = useKeptState(`sheet-${jobId}-${source}`, blank, isSheetDraft);
  const whole = (now: SheetDraft): SheetDraft => ({ ...now, units: withExpectedUnits(line, now.units) });
  return {
    draft,
    sheet: whole(draft),
    change: (more) => set((last) => ({ ...last, ...more })),
    edit: (edit) => set((last) => ({ ...last, ...edit(whole(last)) })),
    forget,
  };
}

/** After clearing, the next sheet is read to see what came back. */
function likelyMoment({ clearings, isSheetKept }: OpenJob['job']): SheetMoment {
  if (clearings.length === 0) return 'asFound';
  return isSheetKept ? 'afterDriving' : 'afterClearing';
}
