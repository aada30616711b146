import {
  blankOutcome,
  blankReading,
  blankStep,
  indexPlan,
  type Plan,
  type Step,
  suspectsNamedBy,
  upgradePartCard,
  upgradeStep,
  upgradeSuspect,
} from '../plan/index.js';
import { judgeChoice } from '../spec/index.js';
import { vehicleStates } from '../vehicleState/index.js';
import { type Draft, leavePlace, notAtStep } from './draft.js';
import type { Misfit } from './misfit.js';
import { leaveProof } from './proofEvents.js';
import type { TrailEventOf } from './trailEvent.js';

/**
 * What is added on a trail: suspects, part cards, tests, and a cause that is named without the plan leading to it. A test that was added
 * changes what is known, and not the way: once it is done the trail goes on where it was. Going back on the plan leaves it, as it belongs to
 * none of the plan's steps.
 */

export function addSuspect(draft: Draft, event: TrailEventOf<'suspectAdded'>): Misfit | undefined {
  const suspect = upgradeSuspect(event.suspect);
  const { plan, added } = draft;
  if (indexPlan(plan).suspects.has(suspect.id)) return { kind: 'thereAlready', what: 'suspect', id: suspect.id };
  draft.plan = { ...plan, suspects: [...plan.suspects, suspect] };
  draft.added = { ...added, suspects: { ...added.suspects, [suspect.id]: plan.steps.length } };
  return undefined;
}

export function addPartCard(draft: Draft, event: TrailEventOf<'partCardAdded'>): Misfit | undefined {
  const partCard = upgradePartCard(event.partCard);
  const { plan } = draft;
  if (indexPlan(plan).partCards.has(partCard.id)) return { kind: 'thereAlready', what: 'part card', id: partCard.id };
  draft.plan = { ...plan, partCards: [...plan.partCards, partCard] };
  return undefined;
}

export function addStep(draft: Draft, event: TrailEventOf<'stepAdded'>): Misfit | undefined {
  const step = upgradeStep(event.step);
  if (step.outcomes.some(({ goTo }) => goTo.kind !== 'nowhere')) return { kind: 'stepLeadsOn', stepId: step.id };
  return unknownSuspect(draft.plan, suspectsNamedBy(step)) ?? putStep(draft, step);
}

function putStep(draft: Draft, step: Step): Misfit | undefined {
  const { plan, added } = draft;
  if (indexPlan(plan).steps.has(step.id)) return { kind: 'thereAlready', what: 'step', id: step.id };
  draft.plan = { ...plan, steps: [...plan.steps, step] };
  draft.added = { ...added, stepIds: [...added.stepIds, step.id] };
  return undefined;
}

function unknownSuspect(plan: Plan, ids: readonly string[]): Misfit | undefined {
  const { suspects } = indexPlan(plan);
  const suspectId = ids.find((id) => !suspects.has(id));
  return suspectId === undefined ? undefined : { kind: 'noSuchSuspect', suspectId };
}

/** Once a repair did not help the plan has no way on, and its own steps are opened like those that were added. */
export function openAddedStep(draft: Draft, event: TrailEventOf<'stepOpened'>): Misfit | undefined {
  const { stepIds } = draft.added;
  const isThere =
    draft.failedRepairs.length > 0 ? indexPlan(draft.plan).steps.has(event.stepId) : stepIds.includes(event.stepId);
  if (!isThere) return { kind: 'noSuchAddedStep', stepId: event.stepId };
  leaveFor(draft, event);
  draft.at = { kind: 'step', stepId: event.stepId };
  return undefined;
}

/** Keeps the place of the trail to go back to it, unless it stands at something added already: then what was entered there is set aside. */
function leaveFor(draft: Draft, event: { readonly id: string; readonly atMs: number; readonly by: string }): void {
  const { at, taken, overridden, added } = draft;
  if (added.from) {
    leavePlace(draft, event);
    return;
  }
  draft.added = { ...added, from: { at, taken, overridden } };
  draft.taken = {};
  draft.overridden = [];
}

/**
 * Goes on where the trail was before something added was opened. What was unplugged, swapped or bridged for it is put back, and that is
 * believed of nobody: steps that need it so ask again.
 */
export function returnFromAdded(draft: Draft): void {
  const { from, ...added } = draft.added;
  if (!from) return;
  const step = draft.at.kind === 'step' ? indexPlan(draft.plan).steps.get(draft.at.stepId) : undefined;
  const madeFor = new Set(step?.needs.map(({ what }) => what).filter((what) => !(what in vehicleStates)));
  draft.believed = Object.fromEntries(Object.entries(draft.believed).filter(([what]) => !madeFor.has(what)));
  Object.assign(draft, from);
  draft.added = { ...added, from: undefined };
}

