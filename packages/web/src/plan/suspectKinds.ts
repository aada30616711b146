import type { Suspect } from '@probe-trail/core/plan';

/** What a suspect can be, in words. */
export const suspectKinds: Readonly<Record<Suspect['kind'], string>> = {
  part: 'part',
  wire: 'wire',
  connector: 'connector',
  feed: 'feed',
  ground: 'ground',
  fuse: 'fuse',
  relay: 'relay',
  controlUnit: 'control unit',
  setting: 'setting or program',
};
