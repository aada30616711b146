import { type Graph, reach, reachBehind, reversed } from '@probe-trail/core/graph';
import {
  type Finding,
  isOpen,
  letterOf,
  type Outcome,
  type Plan,
  type Step,
  sayCondition,
  sayZones,
} from '@probe-trail/core/plan';

/** One arm of a signpost on the map: an outcome, and what it leads to. */
export interface MapArm {
  readonly outcomeId: string;
  readonly label: string;
  readonly to: { readonly kind: 'step'; readonly stepId: string } | MapEnd | { readonly kind: 'open' };
}

/** A conclusion as the map shows it: by its letter. */
export interface MapEnd {
  readonly kind: 'end';
  readonly conclusionId: string;
  readonly letter: string;
  /** Which of the path colours is its own, from 0. */
  readonly hue: number;
}

/** A step on the map: a signpost with an arm for each outcome. */
export interface MapStep {
  readonly id: string;
  readonly title: string;
  readonly isFirst: boolean;
  readonly minutes: number;
  /** The block that it comes from; empty where it is of this plan alone. */
  readonly block: string;
  readonly arms: readonly MapArm[];
  readonly findings: number;
  readonly isError: boolean;
  /** How many steps are folded away behind it; 0 where none are. */
  readonly folded: number;
}

/** The way from an arm to the next step. */
export interface MapWay {
  readonly id: string;
  readonly from: string;
  readonly outcomeId: string;
  readonly to: string;
  /** The way in words, for those who hear the map. */
  readonly label: string;
  /** The one conclusion that it can still come to; `undefined` where there are several. */
  readonly end: MapEnd | undefined;
}

export interface MapGraph {
  readonly steps: readonly MapStep[];
  readonly ways: readonly MapWay[];
  readonly ends: readonly MapEnd[];
}

export const hues = 8;

/** The plan as signposts and ways, without the steps that are folded away. */
export function mapGraph(plan: Plan, folded: ReadonlySet<string>): MapGraph {
  const ends = new Map(plan.conclusions.map(({ id }, index) => [id, endOf(id, index)]));
  const next = new Map(plan.steps.map(({ id, outcomes }) => [id, goalsOf(outcomes)]));
  const hidden = hiddenBy(plan, next, folded);
  const shown = plan.steps.filter(({ id }) => !hidden.has(id));
  const reaches = endsReached(plan);
  const known = new Set(plan.steps.map(({ id }) => id));
  const titles = new Map(plan.steps.map(({ id, title }) => [id, title || untitled]));
  return {
    ends: [...ends.values()],
    steps: shown.map((step) => ({
      id: step.id,
      title: step.title || untitled,
      isFirst: step.id === plan.startStepId,
      minutes: step.effort.minutes,
      block: plan.uses.find(({ id }) => id === step.use?.useId)?.title ?? '',
      arms: step.outcomes.map((outcome) => armOf(step, outcome, ends, known)),
      findings: 0,
      isError: false,
      folded: folded.has(step.id) ? countHidden(next, step.id, hidden) : 0,
    })),
    ways: shown.flatMap((step) =>
      step.outcomes.flatMap((outcome) => {
        const { id, goTo } = outcome;
        if (goTo.kind !== 'step' || !known.has(goTo.stepId) || hidden.has(goTo.stepId)) return [];
        const [only, ...others] = reaches.get(goTo.stepId) ?? [];
        const end = only !== undefined && others.length === 0 ? ends.get(only) : undefined;
        const label = sayWay(step, outcome, titles.get(goTo.stepId));
        return [{ id: `${step.id}/${id}`, from: step.id, outcomeId: id, to: goTo.stepId, label: label, end }];
      }),
    ),
  };
}

const untitled = 'A step without a title';

const sayWay = (step: Step, outcome: Outcome, to = untitled): string =>
  `From “${step.title || untitled}”, ${sayCondition(step, outcome)}, to “${to}”`;

