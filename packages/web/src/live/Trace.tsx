import { type LiveSample, stretchesOf, thinned } from '@probe-trail/core/liveValue';
import classes from './LivePage.module.css';

/** How long the trace behind a value reaches back. */
export const traceMs = 60_000;
const [width, height] = [120, 40];
// A unit that is asked ten times a second and says nothing for so long has a gap.
const gapMs = 1500;

interface TraceProps {
  readonly samples: readonly LiveSample[];
  /** The moment at its right end. */
  readonly toMs: number;
  /** How long it reaches back; a minute where nothing is said. */
  readonly reachMs?: number;
  /** A moment that is marked, such as when an actuator began to run. */
  readonly mark?: number;
  /** The smallest span that fills its height: what only flickers must not look like a swing. */
  readonly span: number;
}

/** The last minute of a value, under its number; where it was missing, the line is broken. */
export function Trace({ samples, toMs, reachMs = traceMs, mark, span }: TraceProps) {
  const stretches = stretchesOf(samples, gapMs).map((points) => thinned(points, reachMs / width));
  const values = stretches.flatMap((points) => points.map(({ value }) => value));
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const [middle, half] = [(least + most) / 2, Math.max(most - least, span) / 2];
  const across = (atMs: number) => (1 - (toMs - atMs) / reachMs) * width;
  const down = (value: number) => (height / 2) * (1 - (0.9 * (value - middle)) / half);
  return (
    <svg className={classes.trace} viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" aria-hidden="true">
      {mark !== undefined && (
        <line x1={across(mark)} x2={across(mark)} y1={0} y2={height} vectorEffect="non-scaling-stroke" />
      )}
      {stretches.map((points, nth) => (
        <polyline
          key={nth}
          points={points.map(({ atMs, value }) => `${across(atMs)},${down(value)}`).join(' ')}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
