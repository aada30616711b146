import type { ProofVerdict } from '@probe-trail/core/job';
import type { PointState, Proof } from '@probe-trail/core/proof';
import type { MarkKind } from '../spec/verdictLook';

/** The mark of one thing that must be shown. */
export const markOfPoint = {
  shown: 'inSpec',
  missing: 'open',
  contradicted: 'outOfSpec',
  notPossible: 'noLimit',
} as const satisfies Record<PointState, MarkKind>;

const markOfVerdict = {
  proven: 'inSpec',
  partlyProven: 'tooCloseToCall',
  notProven: 'outOfSpec',
  notPossible: 'noLimit',
} as const satisfies Record<ProofVerdict, MarkKind>;

/** The mark of a proof: as long as nothing speaks against it, what is not proven is open. */
export const markOfProof = ({ verdict, points }: Proof): MarkKind =>
  verdict === 'notProven' && !points.some(({ state }) => state === 'contradicted') ? 'open' : markOfVerdict[verdict];
