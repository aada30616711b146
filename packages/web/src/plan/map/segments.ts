import { type Graph, reach, searchDeep, undirected } from '@probe-trail/core/graph';
import { groupBy } from '@probe-trail/core/list';
import type { MapGraph, MapStep, MapWay } from './mapGraph';

/** A stretch of the map that hangs on the rest by one step above it and one below: it can be laid out by itself. */
export interface Segment {
  readonly steps: readonly MapStep[];
  /** Ways within it, and those to the first step of the next one. */
  readonly ways: readonly MapWay[];
  /** The first step of the next segment, where every way out of this one leads; `undefined` for the last. */
  readonly exit: MapStep | undefined;
}

export interface Segments {
  readonly segments: readonly Segment[];
  /** Ways that go back to an earlier segment. */
  readonly returns: readonly MapWay[];
}

/**
 * Cuts a map at the steps that everything after them can only be reached through. An edit then changes one segment, and the others keep
 * their shape; long plans are laid out in a fraction of the time.
 * @param least steps of a segment; a shorter one stays with the next
 */
export function segmentsOf({ steps, ways }: Pick<MapGraph, 'steps' | 'ways'>, least = leastSteps): Segments {
  const onward = onwardWays(steps, ways);
  const reached = reachOf(steps, onward);
  const roots = rootsOf(steps, onward);
  // Everything that hangs together with a step, whichever way.
  const beside = undirected(graphOf(steps, onward));
  const cuts: string[] = [];
  const segmentAt = new Map<string, number>();
  for (const root of roots) {
    if (segmentAt.has(root)) continue;
    const from = cuts.length;
    cuts.push(...chainOf(root, reached, onward, least));
    // From the last cut back to the first: what a later one reaches is its own.
    for (let index = cuts.length - 1; index >= from; index -= 1)
      for (const id of reached.get(cuts[index] ?? '') ?? []) if (!segmentAt.has(id)) segmentAt.set(id, index);
    // What leads into that from elsewhere can lead no further than to its first cut, or there would be none.
    for (const id of reach([root], beside)) if (!segmentAt.has(id)) segmentAt.set(id, from);
  }
  const numberOf = (stepId: string) => segmentAt.get(stepId) ?? 0;
  const stepsBy: MapStep[][] = cuts.map(() => []);
  for (const step of steps) stepsBy[numberOf(step.id)]?.push(step);
  const waysBy: MapWay[][] = cuts.map(() => []);
  for (const way of ways) if (numberOf(way.to) >= numberOf(way.from)) waysBy[numberOf(way.from)]?.push(way);
  const byId = new Map(steps.map((step) => [step.id, step]));
  return {
    segments: cuts.map((_, index) => {
      const next = cuts[index + 1];
      const own = waysBy[index] ?? [];
      return {
        steps: firstInFront(stepsBy[index] ?? [], cuts[index]),
        ways: own,
        exit: own.some(({ to }) => to === next) ? byId.get(next ?? '') : undefined,
      };
    }),
    returns: ways.filter(({ from, to }) => numberOf(to) < numberOf(from)),
  };
}

const firstInFront = (steps: readonly MapStep[], first: string | undefined): readonly MapStep[] => [
  ...steps.filter(({ id }) => id === first),
  ...steps.filter(({ id }) => id !== first),
];

type Reached = ReadonlyMap<string, ReadonlySet<string>>;

/** The ways without those that lead back to a step from which one comes. */
function onwardWays(steps: readonly MapStep[], ways: readonly MapWay[]): readonly MapWay[] {
  const waysOf = groupBy(ways, ({ from }) => from);
  const graph = graphOf(steps, ways);
  const first = steps.filter(({ isFirst }) => isFirst);
  const { onward } = searchDeep(
    [...first, ...steps].map(({ id }) => id),
    graph,
  );
  return onward.flatMap(({ from, at }) => waysOf.get(from)?.[at] ?? []);
}

const graphOf = (steps: readonly MapStep[], ways: readonly MapWay[]): Graph => {
  const waysOf = groupBy(ways, ({ from }) => from);
  return new Map(steps.map(({ id }) => [id, (waysOf.get(id) ?? []).map(({ to }) => to)]));
};

/** For each step, itself and everything after it. */
function reachOf(steps: readonly MapStep[], onward: readonly MapWay[]): Reached {
  const graph = graphOf(steps, onward);
  return new Map(steps.map(({ id }) => [id, reach([id], graph)]));
}

/** The first step of the trail, and every other that nothing leads to. */
function rootsOf(steps: readonly MapStep[], onward: readonly MapWay[]): readonly string[] {
  const led = new Set(onward.map(({ to }) => to));
  const roots = steps.filter(({ id, isFirst }) => isFirst || !led.has(id));
  return roots.sort((a, b) => Number(b.isFirst) - Number(a.isFirst)).map(({ id }) => id);
}

// Each segment costs the library a fixed time beside that for its steps.
const leastSteps = 40;

/** From a step on, each next step through which alone one comes to all that is after it, the one with most after it first. */
function chainOf(root: string, reached: Reached, onward: readonly MapWay[], least: number): readonly string[] {
  const gates = [...(reached.get(root) ?? [])]
    .filter((id) => id !== root && isDominator(id, reached, onward))
    .sort((a, b) => (reached.get(b)?.size ?? 0) - (reached.get(a)?.size ?? 0));
  const chain = [root];
  for (const gate of gates) {
    const above = reached.get(chain.at(-1) ?? root);
    const between = (above?.size ?? 0) - (reached.get(gate)?.size ?? 0);
    if (above?.has(gate) && between >= least) chain.push(gate);
  }
  return chain;
}

function isDominator(id: string, reached: Reached, onward: readonly MapWay[]): boolean {
  const after = reached.get(id);
  return (
    after !== undefined &&
    after.size > 1 &&
    onward.every(({ from, to }) => !after.has(to) || to === id || after.has(from))
  );
}
