import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker';
import { hasKeptLayouts, keepLayout, keptLayout } from '../../offline/keptLayouts';
import type { MapGraph, MapStep } from './mapGraph';
import { placeSegments } from './placeSegments';
import { type Segment, segmentsOf } from './segments';
import { armMiddle, heightOf, inlet, signpostWidth } from './signpostSize';

export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where everything of the map stands. */
export interface MapLayout {
  readonly steps: ReadonlyMap<string, Point>;
  /** Corners of each way, from arm to step. */
  readonly ways: ReadonlyMap<string, readonly Point[]>;
}

// The order of the plan is kept wherever it can be: a small edit moves little.
const options = {
  'elk.algorithm': 'layered',
  'elk.direction': 'DOWN',
  'elk.edgeRouting': 'ORTHOGONAL',
  'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
  // The plan's own order instead of the fewest crossings, and the simple placement: a third of the time.
  'elk.layered.crossingMinimization.strategy': 'NONE',
  'elk.layered.nodePlacement.strategy': 'SIMPLE',
  'elk.layered.spacing.nodeNodeBetweenLayers': '44',
  'elk.layered.spacing.edgeNodeBetweenLayers': '20',
  'elk.spacing.nodeNode': '26',
  'elk.spacing.edgeEdge': '10',
  'elk.layered.thoroughness': '1',
};

// It takes longer to start than to lay a map out, and most maps are kept from the last time: it must not hold them up.
let elk: InstanceType<typeof ELK> | undefined;

// A device that has kept none will need it before the page stands.
if (!hasKeptLayouts()) started();

function started(): InstanceType<typeof ELK> {
  elk ??= new ELK({ algorithms: ['layered'], workerFactory: () => new ElkWorker() });
  return elk;
}

/** Has the library ready before the first edit, once the browser has nothing better to do. */
export function warmUp(): void {
  const whenIdle = window.requestIdleCallback ?? setTimeout;
  whenIdle(() => {
    if (elk) return;
    void started().layout({ id: 'first', layoutOptions: options, children: [{ id: 'step', width: 1, height: 1 }] });
  });
}

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
  void keepLayout(shape, laid, Date.now());
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
  const laid = await started().layout({
    id: 'map',
    layoutOptions: options,
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
