import type { ReactNode } from 'react';
import { type MarkKind, verdictLook } from './verdictLook';

interface MarkProps {
  readonly kind: MarkKind;
  readonly size?: number;
}

const dashedRing = (colour: string) => (
  <circle cx="12" cy="12" r="9" fill="none" stroke={colour} strokeWidth="3" strokeDasharray="4 3.4" />
);

const shapes: Record<MarkKind, (colour: string) => ReactNode> = {
  inSpec: (colour) => <circle cx="12" cy="12" r="8.5" fill="none" stroke={colour} strokeWidth="4" />,
  outOfSpec: (colour) => <path d="M12 1l11 11-11 11L1 12z" fill={colour} />,
  tooCloseToCall: (colour) => (
    <>
      <path d="M7 3h10l5 9-5 9H7l-5-9z" fill="none" stroke={colour} strokeWidth="2.5" strokeLinejoin="round" />
      <path d="M7 3h5v18H7l-5-9z" fill={colour} />
    </>
  ),
  noLimit: dashedRing,
  open: dashedRing,
};

/** The shape of a verdict; the word always stands beside it. */
export function VerdictMark({ kind, size = 24 }: MarkProps) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" style={{ flex: 'none' }}>
      {shapes[kind](verdictLook[kind].colour)}
    </svg>
  );
}
