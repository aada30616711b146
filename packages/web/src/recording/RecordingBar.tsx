import { Button } from '@mantine/core';
import type { Mark } from '@probe-trail/core/recording';
import { memo, type RefObject } from 'react';
import { SaveDrawing, type Seen } from './SaveDrawing';
import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';
import { titleOf } from './titleOf';
import type { OpenRecording } from './useRecording';
import type { useView } from './useView';
import { ViewBar } from './ViewBar';

/** How traces stand to each other. */
export interface Axes {
  /** All in one chart, on one axis. */
  readonly isOneAxis: boolean;
  /** Traces of one unit have one scale, each in its own chart. */
  readonly isSameScale: boolean;
}

/** Each in its own chart, on its own scale. */
export const ownAxes: Axes = { isOneAxis: false, isSameScale: false };

interface BarProps {
  readonly open: OpenRecording;
  readonly axes: Axes;
  readonly onAxes: (change: (last: Axes) => Axes) => void;
  readonly change: ReturnType<typeof useView>['change'];
  readonly cursorMs: number | undefined;
  readonly onMarker: (name: string, atMs: number) => void;
  readonly degrees: number | null;
  readonly onDegrees: ((degrees: number | null) => void) | undefined;
  readonly marks: readonly Mark[];
  readonly onShow: (fromMs: number, toMs: number) => void;
  readonly seen: RefObject<Seen>;
}

/**
 * What is seen of a recording, and how; what is saved of it, and the way to its marks. Nothing of it depends on the view: it is not drawn anew with
 * each frame of a zoom (benchmark “frames a second while it is zoomed”).
 */
export const RecordingBar = memo(function RecordingBar(props: BarProps) {
  const { open, axes, onAxes, change, cursorMs, onMarker, degrees, onDegrees, marks, onShow, seen } = props;
  const { lengthMs, stepMs } = open;
  return (
    <ViewBar
      lengthMs={lengthMs}
      change={change}
      isOneAxis={axes.isOneAxis}
      onOneAxis={() => onAxes((last) => ({ ...last, isOneAxis: !last.isOneAxis }))}
      isSameScale={axes.isSameScale}
      onSameScale={() => onAxes((last) => ({ ...last, isSameScale: !last.isSameScale }))}
      onMarker={cursorMs === undefined ? undefined : (name) => onMarker(name, cursorMs)}
      degrees={degrees}
      onDegrees={onDegrees}
    >
      <SaveDrawing title={titleOf(open)} seen={seen} stepMs={stepMs} />
      {marks.map(({ atMs, text }, index) => (
        <Button key={index} size="md" variant="default" onClick={() => onShow(atMs, atMs)}>
          {text || `Mark ${index + 1}`}, {stepMs === null ? sayLength(atMs) : sayInstant(atMs, lengthMs)}
        </Button>
      ))}
    </ViewBar>
  );
});
