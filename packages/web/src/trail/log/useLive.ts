import type { TrailEvent } from '@probe-trail/core/trail';
import { useEffect } from 'react';
import { useAppDispatch, useAppSelector, useAppStore } from '../../state/appState';
import { arrived, selectLog } from './trailSlice';

/** Hears what others record on a trail, as soon as it is stored. The browser opens the stream again when it broke. */
export function useLive(trailId: string): void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const isOpen = useAppSelector((state) => selectLog(state, trailId) !== undefined);
  useEffect(() => {
    if (!isOpen) return;
    const seen = selectLog(store.getState(), trailId)?.confirmedCount ?? 0;
    const source = new EventSource(`/api/trails/${trailId}/live?seen=${seen}`);
    source.onmessage = ({ data }) =>
      void dispatch(arrived({ trailId, events: JSON.parse(String(data)) as readonly TrailEvent[] }));
    return () => source.close();
  }, [dispatch, store, trailId, isOpen]);
}
