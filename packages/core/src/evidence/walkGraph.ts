import { indexPlan, type Outcome, type Plan, type Step } from '../plan/index.js';
import { findLoops, type Loops } from './loops.js';

/** Where a walk stops: at a conclusion, at an outcome that leads nowhere yet, or where it would come back to a step that it has done. */
export type WalkEnd =
  | { readonly kind: 'conclusion'; readonly conclusionId: string }
  | { readonly kind: 'nowhere' }
  | { readonly kind: 'back'; readonly stepId: string };

/** One outcome as a way on: to the next place, or to an end. */
export interface Way {
  readonly outcome: Outcome;
  readonly to: WalkPlace | undefined;
  /** Only where it does not go on. */
  readonly end: WalkEnd | undefined;
}

/**
 * A step as a walk comes to it. Where loops cross it depends on the steps done before which ways on are returns: such a step has a place for
 * each of these cases.
 */
export interface WalkPlace {
  readonly step: Step;
  readonly ways: readonly Way[];
}

/** The reachable part of a plan without its returns: every way leads forward, so walks can be counted and summed. */
export interface WalkGraph {
  /** Every place before all that follow it. */
  readonly places: readonly WalkPlace[];
  /** Whether it has all walks; a plan whose loops cross beyond all counting has only those that a search finds. */
  readonly isExact: boolean;
}

// What is more than that takes longer than anybody waits for a number.
const mostPlaces = 30_000;

const graphs = new WeakMap<Plan, WalkGraph>();

/**
 * The walk graph of a plan. A walk enters a step once: a way to a step that it has done is a return, and ends it there. Made once for each
 * document, as documents are never changed in place.
 */
export function walkGraph(plan: Plan): WalkGraph {
  const known = graphs.get(plan);
  if (known) return known;
  const loops = findLoops(plan);
  const graph = unroll(plan, loops, mostPlaces) ?? unrollBySearch(plan);
  graphs.set(plan, graph);
  return graph;
}

interface OpenPlace {
  readonly step: Step;
  readonly ways: Way[];
  /** The steps of its knot that were done before it. */
  readonly done: ReadonlySet<string>;
}

const nothing: ReadonlySet<string> = new Set();

/** Every place with what was done before it in the same knot; `undefined` where there are more than `most`. */
function unroll(plan: Plan, { isReturn, knotOf }: Loops, most: number): WalkGraph | undefined {
  const nextDone = (from: OpenPlace, to: Step): ReadonlySet<string> => {
    const knot = knotOf(to.id);
    return knot !== undefined && knot === knotOf(from.step.id) ? new Set([...from.done, from.step.id]) : nothing;
  };
  return search(plan, {
    most,
    isBack: (from, to) => isReturn(from.step.id, to.id) || from.done.has(to.id),
    doneAt: nextDone,
    isExact: true,
  });
}

/** A way to a step that the search is still in is a return: of crossing loops this finds some walks, and not all. */
function unrollBySearch(plan: Plan): WalkGraph {
  const graph = search(plan, {
    most: Number.POSITIVE_INFINITY,
    isBack: (_, to, inside) => inside.has(to.id),
    doneAt: () => nothing,
    isExact: false,
  });
  return graph ?? { places: [], isExact: false };
}

interface SearchRules {
  readonly most: number;
  readonly isBack: (from: OpenPlace, to: Step, inside: ReadonlySet<string>) => boolean;
  readonly doneAt: (from: OpenPlace, to: Step) => ReadonlySet<string>;
  readonly isExact: boolean;
}

/** Depth first, with a stack of its own: a plan may be a thousand steps deep. */
function search(plan: Plan, { most, isBack, doneAt, isExact }: SearchRules): WalkGraph | undefined {
  const { steps, conclusions } = indexPlan(plan);
  const places = new Map<string, OpenPlace>();
  const inside = new Set<string>();
  const left: WalkPlace[] = [];
  const stack: { readonly place: OpenPlace; next: number }[] = [];

  const enter = (step: Step, done: ReadonlySet<string>): OpenPlace => {
    const key = done.size === 0 ? step.id : JSON.stringify([step.id, ...[...done].sort()]);
    const known = places.get(key);
    if (known) return known;
    const place: OpenPlace = { step, ways: [], done };
    places.set(key, place);
    inside.add(step.id);
    stack.push({ place, next: 0 });
    return place;
  };
  const toWay = (from: OpenPlace, outcome: Outcome): Way => {
    const { goTo } = outcome;
    if (goTo.kind === 'conclusion' && conclusions.has(goTo.conclusionId)) return { outcome, to: undefined, end: goTo };
    const to = goTo.kind === 'step' ? steps.get(goTo.stepId) : undefined;
    if (!to) return { outcome, to: undefined, end: { kind: 'nowhere' } };
    return isBack(from, to, inside)
      ? { outcome, to: undefined, end: { kind: 'back', stepId: to.id } }
      : { outcome, to: enter(to, doneAt(from, to)), end: undefined };
  };

  const first = steps.get(plan.startStepId);
  if (first) enter(first, nothing);
  for (let top = stack.at(-1); top; top = stack.at(-1)) {
    if (places.size > most) return undefined;
    const outcome = top.place.step.outcomes[top.next];
    if (outcome) {
      top.next += 1;
      top.place.ways.push(toWay(top.place, outcome));
    } else {
      inside.delete(top.place.step.id);
      left.push(top.place);
      stack.pop();
    }
  }
  return { places: left.reverse(), isExact };
}
