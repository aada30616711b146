import { sayCapturedReading } from '../../captureReading/index.js';
import { sayLiveReading } from '../../liveValue/index.js';
import { sayPhysicalCheck } from '../../physicalCheck/index.js';
import { formatPlain } from '../../reading/index.js';
import { casesOf, type Spec, sayDriveValues, saySpec } from '../../spec/index.js';
import type { FindingPlace } from '../check/finding.js';
import type { CurrentPath } from '../document/currentPath.js';
import { accessLevels } from '../document/fields.js';
import { type Connector, faceViews, type PartCard } from '../document/partCard.js';
import {
  type BlockUse,
  type Conclusion,
  type Input,
  type Outcome,
  type Plan,
  type Step,
  type StepReading,
  type Suspect,
  tooClosePolicies,
} from '../document/plan.js';
import { indexPlan, isSameGoal } from '../document/planIndex.js';
import { sayCondition, sayGoal, sayHookUp, sayPlace, saySuspects } from '../document/sayPlan.js';
import { sayTask } from '../document/sayTask.js';
import { stepFieldNames, stepFields } from '../document/stepFields.js';

export type DifferenceKind = 'added' | 'removed' | 'changed';

/** One difference between two versions, as a technician would say it. */
export interface Difference {
  readonly kind: DifferenceKind;
  /** In the later version; in the earlier one for what was removed. */
  readonly at: FindingPlace;
  /** The step, suspect or other thing that it is about, by its name. */
  readonly about: string;
  /** What it is, such as “limits of Feed” or “leads to”. */
  readonly what: string;
  /** Empty where it was added. */
  readonly before: string;
  /** Empty where it was removed. */
  readonly after: string;
}

/**
 * What a later version of a plan has that an earlier one has not: in the order of the plan, steps first. Things are the same when their
 * ids are; what was renamed is said so. Two equal plans differ in nothing.
 */
export function comparePlans(before: Plan, after: Plan): readonly Difference[] {
  const plans = { before, after };
  return [
    ...headDifferences(plans),
    ...eachOf(
      before.steps,
      after.steps,
      ({ id }) => ({ stepId: id }),
      'step',
      (pair, at) => stepDifferences(plans, pair, at),
    ),
    ...eachOf(
      before.suspects,
      after.suspects,
      ({ id }) => ({ suspectId: id }),
      'suspect',
      (pair, at) => suspectDifferences(plans, pair, at),
    ),
    ...eachOf(
      before.conclusions,
      after.conclusions,
      ({ id }) => ({ conclusionId: id }),
      'conclusion',
      (pair, at) => conclusionDifferences(plans, pair, at),
    ),
    ...eachOf(before.inputs, after.inputs, () => ({}), 'asked at the start', inputDifferences),
    ...eachOf(
      before.uses,
      after.uses,
      () => ({}),
      'block',
      (pair, at) => useDifferences(plans, pair, at),
    ),
    ...eachOf(
      before.paths,
      after.paths,
      () => ({}),
      'current path',
      (pair) => pathDifferences(plans, pair),
    ),
    ...eachOf(before.partCards, after.partCards, () => ({}), 'part card', cardDifferences),
  ];
}

interface Plans {
  readonly before: Plan;
  readonly after: Plan;
}

interface Pair<Item> {
  readonly before: Item;
  readonly after: Item;
}

type Named = { readonly id: string; readonly title?: string; readonly name?: string };

const nameOf = ({ id, title, name }: Named): string => title || name || id;

/** Things that came, went or stayed, by their ids; of those that stayed, how they differ. */
function eachOf<Item extends Named>(
  before: readonly Item[],
  after: readonly Item[],
  placeOf: (item: Item) => FindingPlace,
  what: string,
  compare: (pair: Pair<Item>, at: FindingPlace) => readonly Difference[],
): readonly Difference[] {
  const earlier = new Map(before.map((item) => [item.id, item]));
  const later = new Set(after.map(({ id }) => id));
  return [
    ...after.flatMap((item) => {
      const old = earlier.get(item.id);
      if (!old) return [whole('added', item, placeOf(item), what)];
      const renamed = changed(placeOf(item), nameOf(item), 'name', nameOf(old), nameOf(item));
      return [...renamed, ...compare({ before: old, after: item }, placeOf(item))];
    }),
    ...before.filter(({ id }) => !later.has(id)).map((item) => whole('removed', item, placeOf(item), what)),
  ];
}

