import { useComputedColorScheme } from '@mantine/core';
import { type LiveSample, stretchesOf, thinned } from '@probe-trail/core/liveValue';
import { useLayoutEffect, useRef } from 'react';
import { tokenColour } from '../ui/tokenColour';
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
  const across = (atMs: number) => (1 - (toMs - atMs) / reachMs) * width;
  return (
    <svg className={classes.trace} viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" aria-hidden="true">
      {mark !== undefined && (
        <line x1={across(mark)} x2={across(mark)} y1={0} y2={height} vectorEffect="non-scaling-stroke" />
      )}
      {linesOf(samples, toMs, reachMs, span).map((points, nth) => (
        <polyline
          key={nth}
          points={points.map(({ x, y }) => `${x},${y}`).join(' ')}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** The stretches of a trace as points in a box of `width` by `height`. */
function linesOf(
  samples: readonly LiveSample[],
  toMs: number,
  reachMs: number,
  span: number,
): readonly (readonly Point[])[] {
  const stretches = stretchesOf(samples, gapMs).map((points) => thinned(points, reachMs / width));
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const points of stretches)
    for (const { value } of points) {
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
  const [middle, half] = [(least + most) / 2, Math.max(most - least, span) / 2];
  return stretches.map((points) =>
    points.map(({ atMs, value }) => ({
      x: (1 - (toMs - atMs) / reachMs) * width,
      y: (height / 2) * (1 - (0.9 * (value - middle)) / half),
    })),
  );
}

// Points of the drawing for one of the box: it stays sharp where it is drawn wide.
const sharpness = 4;

interface DrawnProps {
  readonly samples: readonly LiveSample[];
  readonly toMs: number;
  readonly span: number;
  /** Whether it is told just now: what stopped coming is grey. */
  readonly isThere: boolean;
}

/** The same, drawn: forty of them a second lay out nothing (benchmark “main thread meanwhile”). */
export function DrawnTrace({ samples, toMs, span, isThere }: DrawnProps) {
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const place = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const context = place.current?.getContext('2d');
    if (!context) return;
    context.setTransform(sharpness, 0, 0, sharpness, 0, 0);
    context.clearRect(0, 0, width, height);
    context.strokeStyle = tokenColour(isThere ? '--kingfisher' : '--slate');
    context.lineWidth = 1;
    context.beginPath();
    for (const points of linesOf(samples, toMs, traceMs, span))
      for (const [nth, { x, y }] of points.entries()) {
        if (nth === 0) context.moveTo(x, y);
        else context.lineTo(x, y);
      }
    context.stroke();
  }, [samples, toMs, span, isThere, scheme]);
  return (
    <div aria-hidden="true" className={classes.trace}>
      <canvas ref={place} width={width * sharpness} height={height * sharpness} />
    </div>
  );
}
