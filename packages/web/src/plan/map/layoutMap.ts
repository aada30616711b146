import ELK, { type ElkExtendedEdge, type ElkNode } from 'elkjs/lib/elk-api';
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker';
import type { MapGraph, MapStep } from './mapGraph';
import { armMiddle, heightOf, inlet, signpostWidth } from './signpost';

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
  'elk.layered.nodePlacement.strategy': 'BRANDES_KOEPF',
  'elk.layered.nodePlacement.bk.fixedAlignment': 'BALANCED',
  'elk.layered.spacing.nodeNodeBetweenLayers': '44',
  'elk.layered.spacing.edgeNodeBetweenLayers': '20',
  'elk.spacing.nodeNode': '26',
  'elk.spacing.edgeEdge': '10',
  'elk.layered.thoroughness': '4',
};

let elk: InstanceType<typeof ELK> | undefined;

/** Lays the map out, in a worker. */
export async function layoutMap({ steps, ways }: Pick<MapGraph, 'steps' | 'ways'>): Promise<MapLayout> {
  elk ??= new ELK({ workerFactory: () => new ElkWorker() });
  const laid = await elk.layout({
    id: 'map',
    layoutOptions: options,
    children: steps.map(toNode),
    edges: ways.map(({ id, from, outcomeId, to }) => ({
      id,
      sources: [`${from}/${outcomeId}`],
      targets: [`${to}>`],
    })),
  });
  return {
    steps: new Map((laid.children ?? []).map(({ id, x = 0, y = 0 }) => [id, { x, y }])),
    ways: new Map((laid.edges ?? []).map((edge) => [edge.id, cornersOf(edge)])),
  };
}

function toNode(step: MapStep): ElkNode {
  return {
    id: step.id,
    width: signpostWidth,
    height: heightOf(step),
    layoutOptions: { 'elk.portConstraints': 'FIXED_POS' },
    ports: [
      { id: `${step.id}>`, x: inlet, y: 0, layoutOptions: { 'elk.port.side': 'NORTH' } },
      ...step.arms.map(({ outcomeId }, index) => ({
        id: `${step.id}/${outcomeId}`,
        x: signpostWidth,
        y: armMiddle(index),
        layoutOptions: { 'elk.port.side': 'EAST' },
      })),
    ],
  };
}

const cornersOf = ({ sections }: ElkExtendedEdge): readonly Point[] =>
  (sections ?? []).flatMap(({ startPoint, bendPoints, endPoint }) => [startPoint, ...(bendPoints ?? []), endPoint]);
