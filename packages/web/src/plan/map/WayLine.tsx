import { BaseEdge, type Edge, type EdgeProps } from '@xyflow/react';
import type { MapEnd } from './mapGraph';
import type { Point } from './mapLayout';
import classes from './PlanMap.module.css';
import { pathColour } from './signpostSize';
import { svgPathOf } from './wayPath';

export type WayEdge = Edge<
  {
    readonly points: readonly Point[];
    readonly end: MapEnd | undefined;
    readonly isFaint: boolean;
    readonly isLit: boolean;
  },
  'way'
>;

/** The way from an arm to the next step, in the colour of the conclusion where only one is left. */
export function WayLine({ id, data, selected }: EdgeProps<WayEdge>) {
  if (!data) return null;
  return (
    <g className={classes.way} data-faint={data.isFaint || undefined} data-lit={data.isLit || selected || undefined}>
      <BaseEdge
        id={id}
        path={svgPathOf(data.points)}
        interactionWidth={16}
        markerEnd="url(#way-arrow)"
        {...(data.end && { style: { stroke: pathColour(data.end.hue) } })}
      />
    </g>
  );
}
