import type { Plan } from '@probe-trail/core/plan';
import { createContext, useContext, useEffect, useMemo, useSyncExternalStore } from 'react';
import { useStore } from 'react-redux';
import type { AppState } from '../../state/appState';
import { afterIdle } from './afterIdle';
import { selectDocument, selectIsWriting } from './draftSlice';

const restedMs = 600;

/** The draft as it stood when the hands last rested: at once after what is done by a press, a moment after what is written. */
interface SettledDraft {
  readonly read: () => Plan;
  readonly subscribe: (listener: () => void) => () => void;
}

/** Follows the store for as long as it is mounted. */
export function useMakeSettledDraft(): SettledDraft {
  const store = useStore<AppState>();
  const { rested, follow } = useMemo(() => makeSettledDraft(store), [store]);
  useEffect(follow, [follow]);
  return rested;
}

function makeSettledDraft({
  getState,
  subscribe,
}: Pick<ReturnType<typeof useStore<AppState>>, 'getState' | 'subscribe'>) {
  const latest = () => selectDocument(getState()) as Plan;
  let plan = latest();
  let callOff = () => {};
  const listeners = new Set<() => void>();
  const settle = () => {
    plan = latest();
    for (const listener of listeners) listener();
  };
  const onChange = () => {
    if (latest() === plan) return;
    callOff();
    if (selectIsWriting(getState())) callOff = afterIdle(restedMs, settle);
    else settle();
  };
  const follow = () => {
    const stop = subscribe(onChange);
    return () => {
      stop();
      callOff();
    };
  };
  const rested: SettledDraft = {
    read: () => plan,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
  return { rested, follow };
}

export const SettledDraftContext = createContext<SettledDraft | undefined>(undefined);

/** A part of the rested draft, for what is drawn of all of a plan: no key waits for that. */
export function useSettledDraft<T>(select: (plan: Plan) => T): T {
  const rested = useContext(SettledDraftContext);
  if (!rested) throw new Error('useSettledDraft stands outside the editor');
  return useSyncExternalStore(rested.subscribe, () => select(rested.read()));
}
