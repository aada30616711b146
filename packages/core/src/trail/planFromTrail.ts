import { blankPlan, type GoTo, indexPlan, type Outcome, type Plan, type Step } from '../plan/index.js';
import { cutText } from '../text/index.js';
import { standingWaymarks, type Trail } from './trail.js';

// As long as a complaint in a plan may be.
const longestName = 200;

/**
 * A draft plan from an open trail: its tests in the order in which they were really done, each once, the last time that it counted. What came
 * out leads to the test that came next, and at the end to the cause that was named. An outcome that did not come out leads to a conclusion
 * on whatever it points to, and where it points to nothing on to the next test: that is for the author to look at.
 */
export function planFromTrail(trail: Trail, id: string, title: string): Plan {
  const { plan, vehicle, complaint, openedBy } = trail;
  const done = stepsDone(trail);
  const concluded = 'conclusionId' in trail.at ? trail.at.conclusionId : undefined;
  const conclusions = new Map(plan.conclusions.filter((one) => one.id === concluded).map((one) => [one.id, one]));
  const conclusionOn = (suspectIds: readonly string[]): GoTo => {
    const same = [...conclusions.values()].find((one) => one.suspectIds.join() === suspectIds.join());
    if (same) return { kind: 'conclusion', conclusionId: same.id };
    const names = suspectIds.map((suspectId) => indexPlan(plan).suspects.get(suspectId)?.name ?? suspectId);
    const made = { id: `found-${conclusions.size + 1}`, title: names.join(' and '), summary: '', suspectIds };
    conclusions.set(made.id, made);
    return { kind: 'conclusion', conclusionId: made.id };
  };
  const steps = done.map(({ step, outcomeId }, at): Step => {
    const next = done[at + 1]?.step.id;
    const onward: GoTo = next
      ? { kind: 'step', stepId: next }
      : concluded
        ? { kind: 'conclusion', conclusionId: concluded }
        : { kind: 'nowhere' };
    const goTo = (outcome: Outcome): GoTo =>
      outcome.id === outcomeId || outcome.pointsTo.length === 0 ? onward : conclusionOn(outcome.pointsTo);
    return { ...step, outcomes: step.outcomes.map((outcome) => ({ ...outcome, goTo: goTo(outcome) })) };
  });
  return {
    ...blankPlan(id, title),
    summary: `From an open trail of ${openedBy} on ${vehicle.fleetNumber}.`,
    appliesTo: {
      lines: [vehicle.line],
      engines: [],
      codes: [],
      complaints: complaint === '' ? [] : [cutText(complaint, longestName)],
    },
    suspects: plan.suspects,
    partCards: plan.partCards,
    paths: plan.paths,
    startStepId: steps[0]?.id ?? '',
    steps,
    conclusions: [...conclusions.values()],
  };
}

function stepsDone(trail: Trail): readonly { readonly step: Step; readonly outcomeId: string | null }[] {
  const standing = standingWaymarks(trail).filter(({ skippedBecause }) => skippedBecause === undefined);
  return standing.flatMap(({ stepId, outcomeId }, at) => {
    const step = indexPlan(trail.plan).steps.get(stepId);
    const isLast = !standing.slice(at + 1).some((later) => later.stepId === stepId);
    return step && isLast ? [{ step, outcomeId }] : [];
  });
}
