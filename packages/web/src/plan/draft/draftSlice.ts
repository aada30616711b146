import type { Plan } from '@probe-trail/core/plan';
import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import undoable, { type StateWithHistory } from 'redux-undo';

export interface DraftState {
  /** The draft as it stands in the editor; `null` while none is open. */
  readonly document: Plan | null;
}

interface Edit {
  readonly document: Plan;
  /** Edits in a row of one group (typing in one field) are undone together; `null` stands alone. */
  readonly group: string | null;
}

export const draftOpened = createAction<Plan>('draft/opened');
export const draftEdited = createAction<Edit>('draft/edited');

// Plain, as the document comes whole: Immer would look through all of a plan of 300 steps for something of its own.
function documentReducer(state: DraftState = { document: null }, action: UnknownAction): DraftState {
  if (draftOpened.match(action)) return { document: action.payload };
  return draftEdited.match(action) ? { document: action.payload.document } : state;
}

const undoSteps = 500;

export const draftReducer = undoable(documentReducer, {
  limit: undoSteps,
  groupBy: (action) => (draftEdited.match(action) ? action.payload.group : null),
});

interface WithDraft {
  readonly draft: StateWithHistory<DraftState>;
}

declare module '../../state/appState' {
  interface AppState extends WithDraft {}
}

export const selectDocument = ({ draft }: WithDraft) => draft.present.document;
/** Whether the last edit was one of several in a row, such as the words of one field. */
export const selectIsWriting = ({ draft }: WithDraft): boolean => draft.group != null;
export const selectCanUndo = ({ draft }: WithDraft) => draft.past.some(({ document }) => document !== null);
export const selectCanRedo = ({ draft }: WithDraft) => draft.future.length > 0;
