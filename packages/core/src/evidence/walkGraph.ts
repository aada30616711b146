import { searchDeep } from '../graph/index.js';
import { indexPlan, type Outcome, type Plan, type Step } from '../plan/index.js';
import { findLoops } from './loops.js';

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

/** The walk graph of a plan. A walk enters a step once: a way to a step that it has done is a return, and ends it there. */
export function walkGraph(plan: Plan): WalkGraph {
  const first = indexPlan(plan).steps.get(plan.startStepId);
  return first ? (unroll(plan, first) ?? unrollBySearch(plan, first)) : { places: [], isExact: true };
}

interface OpenPlace {
  readonly step: Step;
  readonly ways: Way[];
  /** The steps of its knot that were done before it. */
  readonly done: ReadonlySet<string>;
}

const nothing: ReadonlySet<string> = new Set();

/** Every place with what was done before it in the same knot; `undefined` where there are more than `mostPlaces`. */
function unroll(plan: Plan, first: Step): WalkGraph | undefined {
  const { isReturn, knotOf } = findLoops(plan);
  const places = new Map<string, OpenPlace>();
  const graph = new Map<string, readonly string[]>();
  const keyOf = ({ step, done }: Pick<OpenPlace, 'step' | 'done'>) =>
    done.size === 0 ? step.id : JSON.stringify([step.id, ...[...done].sort()]);
  const placeAt = (step: Step, done: ReadonlySet<string>): OpenPlace => {
    const key = keyOf({ step, done });
    const place = places.get(key) ?? { step, ways: [], done };
    places.set(key, place);
    return place;
  };
  const doneAt = (from: OpenPlace, to: Step): ReadonlySet<string> => {
    const knot = knotOf(to.id);
    return knot !== undefined && knot === knotOf(from.step.id) ? new Set([...from.done, from.step.id]) : nothing;
  };
  const enter = (from: OpenPlace, to: Step): OpenPlace | undefined =>
    isReturn(from.step.id, to.id) || from.done.has(to.id) ? undefined : placeAt(to, doneAt(from, to));

  const start = keyOf(placeAt(first, nothing));
  // A map hands out what is added while it is being walked, so it is its own queue.
  for (const [key, place] of places) {
    if (places.size > mostPlaces) return undefined;
    const next: OpenPlace[] = [];
    for (const outcome of place.step.outcomes) {
      const way = toWay(plan, outcome, (to) => enter(place, to));
      place.ways.push(way);
      if (way.to) next.push(way.to);
    }
    graph.set(key, next.map(keyOf));
  }
  const { order } = searchDeep([start], graph);
  return { places: order.flatMap((key) => places.get(key) ?? []), isExact: true };
}

/** A way to a step that a search is still in is a return: of crossing loops this finds some walks, and not all. */
function unrollBySearch(plan: Plan, first: Step): WalkGraph {
  const graph = new Map(plan.steps.map(({ id, outcomes }) => [id, outcomes.map(stepAfter)]));
  const { order, onward } = searchDeep([first.id], graph);
  const { steps } = indexPlan(plan);
  const places = new Map(
    order.flatMap((id) => {
      const step = steps.get(id);
      return step ? [[id, { step, ways: [] as Way[] }] as const] : [];
    }),
  );
  const isOnward = new Set(onward.map(({ from, at }) => `${from} ${at}`));
  for (const { step, ways } of places.values())
    for (const [at, outcome] of step.outcomes.entries())
      ways.push(toWay(plan, outcome, (to) => (isOnward.has(`${step.id} ${at}`) ? places.get(to.id) : undefined)));
  return { places: [...places.values()], isExact: false };
}

/** The step that an outcome leads to; no id of a step where it leads to none. */
const stepAfter = ({ goTo }: Outcome): string => (goTo.kind === 'step' ? goTo.stepId : '');

/** @param enter the place that a way to this step comes to; none where it is a return */
function toWay<Place extends WalkPlace>(
  plan: Plan,
  outcome: Outcome,
  enter: (to: Step) => Place | undefined,
): Way & { readonly to: Place | undefined } {
  const { steps, conclusions } = indexPlan(plan);
  const { goTo } = outcome;
  if (goTo.kind === 'conclusion' && conclusions.has(goTo.conclusionId)) return { outcome, to: undefined, end: goTo };
  const step = steps.get(stepAfter(outcome));
  if (!step) return { outcome, to: undefined, end: { kind: 'nowhere' } };
  const to = enter(step);
  return { outcome, to, end: to ? undefined : { kind: 'back', stepId: step.id } };
}