const whole = (kind: 'added' | 'removed', item: Named, at: FindingPlace, what: string): Difference => ({
  kind,
  at,
  about: nameOf(item),
  what,
  before: kind === 'removed' ? nameOf(item) : '',
  after: kind === 'added' ? nameOf(item) : '',
});

/** One difference where the two are said differently; none where they are said alike. */
function changed(at: FindingPlace, about: string, what: string, before: string, after: string): readonly Difference[] {
  if (before === after) return [];
  const kind = before === '' ? 'added' : after === '' ? 'removed' : 'changed';
  return [{ kind, at, about, what, before, after }];
}

/** Lists of suspects that differ, by what they are called; the same suspects under other names are the same. */
const namesDiffer = (
  plans: Plans,
  at: FindingPlace,
  about: string,
  what: string,
  before: readonly string[],
  after: readonly string[],
): readonly Difference[] =>
  joined(before) === joined(after)
    ? []
    : changed(at, about, what, saySuspects(plans.before, before), saySuspects(plans.after, after));

const joined = (items: readonly string[]): string => items.join(', ');

function headDifferences({ before, after }: Plans): readonly Difference[] {
  const about = 'The plan';
  const said = (what: string, say: (plan: Plan) => string) => changed({}, about, what, say(before), say(after));
  return [
    ...said('title', ({ title }) => title),
    ...said('summary', ({ summary }) => summary),
    // A step with another name is the same step.
    ...(before.startStepId === after.startStepId
      ? []
      : said('first step', (plan) => sayGoal(plan, { kind: 'step', stepId: plan.startStepId }))),
    ...said('vehicle lines', ({ appliesTo }) => joined(appliesTo.lines)),
    ...said('engines', ({ appliesTo }) => joined(appliesTo.engines)),
    ...said('codes', ({ appliesTo }) => joined(appliesTo.codes)),
    ...said('complaints', ({ appliesTo }) => joined(appliesTo.complaints)),
    ...said('a reading that is too close to call', ({ tooClose }) => tooClosePolicies[tooClose]),
    ...said('without a network', ({ offline }) => (offline ? 'can begin' : 'cannot begin')),
  ];
}

function stepDifferences(plans: Plans, pair: Pair<Step>, at: FindingPlace): readonly Difference[] {
  const about = nameOf(pair.after);
  const said = (what: string, say: (step: Step, plan: Plan) => string) =>
    changed(at, about, what, say(pair.before, plans.before), say(pair.after, plans.after));
  const byParts: Partial<Record<keyof Step, () => readonly Difference[]>> = {
    // The id tells which step it is, and the title what it is called: both are said before.
    id: () => [],
    title: () => [],
    readings: () =>
      eachOf(
        pair.before.readings,
        pair.after.readings,
        () => at,
        `reading of “${about}”`,
        (readings) => readingDifferences(plans, readings, at, about),
      ),
    outcomes: () => outcomeDifferences(plans, pair, at, about),
  };
  return stepFieldNames.flatMap((key) => byParts[key]?.() ?? said(stepFields[key].name, stepFields[key].say));
}

