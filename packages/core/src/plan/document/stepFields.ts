import { sayActuatorUse } from '../../actuator/index.js';
import { formatPlain } from '../../reading/index.js';
import { saySpec } from '../../spec/index.js';
import { accessLevels } from './fields.js';
import { hookUpsOf } from './hookUpsOf.js';
import { experimentNames, type Plan, type Step } from './plan.js';
import { sayCondition, sayGoal, sayHookUp, sayMentions, sayNeedExactly } from './sayPlan.js';

/** What is known of a field of a step: everything that speaks of steps takes its words from here. */
export interface StepField {
  /** Name. */
  readonly name: string;
  /** It in one line; empty where there is nothing in it. */
  readonly say: (step: Step, plan: Plan) => string;
  /** What its author has written in it: where words are looked for, and where a block leaves names open. */
  readonly texts: (step: Step) => readonly string[];
  /** Where it stands on paper: on a line of its own under this name, in a part of the step that has its own form, or not at all. */
  readonly onPaper: string | null;
}

const nothing = () => [];
const joined = (items: readonly string[]): string => items.join(', ');

/** How long a step takes, how to reach it, and with which tools. */
export const sayEffort = ({ effort: { minutes, access, tools } }: Pick<Step, 'effort'>): string =>
  `${formatPlain(minutes)} min, ${accessLevels[access]}${tools.length > 0 ? `, with ${joined(tools)}` : ''}`;

/** Every field of a step. A new one is named by the compiler until it stands here. */
export const stepFields = {
  id: { name: 'id', say: ({ id }) => id, texts: nothing, onPaper: null },
  title: { name: 'title', say: ({ title }) => title, texts: ({ title }) => [title], onPaper: null },
  proves: { name: 'what it proves', say: ({ proves }) => proves, texts: ({ proves }) => [proves], onPaper: null },
  experiment: {
    name: 'experiment',
    say: ({ experiment }) => (experiment ? experimentNames[experiment] : ''),
    texts: nothing,
    onPaper: 'Experiment',
  },
  needs: {
    name: 'vehicle state',
    say: ({ needs }) => joined(needs.map(sayNeedExactly)),
    texts: nothing,
    onPaper: 'Vehicle',
  },
  hookUp: {
    name: 'hook-up',
    say: ({ hookUp }, plan) => (hookUp ? sayHookUp(plan, hookUp) : ''),
    texts: (step) =>
      hookUpsOf(step).flatMap(({ leads }) => leads.flatMap(({ at }) => (at.kind === 'place' ? [at.name] : []))),
    onPaper: 'Hook-up',
  },
  actuator: {
    name: 'actuator',
    say: ({ actuator }) => (actuator ? sayActuatorUse(actuator) : ''),
    texts: nothing,
    onPaper: 'Actuator',
  },
  instruction: {
    name: 'instruction',
    say: ({ instruction }, plan) => sayMentions(plan, instruction),
    texts: ({ instruction }) => [instruction],
    onPaper: null,
  },
  cautions: {
    name: 'cautions',
    say: ({ cautions }) => cautions.join(' '),
    texts: ({ cautions }) => cautions,
    onPaper: null,
  },
  readings: {
    name: 'readings',
    say: ({ readings }) => readings.map(({ id, name, spec }) => `${name || id}: ${saySpec(spec)}`).join('; '),
    texts: ({ readings }) => readings.map(({ name }) => name),
    onPaper: null,
  },
  outcomes: {
    name: 'outcomes',
    say: (step, plan) =>
      step.outcomes.map((outcome) => `${sayCondition(step, outcome)} → ${sayGoal(plan, outcome.goTo)}`).join('; '),
    texts: ({ outcomes }) => outcomes.map(({ meaning }) => meaning),
    onPaper: null,
  },
  effort: {
    name: 'effort',
    say: sayEffort,
    texts: nothing,
    onPaper: null,
  },
  partCardIds: {
    name: 'shelf',
    say: ({ partCardIds }, { partCards }) =>
      joined(partCardIds.map((cardId) => partCards.find(({ id }) => id === cardId)?.name || cardId)),
    texts: nothing,
    onPaper: 'On the shelf',
  },
  use: {
    name: 'block',
    say: ({ use }, { uses }) => {
      const from = use && uses.find(({ id }) => id === use.useId);
      return use ? from?.title || from?.blockId || use.useId : '';
    },
    texts: nothing,
    onPaper: null,
  },
} as const satisfies { readonly [Key in keyof Step]: StepField };

/** The fields in the order in which a step is read. */
export const stepFieldNames = Object.keys(stepFields) as (keyof Step)[];

/** Every text that its author has written in a step. */
export const textsOf = (step: Step): readonly string[] =>
  stepFieldNames.flatMap((key) => stepFields[key].texts(step)).filter((text) => text !== '');
