import type { Finding, Plan } from '@probe-trail/core/plan';
import { type Draft, produce } from 'immer';
import { createContext, useContext, useMemo } from 'react';
import { shallowEqual, useStore } from 'react-redux';
import { type AppState, useAppSelector } from '../../state/appState';
import { draftEdited, selectDocument } from './draftSlice';
import { selectFindings } from './findingsSlice';
import { flushFields } from './openFields';

/** Changes the draft; edits in a row with the same `group` are undone as one. */
export type EditPlan = (group: string | null, recipe: (draft: Draft<Plan>) => void) => void;

/** Puts in place of the draft what the core makes of it; undone by itself, or as one with others of the same `group`. */
export type ReworkPlan = (rework: (plan: Plan) => Plan, group?: string) => void;

interface Edits {
  readonly edit: EditPlan;
  readonly rework: ReworkPlan;
  /** The draft as it stands now, with all that is written; what is shown follows it by `useDraft`. */
  readonly read: () => Plan;
}

/** The two ways to change the draft. They stay the same functions whatever is written. */
export function useEdits(): Edits {
  const store = useStore<AppState>();
  return useMemo(() => {
    const now = () => selectDocument(store.getState()) as Plan;
    const put = (group: string | null, next: (plan: Plan) => Plan) => {
      // What is written but not told yet belongs to the rows as they stand, not as they will.
      if (group === null) flushFields();
      store.dispatch(draftEdited({ document: next(now()), group }));
    };
    return {
      edit: (group, recipe) => put(group, (plan) => produce(plan as Draft<Plan>, recipe) as Plan),
      rework: (rework, group) => put(group ?? null, rework),
      read: () => {
        flushFields();
        return now();
      },
    };
  }, [store]);
}

/**
 * A part of the draft; only below the editor's page, where one is open. Drawn anew only when that part is another: in a plan of 300 steps
 * most of them are not.
 */
export const useDraft = <T>(select: (plan: Plan) => T): T =>
  useAppSelector((state) => select(selectDocument(state) as Plan));

/** A part of what the plan check finds in the draft; drawn anew only when that part is another. */
export const useFindings = <T>(select: (findings: readonly Finding[]) => T): T =>
  useAppSelector((state) => select(selectFindings(state)), shallowEqual);

export const VersionContext = createContext<number | undefined>(undefined);

/** The version that is being written; only below the editor's page. */
export function useVersion(): number {
  const version = useContext(VersionContext);
  if (version === undefined) throw new Error('useVersion stands outside the editor');
  return version;
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
