import { type MarkKind, verdictLook } from './verdictLook';

interface MarkProps {
  readonly kind: MarkKind;
  readonly size?: number;
}

const dashedRing =
  'M9.6 1.8A10.5 10.5 0 0 1 14.4 1.8L13.7 4.7A7.5 7.5 0 0 0 10.3 4.7z M17.6 3.1A10.5 10.5 0 0 1 20.9 6.4L18.4 8A7.5 7.5 0 0 0 16 5.6z' +
  'M22.2 9.6A10.5 10.5 0 0 1 22.2 14.4L19.3 13.7A7.5 7.5 0 0 0 19.3 10.3z M20.9 17.6A10.5 10.5 0 0 1 17.6 20.9L16 18.4A7.5 7.5 0 0 0 18.4 16z' +
  'M14.4 22.2A10.5 10.5 0 0 1 9.6 22.2L10.3 19.3A7.5 7.5 0 0 0 13.7 19.3z M6.4 20.9A10.5 10.5 0 0 1 3.1 17.6L5.6 16A7.5 7.5 0 0 0 8 18.4z' +
  'M1.8 14.4A10.5 10.5 0 0 1 1.8 9.6L4.7 10.3A7.5 7.5 0 0 0 4.7 13.7z M3.1 6.4A10.5 10.5 0 0 1 6.4 3.1L8 5.6A7.5 7.5 0 0 0 5.6 8z';

// One filled outline each: a verdict that turns while a number is typed changes its mark without putting another in its place.
const shapes: Record<MarkKind, string> = {
  inSpec: 'M12 1.5a10.5 10.5 0 0 1 0 21a10.5 10.5 0 0 1 0-21zM12 5.5a6.5 6.5 0 0 0 0 13a6.5 6.5 0 0 0 0-13z',
  outOfSpec: 'M12 1l11 11-11 11L1 12z',
  tooCloseToCall: 'M6.3 1.75h11.4L23.4 12l-5.7 10.25H6.3L.6 12zM12 4.25v15.5h4.3L20.6 12l-4.3-7.75z',
  noLimit: dashedRing,
  open: dashedRing,
};

/** The shape of a verdict; the word always stands beside it. */
export function VerdictMark({ kind, size = 24 }: MarkProps) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" style={{ flex: 'none' }}>
      <path d={shapes[kind]} fill={verdictLook[kind].colour} />
    </svg>
  );
}
