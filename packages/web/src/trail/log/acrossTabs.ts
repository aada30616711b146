import { isAnyOf, type Middleware, type MiddlewareAPI } from '@reduxjs/toolkit';
import { networkFound } from '../../state/networkSlice';
import { acknowledged, recorded, refused, type TrailState } from './trailSlice';

/** What one tab does to a trail, the others on this device must see at once, network or not. */
const isOfTrail = isAnyOf(recorded, acknowledged, refused);
const isShared = isAnyOf(isOfTrail, networkFound);
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('probe-trail');
let isHearing = false;

/** Tells the other tabs of this browser. */
export const acrossTabs: Middleware = () => (next) => (action) => {
  if (isShared(action) && !isHearing) channel?.postMessage(action);
  return next(action);
};

/** Hears what other tabs tell, of the trails that are open in this one. */
export function hearOtherTabs(store: MiddlewareAPI & { getState: () => { readonly trail: TrailState } }): void {
  channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    if (!isShared(data)) return;
    if (isOfTrail(data) && !store.getState().trail.logs[data.payload.trailId]) return;
    isHearing = true;
    store.dispatch(data);
    isHearing = false;
  });
}
