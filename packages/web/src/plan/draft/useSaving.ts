import type { Plan, PlanVersion } from '@probe-trail/core/plan';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'react-redux';
import { problemCodeOf, sayFailure } from '../../api/api';
import { type AppState, useAppDispatch, useAppSelector } from '../../state/appState';
import { deviceFull } from '../../state/networkSlice';
import { planApi, useSaveDraftMutation } from '../planApi';
import { afterIdle } from './afterIdle';
import { draftEdited, selectDocument } from './draftSlice';
import { forgetDraft, keepDraft } from './keptDraft';
import { flushFields } from './openFields';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'unsaved' }
  /** Somebody else saved meanwhile: nothing more is saved until the author has chosen. */
  | { readonly kind: 'conflict'; readonly message: string }
  | { readonly kind: 'failed'; readonly message: string };

type Trouble = Extract<SaveState, { readonly message: string }>;

export interface Saving {
  readonly state: SaveState;
  /** The etag of the last saved draft, which a release needs. */
  readonly etag: string;
  /** Puts the other's draft into the editor; undo brings one's own back. */
  readonly takeTheirs: () => Promise<void>;
}

const quietMs = 600;
const retryMs = 4000;

/** Saves the draft a moment after the last edit, over the version that this editor has seen. */
export function useSaving(opened: PlanVersion): Saving {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const [save] = useSaveDraftMutation();
  const [saved, setSaved] = useState({ document: opened.document, etag: opened.etag });
  const [trouble, setTrouble] = useState<Trouble | undefined>();
  const isSending = useRef(false);
  const [isUnderWay, setIsUnderWay] = useState(false);

  const saveNow = useCallback(
    async (draft: Plan, etag: string) => {
      // A second save over the same etag would be told that somebody else saved; it follows when this one is done.
      if (isSending.current) return;
      isSending.current = true;
      setIsUnderWay(true);
      const answer = await save({ planId: draft.id, etag, document: draft });
      isSending.current = false;
      setIsUnderWay(false);
      if (answer.error) return setTrouble(troubleOf(answer.error));
      forgetDraft(draft.id);
      setTrouble(undefined);
      setSaved({ document: draft, etag: answer.data.etag });
    },
    [save],
  );

  useKeeping(saved.document, trouble !== undefined);

  useEffect(() => {
    if (!document || document === saved.document || trouble?.kind === 'conflict') return;
    return afterIdle(trouble ? retryMs : quietMs, () => void saveNow(document, saved.etag));
  }, [document, saved, trouble, saveNow]);

  const takeTheirs = useCallback(async () => {
    const theirs = await dispatch(
      planApi.endpoints.planDraft.initiate(opened.planId, { forceRefetch: true, subscribe: false }),
    );
    if (!theirs.data) return;
    setSaved({ document: theirs.data.document, etag: theirs.data.etag });
    setTrouble(undefined);
    dispatch(draftEdited({ document: theirs.data.document, group: null }));
  }, [dispatch, opened.planId]);
  // Compared here and not noted in an effect: a release a moment after the last key must know that it is unsaved.
  // What was undone while it was on its way to the server must be saved once more.
  const kind = document === saved.document && !isUnderWay ? 'saved' : 'unsaved';
  return useMemo(
    () => ({ state: trouble ?? { kind }, etag: saved.etag, takeTheirs }),
    [trouble, kind, saved.etag, takeTheirs],
  );
}

/** Keeps what is unsaved on this device when the page or the editor goes, and while the server cannot be had. */
function useKeeping(saved: Plan, isTroubled: boolean): void {
  const store = useStore<AppState>();
  const document = useAppSelector(selectDocument);
  const keep = useRef(() => {});
  keep.current = () => {
    const latest = selectDocument(store.getState());
    if (latest && latest !== saved && !keepDraft(latest)) store.dispatch(deviceFull());
  };
  useEffect(() => {
    if (isTroubled && document !== saved) keep.current();
  }, [document, saved, isTroubled]);
  useEffect(() => {
    const onHide = () => {
      flushFields();
      keep.current();
    };
    window.addEventListener('pagehide', onHide);
    return () => {
      window.removeEventListener('pagehide', onHide);
      setTimeout(onHide);
    };
  }, []);
}

export const SavingContext = createContext<Saving | undefined>(undefined);

/** How the draft is being saved; only below the editor's page. */
export function useSavingState(): Saving {
  const saving = useContext(SavingContext);
  if (!saving) throw new Error('useSavingState stands outside the editor');
  return saving;
}

const troubleOf = (error: unknown): Trouble => ({
  kind: problemCodeOf(error) === 'DRAFT_CHANGED' ? 'conflict' : 'failed',
  message: sayFailure(error),
});
