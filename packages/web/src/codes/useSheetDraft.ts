import {
  type NewSheet,
  type SheetCode,
  type SheetMoment,
  type SheetUnit,
  withExpectedUnits,
} from '@probe-trail/core/codes';
import { nanoid } from '@reduxjs/toolkit';
import { useMemo } from 'react';
import type { OpenJob } from '../job/useJob';
import { useKeptState } from '../ui/keptState';

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
  readonly forget: () => void;
}

export function useSheetDraft({ jobId, job, line }: OpenJob, source: SheetSource): DraftOfSheet {
  const blank: SheetDraft = { sheetId: nanoid(), moment: likelyMoment(job), units: [], codes: [] };
  const [draft, set, forget] = useKeptState(`sheet-${jobId}-${source}`, blank);
  const sheet = useMemo(() => ({ ...draft, units: withExpectedUnits(line, draft.units) }), [draft, line]);
  return { draft, sheet, change: (more) => set({ ...draft, ...more }), forget };
}

/** After clearing, the next sheet is read to see what came back. */
function likelyMoment({ clearings, isSheetKept }: OpenJob['job']): SheetMoment {
  if (clearings.length === 0) return 'asFound';
  return isSheetKept ? 'afterDriving' : 'afterClearing';
}
