import { errorsOf, type Finding, isOpen } from '@probe-trail/core/plan';
import { createAction, createSelector, type UnknownAction } from '@reduxjs/toolkit';
import { draftOpened } from './draftSlice';
import { type FindingsChange, withFindingsChange } from './findingsChange';

export interface FindingsState {
  /** `null` until the plan check has been through the draft that is open. */
  readonly found: readonly Finding[] | null;
}

const unchecked: readonly Finding[] = [];

/** The plan check has been through the newest draft. */
export const planChecked = createAction<FindingsChange>('findings/planChecked');

// Plain: a finding that stayed is the same object, so that what shows it is not drawn anew.
export function findingsReducer(state: FindingsState = { found: null }, action: UnknownAction): FindingsState {
  if (draftOpened.match(action)) return { found: null };
  return planChecked.match(action) ? { found: withFindingsChange(state.found ?? unchecked, action.payload) } : state;
}

interface WithFindings {
  readonly findings: FindingsState;
}

export const selectFindings = ({ findings }: WithFindings): readonly Finding[] => findings.found ?? unchecked;
/** How many keep the draft from being released; `undefined` until the plan check is done. */
export const selectErrors = ({ findings }: WithFindings): number | undefined =>
  findings.found ? errorsOf(findings.found).length : undefined;

const countedAs = (findings: readonly Finding[]) =>
  findings.map(({ at, severity }) => `${at.stepId} ${severity}`).join();

/** The open findings, the same ones for as long as there are as many at every step: the map shows their number, not their words. */
export const selectCountedFindings = createSelector([selectFindings], (findings) => findings.filter(isOpen), {
  memoizeOptions: {
    resultEqualityCheck: (before: readonly Finding[], after: readonly Finding[]) =>
      countedAs(before) === countedAs(after),
  },
});
