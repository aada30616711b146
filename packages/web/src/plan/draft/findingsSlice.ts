import type { Finding } from '@probe-trail/core/plan';
import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import { draftOpened } from './draftSlice';
import { type FindingsChange, withFindingsChange } from './findingsChange';

export interface FindingsState {
  /** `null` until the plan check has been through the draft that is open. */
  readonly found: readonly Finding[] | null;
}

declare module '../../state/appState' {
  interface AppState {
    readonly findings: FindingsState;
  }
}

const unchecked: readonly Finding[] = [];

/** The plan check has been through the newest draft. */
export const planChecked = createAction<FindingsChange>('findings/planChecked');

// Plain: a finding that stayed is the same object, so that what shows it is not drawn anew.
export function findingsReducer(state: FindingsState = { found: null }, action: UnknownAction): FindingsState {
  if (draftOpened.match(action)) return { found: null };
  return planChecked.match(action) ? { found: withFindingsChange(state.found ?? unchecked, action.payload) } : state;
}

export interface WithFindings {
  readonly findings: FindingsState;
}

export const selectFindings = ({ findings }: WithFindings): readonly Finding[] => findings.found ?? unchecked;
