import type { MapStep, MapWay } from './mapGraph';
import type { MapLayout, Point } from './mapLayout';
import type { Segment } from './segments';
import { armMiddle, heightOf, inlet, signpostWidth } from './signpostSize';

const gap = 44;

/**
 * The segments one below the other, each hanging on the step where the one above it ends: that step stands below everything of the segment
 * above, and the ways to it are made as long as that needs. Ways back to an earlier segment run up on the right.
 */
export function placeSegments(
  segments: readonly Segment[],
  layouts: readonly MapLayout[],
  returns: readonly MapWay[],
): MapLayout {
  const steps = new Map<string, Point>();
  const ways = new Map<string, readonly Point[]>();
  let next: { readonly id: string; readonly at: Point } | undefined;
  let bottom = 0;
  for (const [index, segment] of segments.entries()) {
    const layout = layouts[index] as MapLayout;
    const move = moveOf(segment, layout, next, bottom);
    const moved = ({ x, y }: Point): Point => ({ x: x + move.x, y: y + move.y });
    for (const { id } of segment.steps) steps.set(id, moved(layout.steps.get(id) as Point));
    bottom = Math.max(bottom, ...segment.steps.map((step) => (steps.get(step.id)?.y ?? 0) + heightOf(step)));
    next = undefined;
    if (segment.exit) {
      const exit = moved(layout.steps.get(segment.exit.id) as Point);
      next = { id: segment.exit.id, at: { x: exit.x, y: Math.max(exit.y, bottom + gap) } };
    }
    for (const { id, to } of segment.ways) {
      const corners = (layout.ways.get(id) ?? []).map(moved);
      ways.set(id, to === next?.id ? endingAt(corners, next.at.y) : corners);
    }
  }
  const edge = Math.max(0, ...[...steps.values()].map(({ x }) => x + signpostWidth)) + gap;
  const byId = new Map(segments.flatMap((segment) => segment.steps).map((step) => [step.id, step]));
  for (const [index, way] of returns.entries()) ways.set(way.id, wayBack(way, byId, steps, edge + index * 10));
  return { steps, ways };
}

/** How far a segment is moved: its first step to where the one above led, or below everything where nothing led to it. */
function moveOf(
  { steps: [first] }: Segment,
  layout: MapLayout,
  next: { readonly id: string; readonly at: Point } | undefined,
  bottom: number,
): Point {
  const at = layout.steps.get(first?.id ?? '') ?? { x: 0, y: 0 };
  if (next && next.id === first?.id) return { x: next.at.x - at.x, y: next.at.y - at.y };
  const top = Math.min(...[...layout.steps.values()].map(({ y }) => y));
  return { x: 0, y: bottom === 0 ? -top : bottom + gap - top };
}

/** The last stretch comes down from above: it is made longer or shorter. */
const endingAt = (corners: readonly Point[], y: number): readonly Point[] =>
  corners.map((corner, index) => (index === corners.length - 1 ? { ...corner, y } : corner));

function wayBack(
  { from, outcomeId, to }: MapWay,
  byId: ReadonlyMap<string, MapStep>,
  steps: ReadonlyMap<string, Point>,
  edge: number,
): readonly Point[] {
  const arm = byId.get(from)?.arms.findIndex((one) => one.outcomeId === outcomeId) ?? 0;
  const [start, goal] = [steps.get(from) ?? { x: 0, y: 0 }, steps.get(to) ?? { x: 0, y: 0 }];
  const y = start.y + armMiddle(arm);
  const above = goal.y - gap / 2;
  return [
    { x: start.x + signpostWidth, y },
    { x: edge, y },
    { x: edge, y: above },
    { x: goal.x + inlet, y: above },
    { x: goal.x + inlet, y: goal.y },
  ];
}
