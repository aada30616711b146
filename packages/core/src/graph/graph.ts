/** A directed graph: for each node, the nodes that its edges lead to. A target that is no key has no edges of its own. */
export type Graph = ReadonlyMap<string, readonly string[]>;

const nothing: ReadonlySet<string> = new Set();

/**
 * Everything that can be reached, the starting points included.
 * @param closed nodes from which nobody goes on
 */
export function reach(
  from: Iterable<string>,
  graph: Graph,
  closed: ReadonlySet<string> = nothing,
): ReadonlySet<string> {
  const seen = new Set(from);
  // A set hands out what is added while it is being walked, so it is its own queue.
  for (const id of seen) if (!closed.has(id)) for (const to of graph.get(id) ?? []) seen.add(to);
  return seen;
}

/** Everything behind a node; itself only where a way leads back to it. */
export const reachBehind = (id: string, graph: Graph): ReadonlySet<string> => reach(graph.get(id) ?? [], graph);

/** The same nodes with every edge turned round; edges to nodes that are not there are left out. */
export function reversed(graph: Graph): Graph {
  const back = new Map<string, string[]>([...graph.keys()].map((id) => [id, []]));
  for (const [from, targets] of graph) for (const to of targets) back.get(to)?.push(from);
  return back;
}

/** The same nodes with every edge in both directions. */
export function undirected(graph: Graph): Graph {
  const back = reversed(graph);
  return new Map([...graph].map(([id, targets]) => [id, [...targets, ...(back.get(id) ?? [])]]));
}

/** An edge as its place: the node that it comes from, and which of its edges it is, from 0. */
export interface EdgePlace {
  readonly from: string;
  readonly at: number;
}

/** What a depth-first search finds. */
export interface Search {
  /** The nodes that were reached, each before all that follow it but for returns (reverse postorder). */
  readonly order: readonly string[];
  /** The edges that do not lead back to a node from which the search has come, in the order in which it went them. */
  readonly onward: readonly EdgePlace[];
}

/**
 * Searches depth first from each of these nodes that an earlier one has not reached. Its stack is its own: a plan may be a thousand steps deep.
 * Edges to nodes that are not in the graph are passed over.
 */
export function searchDeep(from: Iterable<string>, graph: Graph): Search {
  const [seen, inside] = [new Set<string>(), new Set<string>()];
  const left: string[] = [];
  const onward: EdgePlace[] = [];
  const stack: { readonly id: string; at: number }[] = [];
  const enter = (id: string) => {
    seen.add(id);
    inside.add(id);
    stack.push({ id, at: 0 });
  };
  const step = (top: { readonly id: string; at: number }) => {
    const at = top.at;
    const to = graph.get(top.id)?.[at];
    top.at += 1;
    if (to === undefined) {
      inside.delete(top.id);
      left.push(top.id);
      stack.pop();
    } else if (graph.has(to) && !inside.has(to)) {
      onward.push({ from: top.id, at });
      if (!seen.has(to)) enter(to);
    }
  };
  // A later root stands before the earlier ones in no order that matters: the first comes first.
  const roots: string[][] = [];
  for (const root of from) {
    if (seen.has(root) || !graph.has(root)) continue;
    const before = left.length;
    enter(root);
    for (let top = stack.at(-1); top; top = stack.at(-1)) step(top);
    roots.push(left.slice(before).reverse());
  }
  return { order: roots.flat(), onward };
}

/** Whether every node can be taken away after all that lead to it (Kahn: Topological sorting of large networks, 1962). */
export function isAcyclic(graph: Graph): boolean {
  const incoming = new Map([...graph.keys()].map((id) => [id, 0]));
  for (const targets of graph.values())
    for (const to of targets) if (incoming.has(to)) incoming.set(to, (incoming.get(to) ?? 0) + 1);
  const free = [...incoming].filter(([, count]) => count === 0).map(([id]) => id);
  let taken = 0;
  for (const id of free) {
    taken += 1;
    for (const to of graph.get(id) ?? []) {
      const left = incoming.get(to);
      if (left === undefined) continue;
      incoming.set(to, left - 1);
      if (left === 1) free.push(to);
    }
  }
  return taken === incoming.size;
}

/** Nodes that can be reached from each other, each such knot by a number; a node that no way leads back to lies in none. */
export function knotsIn(graph: Graph): ReadonlyMap<string, number> {
  const behind = new Map([...graph.keys()].map((id) => [id, reachBehind(id, graph)]));
  const knots = new Map<string, number>();
  for (const [number, id] of [...graph.keys()].entries()) {
    if (knots.has(id) || !behind.get(id)?.has(id)) continue;
    for (const other of behind.get(id) ?? []) if (behind.get(other)?.has(id)) knots.set(other, number);
  }
  return knots;
}

/**
 * For each node the nearest one that every way to it from the first comes through; none for the first (Cooper, Harvey, Kennedy: A simple,
 * fast dominance algorithm, 2001).
 * @param order the nodes that the first one reaches, as `searchDeep` gives them
 */
export function dominatorsOf(order: readonly string[], graph: Graph): ReadonlyMap<string, string> {
  const place = new Map(order.map((id, at) => [id, at]));
  const before = reversed(graph);
  const dominators = new Map<string, string>();
  const [first = ''] = order;
  const isKnown = (id: string) => id === first || dominators.has(id);
  const above = (id: string) => dominators.get(id) ?? first;
  const common = (one: string, other: string): string => {
    let [a, b] = [one, other];
    while (a !== b)
      if ((place.get(a) ?? 0) > (place.get(b) ?? 0)) a = above(a);
      else b = above(b);
    return a;
  };
  for (let isChanged = true; isChanged; ) {
    isChanged = false;
    for (const id of order.slice(1)) {
      const known = (before.get(id) ?? []).filter(isKnown);
      if (known.length === 0) continue;
      const next = known.reduce(common);
      if (dominators.get(id) === next) continue;
      dominators.set(id, next);
      isChanged = true;
    }
  }
  return dominators;
}

export interface Flow<Value> {
  /** What holds at the first node. */
  readonly start: Value;
  /** What holds after an edge, by its place, when this holds before it. */
  readonly along: (value: Value, edge: EdgePlace) => Value;
  /** What can be said where two ways meet; the first one itself where the second brings nothing new. */
  readonly join: (known: Value, coming: Value) => Value;
}

/**
 * Forward data-flow analysis to its fixed point: for each node that can be reached from the first, what holds there whichever way one came
 * (Kildall: A unified approach to global program optimization, 1973). Ends because `join` can only go one way through finitely many values.
 * @param order as `searchDeep` gives it: without returns one pass is enough
 */
export function flowForward<Value>(
  order: readonly string[],
  graph: Graph,
  { start, along, join }: Flow<Value>,
): ReadonlyMap<string, Value> {
  const holds = new Map<string, Value>(order.slice(0, 1).map((id) => [id, start]));
  const pass = (from: string): boolean => {
    const value = holds.get(from) as Value;
    let isChanged = false;
    for (const [at, to] of (graph.get(from) ?? []).entries()) {
      if (!graph.has(to)) continue;
      const coming = along(value, { from, at });
      const isKnown = holds.has(to);
      const joined = isKnown ? join(holds.get(to) as Value, coming) : coming;
      if (isKnown && joined === holds.get(to)) continue;
      holds.set(to, joined);
      isChanged = true;
    }
    return isChanged;
  };
  for (let isChanged = true; isChanged; ) {
    isChanged = false;
    for (const id of order) if (pass(id)) isChanged = true;
  }
  return holds;
}
