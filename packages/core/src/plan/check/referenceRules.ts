import { casesOf, casesOfReading } from '../../spec/index.js';
import type { CurrentPath } from '../document/currentPath.js';
import { hookUpsOf } from '../document/hookUpsOf.js';
import { namesUsedBy } from '../document/namesUsedBy.js';
import type { Outcome, Plan, Step, StepReading, Suspect } from '../document/plan.js';
import { findPin, indexPlan, type PlanIndex } from '../document/planIndex.js';
import { namedByOutcome } from '../document/suspectsNamedBy.js';
import type { Finding, FindingPlace } from './finding.js';

/** A plan that nobody can follow: no step, or no first one. */
export function nothingToFollow(plan: Plan): Finding[] {
  if (plan.steps.some(({ id }) => id === plan.startStepId)) return [];
  const message = plan.steps.length === 0 ? 'The plan has no step.' : 'No step is marked as the first.';
  return [
    { rule: 'nothingToFollow', severity: 'error', at: {}, message, todo: 'Write a step and mark it as the first.' },
  ];
}

/** Two things of one kind with one id: whoever refers to it could mean either. */
export function doubleIds(plan: Plan): Finding[] {
  const kinds = [
    ['step', plan.steps],
    ['suspect', plan.suspects],
    ['conclusion', plan.conclusions],
    ['part card', plan.partCards],
    ['current path', plan.paths],
    ...plan.steps.flatMap((step) => [
      [`reading of “${step.title}”`, step.readings] as const,
      [`outcome of “${step.title}”`, step.outcomes] as const,
      ...step.readings.map((reading) => [`what “${nameOf(reading)}” can show`, casesOfReading(reading)] as const),
      ...step.readings.flatMap((reading) => partsOf(reading)),
    ]),
    ['input', plan.inputs],
    ['input and reading', namesInFormulas(plan)],
    ...plan.partCards.map(({ name, connectors }) => [`connector of “${name}”`, connectors] as const),
  ] as const;
  return kinds.flatMap(([kind, items]) =>
    twice(items.map(({ id }) => id)).map((id) => ({
      rule: 'doubleId' as const,
      severity: 'error' as const,
      at: {},
      message: `Two things have the id “${id}”: ${kind}.`,
      todo: 'Give one of them another id.',
    })),
  );
}

const nameOf = ({ id, name }: StepReading) => name || id;

/** What a reading is told by, one by one: alike things, sections. */
function partsOf(reading: StepReading): (readonly [string, readonly { readonly id: string }[]])[] {
  const { spec } = reading;
  if (spec.kind === 'siblings') return [[`member of “${nameOf(reading)}”`, spec.members]];
  return spec.kind === 'count' ? [[`section of “${nameOf(reading)}”`, spec.sections]] : [];
}

/** Inputs, and each reading that is called like one: a formula that uses the name could mean either. */
const namesInFormulas = ({ inputs, steps }: Plan): readonly { readonly id: string }[] => {
  const readings = new Set(steps.flatMap((step) => step.readings.map(({ id }) => id)));
  return [...inputs, ...inputs.filter(({ id }) => readings.has(id))];
};

const twice = (ids: readonly string[]): string[] => [...new Set(ids.filter((id, index) => ids.indexOf(id) !== index))];

/** Names of suspects, zones, pins and cards that the plan does not have. */
export function unknownReferences(plan: Plan): Finding[] {
  const index = indexPlan(plan);
  const names = namesIn(plan);
  return [
    ...plan.steps.flatMap((step) => [
      ...step.outcomes.flatMap((outcome) => outcomeReferences(index, step, outcome)),
      ...step.readings.flatMap((reading) => expectedReferences(index, step, reading)),
      ...cardReferences(index, step),
      ...pinReferences(plan, step),
      ...formulaReferences(names, step),
    ]),
    ...inputReferences(plan),
    ...plan.suspects.flatMap((suspect) => proofReferences(index, suspect)),
    ...plan.paths.flatMap((path) => pathReferences(plan, index, path)),
    ...plan.conclusions.flatMap(({ id, title, suspectIds }) =>
      unknownSuspects(index, suspectIds, `The conclusion “${title}”`, { conclusionId: id }),
    ),
  ];
}

