import type { Finding, Plan } from '@probe-trail/core/plan';
import { type Draft, produce } from 'immer';
import { createContext, useCallback, useContext } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { draftEdited, selectDocument } from './draftSlice';

/** Changes the draft; edits in a row with the same `group` are undone as one. */
export type EditPlan = (group: string | null, recipe: (draft: Draft<Plan>) => void) => void;

export interface Editor {
  readonly plan: Plan;
  readonly edit: EditPlan;
  readonly findings: readonly Finding[];
}

export const EditorContext = createContext<Editor | undefined>(undefined);

/** The draft being edited; only below the editor's page. */
export function useEditor(): Editor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error('useEditor stands outside the editor');
  return editor;
}

export function useEditPlan(): EditPlan {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  return useCallback(
    (group, recipe) => {
      if (document) dispatch(draftEdited({ document: produce(document as Draft<Plan>, recipe) as Plan, group }));
    },
    [dispatch, document],
  );
}

/** The item of that id in a draft, to be changed by the recipe; a missing one is left alone. */
export function change<Item extends { readonly id: string }>(
  items: Item[],
  id: string,
  recipe: (item: Item) => void,
): void {
  const item = items.find((candidate) => candidate.id === id);
  if (item) recipe(item);
}

export function removeById<Item extends { readonly id: string }>(items: Item[], id: string): void {
  const index = items.findIndex((candidate) => candidate.id === id);
  if (index >= 0) items.splice(index, 1);
}
