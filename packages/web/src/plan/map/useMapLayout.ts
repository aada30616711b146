import { useEffect, useMemo, useRef, useState } from 'react';
import { warmUp } from './layoutLibrary';
import { layoutMap } from './layoutMap';
import type { MapGraph } from './mapGraph';
import type { MapLayout } from './mapLayout';

/** What of a map decides where things stand; a new title moves nothing. */
const shapeOf = ({ steps, ways }: MapGraph): string =>
  JSON.stringify([
    steps.map(({ id, arms, folded }) => [id, arms.map(({ outcomeId }) => outcomeId), folded > 0]),
    ways.map(({ id, to }) => [id, to]),
  ]);

/**
 * Where everything of a map stands. While a new layout is being made the last one stays, and the step `anchorId` keeps its place.
 * @returns `undefined` until the first one is there
 */
export function useMapLayout(graph: MapGraph, anchorId: string | undefined): MapLayout | undefined {
  const [layout, setLayout] = useState<MapLayout | undefined>();
  const shape = useMemo(() => shapeOf(graph), [graph]);
  const latest = useRef({ graph, anchorId, layout });
  latest.current = { graph, anchorId, layout };
  useEffect(() => {
    let isCurrent = true;
    const from = performance.now();
    void layoutMap(latest.current.graph).then((next) => {
      performance.measure('map laid out', { start: from });
      warmUp();
      if (isCurrent) setLayout(anchored(next, latest.current.layout, latest.current.anchorId));
    });
    return () => {
      isCurrent = false;
    };
  }, [shape]);
  return layout;
}

function anchored(next: MapLayout, before: MapLayout | undefined, anchorId: string | undefined): MapLayout {
  const [now, was] = [next.steps.get(anchorId ?? ''), before?.steps.get(anchorId ?? '')];
  if (!now || !was) return next;
  const [dx, dy] = [was.x - now.x, was.y - now.y];
  const moved = ({ x, y }: { x: number; y: number }) => ({ x: x + dx, y: y + dy });
  return {
    steps: new Map([...next.steps].map(([id, point]) => [id, moved(point)])),
    ways: new Map([...next.ways].map(([id, points]) => [id, points.map(moved)])),
  };
}