const readingDifferences = (
  plans: Plans,
  { before, after }: Pair<StepReading>,
  at: FindingPlace,
  about: string,
): readonly Difference[] => [
  ...changed(at, about, `limits of ${after.name || 'the reading'}`, saySpec(before.spec), saySpec(after.spec)),
  ...changed(
    at,
    about,
    `what ${after.name || 'the reading'} is made of`,
    before.spec.kind === 'drive' ? sayDriveValues(before.spec) : '',
    after.spec.kind === 'drive' ? sayDriveValues(after.spec) : '',
  ),
  ...changed(
    at,
    about,
    `what ${after.name || 'the reading'} says about the vehicle`,
    sayMeanings(before.spec),
    sayMeanings(after.spec),
  ),
  ...changed(
    at,
    about,
    `hook-up of ${after.name || 'the reading'}`,
    before.hookUp ? sayHookUp(plans.before, before.hookUp) : '',
    after.hookUp ? sayHookUp(plans.after, after.hookUp) : '',
  ),
  ...changed(
    at,
    about,
    `what ${after.name || 'the reading'} is read from on the vehicle`,
    before.live ? sayLiveReading(before.live) : '',
    after.live ? sayLiveReading(after.live) : '',
  ),
  ...changed(
    at,
    about,
    `what ${after.name || 'the reading'} is measured on in a capture`,
    sayCaptureOf(before),
    sayCaptureOf(after),
  ),
  ...changed(
    at,
    about,
    `whose losses count for ${after.name || 'the reading'}`,
    before.watches.join(', '),
    after.watches.join(', '),
  ),
  ...changed(at, about, `formula of ${after.name}`, before.derivedFrom ?? '', after.derivedFrom ?? ''),
  ...changed(
    at,
    about,
    `what ${after.name || 'the reading'} is expected to show`,
    sayExpected(plans.before, before),
    sayExpected(plans.after, after),
  ),
];

/** Everything that a capture is measured by: what is known of the thing too. */
const sayCaptureOf = ({ capture }: StepReading): string => {
  if (!capture) return '';
  const { measure } = capture;
  if (measure.kind === 'reference')
    return `${sayCapturedReading(capture)} (${measure.partCardId}, ${measure.referenceId}, band ${formatPlain(measure.band * 100)} %${measure.isStretched ? ', at any speed' : ''})`;
  const known = Object.entries(measure.known).filter(([, value]) => value !== null && value !== false);
  return [sayCapturedReading(capture), ...known.map(([name, value]) => `${name} ${value}`)].join(', ');
};

const sayMeanings = (spec: Spec): string =>
  casesOf(spec)
    .filter(({ meaning }) => meaning !== '')
    .map(({ id, name, meaning }) => `${name || id}: ${meaning}`)
    .join('; ');

const sayExpected = (plan: Plan, { spec, expects }: StepReading): string =>
  expects
    .map((one) => {
      const who = saySuspects(plan, [one.suspectId]);
      if (one.kind === 'range')
        return `${who}: ${one.min === null ? '' : formatPlain(one.min)} to ${one.max === null ? '' : formatPlain(one.max)}`;
      const cases = casesOf(spec);
      return `${who}: ${joined(one.zoneIds.map((id) => cases.find((zone) => zone.id === id)?.name ?? id))}`;
    })
    .join('; ');

function outcomeDifferences(plans: Plans, pair: Pair<Step>, at: FindingPlace, about: string): readonly Difference[] {
  const earlier = new Map(pair.before.outcomes.map((outcome) => [outcome.id, outcome]));
  const later = new Set(pair.after.outcomes.map(({ id }) => id));
  const order = ({ outcomes }: Step, other: ReadonlySet<string>) =>
    joined(outcomes.filter(({ id }) => other.has(id)).map(({ id }) => id));
  const isReordered = order(pair.before, later) !== order(pair.after, new Set(earlier.keys()));
  const textOf = (outcome: Outcome, step: Step, plan: Plan) =>
    `when ${sayCondition(step, outcome)} → ${sayGoal(plan, outcome.goTo)}`;
  return [
    ...pair.after.outcomes.flatMap((outcome) => {
      const place = { ...at, outcomeId: outcome.id };
      const old = earlier.get(outcome.id);
      if (!old) return changed(place, about, 'outcome', '', textOf(outcome, pair.after, plans.after));
      const which = sayCondition(pair.after, outcome);
      const said = (what: string, before: string, after: string) => changed(place, about, what, before, after);
      const named = (what: string, before: readonly string[], after: readonly string[]) =>
        namesDiffer(plans, place, about, what, before, after);
      return [
        // One without a condition holds always or otherwise, which its place alone decides.
        ...(old.when.length + outcome.when.length === 0
          ? []
          : said('an outcome holds when', sayCondition(pair.before, old), which)),
        ...(isSameGoal(old.goTo, outcome.goTo)
          ? []
          : said(`when ${which}, it leads to`, sayGoal(plans.before, old.goTo), sayGoal(plans.after, outcome.goTo))),
        ...named(`when ${which}, it clears`, old.clears, outcome.clears),
        ...named(`when ${which}, it points to`, old.pointsTo, outcome.pointsTo),
        ...named(`when ${which}, it is expected of`, old.expects, outcome.expects),
        ...said(`when ${which}, it means`, old.meaning, outcome.meaning),
      ];
    }),
    ...pair.before.outcomes
      .filter(({ id }) => !later.has(id))
      .flatMap((outcome) =>
        changed({ ...at, outcomeId: outcome.id }, about, 'outcome', textOf(outcome, pair.before, plans.before), ''),
      ),
    ...(isReordered
      ? changed(
          at,
          about,
          'order of the outcomes',
          pair.before.outcomes.map((outcome) => sayCondition(pair.before, outcome)).join('; '),
          pair.after.outcomes.map((outcome) => sayCondition(pair.after, outcome)).join('; '),
        )
      : []),
  ];
}