/** The steps with what the plan check has found at each. */
export function withFindings(steps: readonly MapStep[], findings: readonly Finding[]): readonly MapStep[] {
  const open = findings.filter(isOpen);
  const counts = new Map<string, { count: number; isError: boolean }>();
  for (const { at, severity } of open) {
    if (!at.stepId) continue;
    const before = counts.get(at.stepId);
    counts.set(at.stepId, {
      count: (before?.count ?? 0) + 1,
      isError: before?.isError === true || severity === 'error',
    });
  }
  return steps.map((step) => {
    const found = counts.get(step.id);
    return found ? { ...step, findings: found.count, isError: found.isError } : step;
  });
}

const endOf = (conclusionId: string, index: number): MapEnd => ({
  kind: 'end',
  conclusionId,
  letter: letterOf(index),
  hue: index % hues,
});

const goalsOf = (outcomes: readonly Outcome[]): readonly string[] =>
  outcomes.flatMap(({ goTo }) => (goTo.kind === 'step' ? [goTo.stepId] : []));

function armOf(step: Step, outcome: Outcome, ends: ReadonlyMap<string, MapEnd>, known: ReadonlySet<string>): MapArm {
  const { goTo, id: outcomeId } = outcome;
  // With one reading its name says nothing that the title does not.
  const label = step.readings.length > 1 ? sayCondition(step, outcome) : sayZones(step, outcome);
  const to =
    goTo.kind === 'step' && known.has(goTo.stepId)
      ? goTo
      : ((goTo.kind === 'conclusion' ? ends.get(goTo.conclusionId) : undefined) ?? ({ kind: 'open' } as const));
  return { outcomeId, label, to };
}

/** Steps that can only be reached through a folded one. */
function hiddenBy(plan: Plan, next: Graph, folded: ReadonlySet<string>): ReadonlySet<string> {
  if (folded.size === 0) return new Set();
  const behind = reach(
    [...folded].flatMap((id) => next.get(id) ?? []),
    next,
  );
  const others = reach(
    [plan.startStepId, ...plan.steps.map(({ id }) => id).filter((id) => !behind.has(id))],
    next,
    folded,
  );
  return new Set([...behind].filter((id) => !others.has(id)));
}

const countHidden = (next: Graph, id: string, hidden: ReadonlySet<string>): number =>
  [...reachBehind(id, next)].filter((one) => hidden.has(one)).length;

/** For each step, the conclusions that can still be come to: from the ends backwards. */
function endsReached(plan: Plan): ReadonlyMap<string, ReadonlySet<string>> {
  const back = reversed(new Map(plan.steps.map(({ id, outcomes }) => [id, goalsOf(outcomes)])));
  const reached = new Map<string, Set<string>>(plan.steps.map(({ id }) => [id, new Set()]));
  for (const conclusionId of new Set(plan.steps.flatMap(({ outcomes }) => outcomes.flatMap(conclusionOf)))) {
    const ends = plan.steps.filter(({ outcomes }) => outcomes.flatMap(conclusionOf).includes(conclusionId));
    const before = reach(
      ends.map(({ id }) => id),
      back,
    );
    for (const stepId of before) reached.get(stepId)?.add(conclusionId);
  }
  return reached;
}

const conclusionOf = ({ goTo }: Outcome): string[] => (goTo.kind === 'conclusion' ? [goTo.conclusionId] : []);

/** What lies on some way to certain conclusions: steps, and outcomes by `step/outcome`. */
export interface OnTheWay {
  readonly steps: ReadonlySet<string>;
  readonly outcomes: ReadonlySet<string>;
}

/** Everything on the ways to these conclusions. */
export function waysTo(plan: Plan, conclusionIds: ReadonlySet<string>): OnTheWay {
  const reached = endsReached(plan);
  const leadsThere = (stepId: string) => [...(reached.get(stepId) ?? [])].some((id) => conclusionIds.has(id));
  return {
    steps: new Set(plan.steps.map(({ id }) => id).filter(leadsThere)),
    outcomes: new Set(
      plan.steps.flatMap(({ id: stepId, outcomes }) =>
        outcomes
          .filter(({ goTo }) =>
            goTo.kind === 'step'
              ? leadsThere(goTo.stepId)
              : goTo.kind === 'conclusion' && conclusionIds.has(goTo.conclusionId),
          )
          .map(({ id }) => `${stepId}/${id}`),
      ),
    ),
  };
}
