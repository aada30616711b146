import type { Finding, Plan } from '@probe-trail/core/plan';
import { type Draft, produce } from 'immer';
import { createContext, useContext, useMemo } from 'react';
import { useStore } from 'react-redux';
import type { RootState } from '../../app/store';
import { draftEdited, selectDocument } from './draftSlice';

/** Changes the draft; edits in a row with the same `group` are undone as one. */
export type EditPlan = (group: string | null, recipe: (draft: Draft<Plan>) => void) => void;

/** Puts in place of the draft what the core makes of it; undone by itself. */
export type ReworkPlan = (rework: (plan: Plan) => Plan) => void;

interface Edits {
  readonly edit: EditPlan;
  readonly rework: ReworkPlan;
}

export interface Editor extends Edits {
  readonly plan: Plan;
  /** The version that is being written. */
  readonly version: number;
  readonly findings: readonly Finding[];
}

export const EditorContext = createContext<Editor | undefined>(undefined);

/** The draft being edited; only below the editor's page. */
export function useEditor(): Editor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error('useEditor stands outside the editor');
  return editor;
}

/** The two ways to change the draft. They stay the same functions whatever is written. */
export function useEdits(): Edits {
  const store = useStore<RootState>();
  return useMemo(() => {
    const put = (group: string | null, next: (plan: Plan) => Plan) => {
      const document = selectDocument(store.getState());
      if (document) store.dispatch(draftEdited({ document: next(document), group }));
    };
    return {
      edit: (group, recipe) => put(group, (plan) => produce(plan as Draft<Plan>, recipe) as Plan),
      rework: (rework) => put(null, rework),
    };
  }, [store]);
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