function outcomeReferences(index: PlanIndex, step: Step, outcome: Outcome): Finding[] {
  const at = { stepId: step.id, outcomeId: outcome.id };
  const who = `An outcome of “${step.title}”`;
  return [
    ...unknownSuspects(index, namedByOutcome(outcome), who, at),
    ...outcome.when.flatMap(({ readingId, zoneIds }) => {
      const reading = step.readings.find(({ id }) => id === readingId);
      if (!reading) return [unknown(at, `${who} asks for the reading “${readingId}”, which the step does not take.`)];
      const known = new Set(casesOfReading(reading).map(({ id }) => id));
      return zoneIds
        .filter((id) => !known.has(id))
        .map((id) => unknown(at, `${who} asks for “${id}”, which “${reading.name}” cannot show.`));
    }),
  ];
}

const unknownSuspects = (index: PlanIndex, ids: readonly string[], who: string, at: FindingPlace): Finding[] =>
  ids
    .filter((id) => !index.suspects.has(id))
    .map((id) => unknown(at, `${who} names the suspect “${id}”, which the plan does not have.`));

const proofReferences = (index: PlanIndex, { id, name, proofStepIds }: Suspect): Finding[] =>
  proofStepIds
    .filter((stepId) => !index.steps.has(stepId))
    .map((stepId) =>
      unknown(
        { suspectId: id },
        `The repair of “${name}” is proved by the step “${stepId}”, which the plan does not have.`,
      ),
    );

function expectedReferences(index: PlanIndex, step: Step, { name, id, spec, expects }: StepReading): Finding[] {
  const at = { stepId: step.id };
  const who = `What “${name || id}” is expected to show`;
  const cases = new Set(casesOf(spec).map((zone) => zone.id));
  const zoneIds = expects.flatMap((one) => (one.kind === 'zones' ? one.zoneIds : []));
  return [
    ...unknownSuspects(
      index,
      expects.map(({ suspectId }) => suspectId),
      who,
      at,
    ),
    ...zoneIds
      .filter((zoneId) => !cases.has(zoneId))
      .map((zoneId) => unknown(at, `${who} names “${zoneId}”, which it cannot show.`)),
  ];
}

const pathReferences = (plan: Plan, index: PlanIndex, { name, points, sections }: CurrentPath): Finding[] => [
  ...unknownSuspects(
    index,
    sections.flatMap(({ suspectIds }) => suspectIds),
    `The current path “${name}”`,
    {},
  ),
  ...points.flatMap(({ at }) =>
    at.kind === 'pin' && !findPin(plan, at.connectorId, at.pin)
      ? [unknown({}, `“${name}” goes through ${at.connectorId}·${at.pin}, which no part card has.`)]
      : [],
  ),
];

const cardReferences = (index: PlanIndex, step: Step): Finding[] =>
  step.partCardIds
    .filter((id) => !index.partCards.has(id))
    .map((id) =>
      unknown(
        { stepId: step.id },
        `The shelf of “${step.title}” asks for the part card “${id}”, which the plan does not have.`,
      ),
    );

const pinReferences = (plan: Plan, step: Step): Finding[] =>
  hookUpsOf(step)
    .flatMap(({ leads }) => leads)
    .flatMap(({ colour, at }) =>
      at.kind === 'pin' && !findPin(plan, at.connectorId, at.pin)
        ? [
            unknown(
              { stepId: step.id },
              `The ${colour} lead of “${step.title}” goes to ${at.connectorId}·${at.pin}, which no part card has.`,
            ),
          ]
        : [],
    );

/** Inputs that are taken from a reading which no step takes: they would never be known. */
const inputReferences = ({ inputs, steps }: Plan): Finding[] =>
  inputs.flatMap(({ name, id, from }) =>
    from === null || steps.some(({ readings }) => readings.some((reading) => reading.id === from))
      ? []
      : [unknown({}, `The input “${name || id}” is taken from the reading “${from}”, which no step takes.`)],
  );

/** Names in formulas and curves that neither a reading nor an input has. */
function formulaReferences(names: ReadonlySet<string>, step: Step): Finding[] {
  return step.readings.flatMap((reading) =>
    namesUsedBy(reading)
      .filter((name) => !names.has(name))
      .map((name) =>
        unknown(
          { stepId: step.id },
          `“${reading.name || reading.id}” of “${step.title}” needs “${name}”, which is neither a reading nor an input of this plan.`,
        ),
      ),
  );
}

const namesIn = ({ steps, inputs }: Plan): ReadonlySet<string> =>
  new Set([...inputs, ...steps.flatMap(({ readings }) => readings)].map(({ id }) => id).concat('ambientPressure'));

const unknown = (at: FindingPlace, message: string): Finding => ({
  rule: 'unknownReference',
  severity: 'error',
  at,
  message,
  todo: 'Choose one that the plan has, or add it.',
});
