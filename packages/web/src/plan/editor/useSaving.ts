import type { Plan, PlanVersion } from '@probe-trail/core/plan';
import { useCallback, useEffect, useRef, useState } from 'react';
import { problemCodeOf, sayFailure } from '../../app/api';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { planApi, useSaveDraftMutation } from '../planApi';
import { draftEdited, selectDocument } from './draftSlice';
import { forgetDraft, keepDraft } from './keptDraft';

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'unsaved' }
  /** Somebody else saved meanwhile: nothing more is saved until the author has chosen. */
  | { readonly kind: 'conflict'; readonly says: string }
  | { readonly kind: 'failed'; readonly says: string };

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
  const [state, setState] = useState<SaveState>({ kind: 'saved' });
  const [etag, setEtag] = useState(opened.etag);
  const savedDocument = useRef<Plan>(opened.document);
  const isHeld = state.kind === 'conflict';

  const saveNow = useCallback(
    async (draft: Plan) => {
      const saved = await save({ planId: draft.id, etag, document: draft });
      if (saved.data) {
        savedDocument.current = draft;
        forgetDraft(draft.id);
        setEtag(saved.data.etag);
        setState({ kind: 'saved' });
      } else if (problemCodeOf(saved.error) === 'DRAFT_CHANGED')
        setState({ kind: 'conflict', says: sayFailure(saved.error) });
      else setState({ kind: 'failed', says: sayFailure(saved.error) });
    },
    [save, etag],
  );

  useEffect(() => {
    if (!document || document === savedDocument.current || isHeld) return;
    keepDraft(document);
    setState((now) => (now.kind === 'failed' ? now : { kind: 'unsaved' }));
    const timer = setTimeout(() => void saveNow(document), state.kind === 'failed' ? retryMs : quietMs);
    return () => clearTimeout(timer);
  }, [document, isHeld, saveNow, state.kind]);

  const takeTheirs = async () => {
    const theirs = await dispatch(
      planApi.endpoints.planDraft.initiate(opened.planId, { forceRefetch: true, subscribe: false }),
    );
    if (!theirs.data) return;
    savedDocument.current = theirs.data.document;
    setEtag(theirs.data.etag);
    dispatch(draftEdited({ document: theirs.data.document, group: null }));
    setState({ kind: 'saved' });
  };
  return { state, etag, takeTheirs };
}