export function leaveAddedStep(draft: Draft, event: TrailEventOf<'stepLeft'>): Misfit | undefined {
  if (draft.at.kind !== 'step' || draft.at.stepId !== event.stepId) return notAtStep(event.stepId);
  if (draft.proving) return leaveProof(draft, event);
  if (!draft.added.from) return { kind: 'noSuchAddedStep', stepId: event.stepId };
  leavePlace(draft, event);
  returnFromAdded(draft);
  return undefined;
}

/** The trail comes to a conclusion of its own, which is accepted or withdrawn as any other. */
export function nameCause(draft: Draft, event: TrailEventOf<'causeNamed'>): Misfit | undefined {
  const { id, suspectIds } = event;
  const { plan } = draft;
  const unknown = unknownSuspect(plan, suspectIds);
  if (unknown) return unknown;
  leaveFor(draft, event);
  const names = suspectIds.map((suspectId) => indexPlan(plan).suspects.get(suspectId)?.name);
  const title = names.length > 0 ? names.join(' and ') : 'No fault found';
  draft.plan = { ...plan, conclusions: [...plan.conclusions, { id, title, summary: '', suspectIds }] };
  draft.at = { kind: 'conclusion', conclusionId: id };
  return undefined;
}

export function withdrawCause(draft: Draft): Misfit | undefined {
  if (draft.at.kind !== 'conclusion' || !draft.added.from) return { kind: 'noCauseNamed' };
  returnFromAdded(draft);
  return undefined;
}

/** A test that was done at once, with what came out in words: a step with this outcome and any other, and its waymark. */
export function addTested(draft: Draft, event: TrailEventOf<'offPlanTested'>): Misfit | undefined {
  const { id, stepId, clears, pointsTo, atMs, by } = event;
  if (stepId !== null && !indexPlan(draft.plan).steps.has(stepId)) return notAtStep(stepId);
  const step = testedStep(event);
  const misfit = unknownSuspect(draft.plan, [...clears, ...pointsTo]) ?? putStep(draft, step);
  if (misfit) return misfit;
  const [reading] = step.readings;
  const option = reading?.spec.kind === 'choice' ? reading.spec.options[0] : undefined;
  if (!option) return undefined;
  draft.waymarks.push({
    id,
    stepId: id,
    taken: [
      {
        eventId: id,
        readingId: seen,
        entry: { kind: 'chosen', optionId: seen },
        reading: undefined,
        verdict: judgeChoice(option),
        rows: [],
        instrument: undefined,
        takenIn: draft.believed,
        sources: undefined,
        tries: [],
        acceptedBecause: undefined,
        atMs,
        by,
        typedFirst: null,
        stillStands: null,
      },
    ],
    overridden: [],
    outcomeId: seen,
    skippedBecause: undefined,
    setAside: false,
    takenBackBecause: undefined,
    proves: undefined,
    atMs,
    by,
  });
  return undefined;
}

const seen = 'seen';
const otherwise = 'otherwise';

// As long as the name of a zone may be; all of it stands in the meaning.
const longestName = 60;
const shortened = (text: string) => (text.length > longestName ? `${text.slice(0, longestName - 1)}…` : text);

const testedStep = ({ id, title, seen: text, clears, pointsTo }: TrailEventOf<'offPlanTested'>): Step => ({
  ...blankStep(id, title),
  readings: [
    blankReading(seen, 'Came out', {
      kind: 'choice',
      options: [
        { id: seen, name: shortened(text), meaning: text, ok: pointsTo.length === 0 },
        { id: otherwise, name: 'anything else', meaning: '', ok: pointsTo.length > 0 },
      ],
    }),
  ],
  outcomes: [
    blankOutcome(seen, { when: [{ readingId: seen, zoneIds: [seen] }], clears, pointsTo }),
    blankOutcome(otherwise),
  ],
});

/** The waymark of an added step, or of one that proves a repair, counts no more, and says why. */
export function takeBack(draft: Draft, { testId, reason }: TrailEventOf<'offPlanTakenBack'>): Misfit | undefined {
  const at = draft.waymarks.findIndex(({ id, setAside }) => id === testId && !setAside);
  const waymark = draft.waymarks[at];
  const isApart = waymark && (waymark.proves !== undefined || draft.added.stepIds.includes(waymark.stepId));
  if (!isApart) return { kind: 'noSuchTest', testId };
  draft.waymarks[at] = { ...waymark, setAside: true, takenBackBecause: reason };
  return undefined;
}