function suspectDifferences(plans: Plans, { before, after }: Pair<Suspect>, at: FindingPlace): readonly Difference[] {
  const about = nameOf(after);
  return [
    ...changed(at, about, 'kind', before.kind, after.kind),
    ...changed(at, about, 'weight', formatPlain(before.weight), formatPlain(after.weight)),
    ...changed(at, about, 'where the weight comes from', before.weightBecause, after.weightBecause),
    ...changed(at, about, 'repair', before.repair, after.repair),
    ...changed(at, about, 'after the repair', before.afterRepair, after.afterRepair),
    ...changed(at, about, 'what goes with the repair', before.companions.join('; '), after.companions.join('; ')),
    ...changed(
      at,
      about,
      'steps that prove the repair',
      saySteps(plans.before, before.proofStepIds),
      saySteps(plans.after, after.proofStepIds),
    ),
    ...changed(at, about, 'work afterwards', before.tasks.map(sayTask).join('; '), after.tasks.map(sayTask).join('; ')),
  ];
}

/** Steps by their titles; one that is not there by its id, so that it is not said to be gone where it was never there. */
const saySteps = (plan: Plan, ids: readonly string[]): string =>
  ids.map((id) => `“${indexPlan(plan).steps.get(id)?.title || id}”`).join(', ');

function conclusionDifferences(
  plans: Plans,
  { before, after }: Pair<Conclusion>,
  at: FindingPlace,
): readonly Difference[] {
  const about = nameOf(after);
  return [
    ...changed(at, about, 'summary', before.summary, after.summary),
    ...namesDiffer(plans, at, about, 'names', before.suspectIds, after.suspectIds),
  ];
}

function inputDifferences({ before, after }: Pair<Input>, at: FindingPlace): readonly Difference[] {
  const about = nameOf(after);
  const from = ({ from, ask }: Input) => (from === null ? `asked: ${ask}` : `taken from ${from}`);
  return [
    ...changed(at, about, 'unit', before.unit, after.unit),
    ...changed(at, about, 'where it comes from', from(before), from(after)),
  ];
}

const useDifferences = (plans: Plans, { before, after }: Pair<BlockUse>, at: FindingPlace): readonly Difference[] => [
  ...changed(at, nameOf(after), 'which block', before.blockId, after.blockId),
  ...changed(at, nameOf(after), 'blocks within', joined(before.within), joined(after.within)),
  ...changed(
    at,
    nameOf(after),
    'suspects that stand for those of the block',
    saySubstitutes(plans.before, before),
    saySubstitutes(plans.after, after),
  ),
  ...changed(at, nameOf(after), 'version of the block', String(before.version), String(after.version)),
  ...changed(at, nameOf(after), 'filled in', sayFilledIn(before), sayFilledIn(after)),
];

const saySubstitutes = (plan: Plan, { suspects }: BlockUse): string =>
  suspects.map(({ from, to }) => `${from}: ${saySuspects(plan, [to])}`).join('; ');

