import type { ElkExtendedEdge, ElkNode } from 'elkjs/lib/elk-api';
import { deviceNowMs } from '../../device/clock';
import { keepLayout, keptLayout } from './keptLayouts';
import { layoutLibrary, layoutOptions } from './layoutLibrary';
import type { MapGraph, MapStep } from './mapGraph';
import type { MapLayout, Point } from './mapLayout';
import { placeSegments } from './placeSegments';
import { type Segment, segmentsOf } from './segments';
import { armMiddle, heightOf, inlet, signpostWidth } from './signpostSize';

// Segments by their shape: after an edit all but one are there already.
const known = new Map<string, Promise<MapLayout>>();
const mostKnown = 1000;

/** Lays the map out, in a worker. */
export async function layoutMap(graph: Pick<MapGraph, 'steps' | 'ways'>): Promise<MapLayout> {
  const { segments, returns } = segmentsOf(graph);
  return placeSegments(segments, await Promise.all(segments.map(layoutSegment)), returns);
}

function layoutSegment(segment: Segment): Promise<MapLayout> {
  const shape = shapeOf(segment);
  const before = known.get(shape);
  if (before) return before;
  const laid = keptOrLaid(shape, segment);
  if (known.size >= mostKnown) known.clear();
  known.set(shape, laid);
  return laid;
}

async function keptOrLaid(shape: string, segment: Segment): Promise<MapLayout> {
  const kept = await keptLayout(shape);
  if (kept) return kept;
  const laid = await layoutByLibrary(segment);
  void keepLayout(shape, laid, deviceNowMs());
  return laid;
}

const shapeOf = ({ steps, ways, exit }: Segment): string =>
  JSON.stringify([
    steps.map((step) => [step.id, heightOf(step), step.arms.map(({ outcomeId }) => outcomeId)]),
    ways.map(({ id, to }) => [id, to]),
    exit?.id,
  ]);

async function layoutByLibrary({ steps, ways, exit }: Segment): Promise<MapLayout> {
  const edges = ways.map(({ id, from, outcomeId, to }) => ({
    id,
    sources: [outletOf(from, outcomeId)],
    targets: [inletOf(to)],
  }));
  // Most arms lead to a conclusion: no way leaves them, and each port costs the library its time.
  const used = new Set(edges.flatMap(({ sources, targets }) => [...sources, ...targets]));
  const laid = await layoutLibrary().layout({
    id: 'map',
    layoutOptions,
    children: [...steps, ...(exit ? [exit] : [])].map((step) => toNode(step, used)),
    edges,
  });
  return {
    steps: new Map((laid.children ?? []).map(({ id, x = 0, y = 0 }) => [id, { x, y }])),
    ways: new Map((laid.edges ?? []).map((edge) => [edge.id, cornersOf(edge)])),
  };
}

const inletOf = (stepId: string): string => `${stepId}>`;
const outletOf = (stepId: string, outcomeId: string): string => `${stepId}/${outcomeId}`;

const toNode = (step: MapStep, used: ReadonlySet<string>): ElkNode => ({
  id: step.id,
  width: signpostWidth,
  height: heightOf(step),
  layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
  // Each lies on the edge that its position says: the inlet above, the arms on the right.
  ports: [
    { id: inletOf(step.id), x: inlet, y: 0 },
    ...step.arms.map(({ outcomeId }, index) => ({
      id: outletOf(step.id, outcomeId),
      x: signpostWidth,
      y: armMiddle(index),
    })),
  ].filter(({ id }) => used.has(id)),
});

const cornersOf = ({ sections }: ElkExtendedEdge): readonly Point[] =>
  (sections ?? []).flatMap(({ startPoint, bendPoints, endPoint }) => [startPoint, ...(bendPoints ?? []), endPoint]);
