import type { Plan } from '@probe-trail/core/plan';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
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

const documentSlice = createSlice({
  name: 'draft',
  initialState: { document: null } as DraftState,
  reducers: {
    draftOpened: (_, { payload }: PayloadAction<Plan>) => ({ document: payload }),
    draftEdited: (_, { payload }: PayloadAction<Edit>) => ({ document: payload.document }),
  },
});

export const { draftOpened, draftEdited } = documentSlice.actions;

const undoSteps = 500;

export const draftReducer = undoable(documentSlice.reducer, {
  limit: undoSteps,
  groupBy: (action) => (draftEdited.match(action) ? action.payload.group : null),
});

interface WithDraft {
  readonly draft: StateWithHistory<DraftState>;
}

export const selectDocument = ({ draft }: WithDraft) => draft.present.document;
export const selectCanUndo = ({ draft }: WithDraft) => draft.past.some(({ document }) => document !== null);
export const selectCanRedo = ({ draft }: WithDraft) => draft.future.length > 0;