const sayFilledIn = ({ inputs }: BlockUse): string =>
  joined(inputs.filter(({ value }) => value !== '').map(({ id, name, value }) => `${name || id}: ${value}`));

function pathDifferences(plans: Plans, { before, after }: Pair<CurrentPath>): readonly Difference[] {
  return changed({}, nameOf(after), 'points and sections', sayPath(plans.before, before), sayPath(plans.after, after));
}

/** A path from point to point, with what may be lost between them and who may be at fault there. */
const sayPath = (plan: Plan, { points, sections }: CurrentPath): string =>
  points

    .map(({ name, at, minutes, access }, index) => {
      const point = `${name}${sayPlace(at) === name ? '' : ` at ${sayPlace(at)}`} (${formatPlain(minutes)} min, ${accessLevels[access]})`;
      const section = sections[index];
      if (!section) return point;
      const loses = section.isLoad ? 'the load' : `at most ${formatPlain(section.mostDrop)} V`;
      return `${point}, ${joined([loses, ...section.suspectIds.map((id) => saySuspects(plan, [id]))])}`;
    })
    .join('; ');

function cardDifferences({ before, after }: Pair<PartCard>, at: FindingPlace): readonly Difference[] {
  const about = nameOf(after);
  return [
    ...changed(at, about, 'place', before.place, after.place),
    ...changed(at, about, 'how it works', before.howItWorks, after.howItWorks),
    ...changed(at, about, 'connectors', sayConnectors(before), sayConnectors(after)),
    ...pinDifferences(before, after, at, about),
    ...changed(at, about, 'values', sayValues(before), sayValues(after)),
    ...changed(at, about, 'what is expected', sayPhysicalChecks(before), sayPhysicalChecks(after)),
    ...changed(at, about, 'known-good captures', sayReferences(before, before), sayReferences(after, before)),
  ];
}

const sayValues = ({ values }: PartCard): string => values.map(({ name, value }) => `${name}: ${value}`).join('; ');

/** Two thousand numbers are said to differ, and not listed. */
const sayReferences = ({ references }: PartCard, { references: others }: PartCard): string =>
  references
    .map(({ id, name, unit, stepMs, values }) => {
      const other = others.find((one) => one.id === id)?.values;
      const isOther = other?.length === values.length && other.some((value, at) => value !== values[at]);
      const made = `${values.length} ${isOther ? 'other ' : ''}values in ${unit || 'no unit'}`;
      return `${name || id}: ${made}, one in ${formatPlain(stepMs)} ms`;
    })
    .join('; ');

const sayPhysicalChecks = ({ physicalChecks }: PartCard): string =>
  physicalChecks.map((one) => `${one.value}: ${sayPhysicalCheck(one)}`).join('; ');

function pinDifferences(before: PartCard, after: PartCard, at: FindingPlace, about: string): readonly Difference[] {
  const [earlier, later] = [pinsOf(before), pinsOf(after)];
  const names = new Set([...later.keys(), ...earlier.keys()]);
  return [...names].flatMap((name) => changed(at, about, name, earlier.get(name) ?? '', later.get(name) ?? ''));
}

const pinsOf = ({ connectors }: PartCard): ReadonlyMap<string, string> =>
  new Map(
    connectors.flatMap((connector) =>
      connector.pins.map(({ pin, name, wire }) => [
        `${connector.id}·${pin}`,
        joined([name, [wire.colour, wire.tracer].filter((one) => one !== '').join('/')].filter((one) => one !== '')) ||
          'a pin',
      ]),
    ),
  );

/** What each connector is called, and how its pins lie. */
const sayConnectors = ({ connectors }: PartCard): string =>
  connectors
    .map(({ id, name, face }) => joined([id, name, face ? sayFace(face) : ''].filter((one) => one !== '')))
    .join('; ');

const sayFace = ({ rows, seenFrom, latch }: NonNullable<Connector['face']>): string =>
  `${rows.map((row) => row.map((pin) => pin || '·').join(' ')).join(' / ')} seen from ${faceViews[seenFrom]}, latch ${latch}`;
