import type { VerdictKind } from '@probe-trail/core/spec';

/** How a waymark looks: a verdict, or none that counts (open, skipped, set aside). */
export type MarkKind = VerdictKind | 'open';

interface Look {
  readonly colour: string;
  readonly word: string;
}

export const verdictLook = {
  inSpec: { colour: 'var(--fern)', word: 'In spec' },
  outOfSpec: { colour: 'var(--ember)', word: 'Out of spec' },
  tooCloseToCall: { colour: 'var(--straw)', word: 'Too close to call' },
  noLimit: { colour: 'var(--slate)', word: 'No limit here' },
  open: { colour: 'var(--slate)', word: 'Open' },
} as const satisfies Record<MarkKind, Look>;
