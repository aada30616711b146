import ELK from 'elkjs/lib/elk-api';
import ElkWorker from 'elkjs/lib/elk-worker.min.js?worker';
import { hasKeptLayouts } from './hasKeptLayouts';

/**
 * The order of the plan is kept wherever it can be: a small edit moves little. Given to the map as a whole: as defaults of the library they
 * would be looked through for every step, arm and way.
 */
export const layoutOptions = {
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

/** The library that lays maps out, in a worker of its own; started when it is first asked for. */
export function layoutLibrary(): InstanceType<typeof ELK> {
  elk ??= new ELK({ algorithms: ['layered'], workerFactory: () => new ElkWorker() });
  return elk;
}

/** Has it ready before the first edit, once the browser has nothing better to do. */
export function warmUp(): void {
  const whenIdle = window.requestIdleCallback ?? setTimeout;
  whenIdle(() => {
    if (!elk)
      void layoutLibrary().layout({ id: 'first', layoutOptions, children: [{ id: 'step', width: 1, height: 1 }] });
  });
}

// A device that has kept no map will need it: it starts while the editor is still on its way.
if (!hasKeptLayouts()) layoutLibrary();
