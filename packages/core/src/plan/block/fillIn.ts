import type { HookUp, Lead } from '../document/hookUp.js';
import type { Outcome, Step, StepReading, Suspect } from '../document/plan.js';
import { renameInFormula, renameInSpec } from '../document/renameInFormula.js';
import { stepFieldNames } from '../document/stepFields.js';

/** What is put in place of the names that a block leaves open. */
export interface Filling {
  /** What stands in texts for `{name}`. */
  readonly texts: ReadonlyMap<string, string>;
  /** The pins among them, by name. */
  readonly pins: ReadonlyMap<string, { readonly connectorId: string; readonly pin: string }>;
  /** What stands in formulas for a name: the name of a reading as it is called here, or a number. */
  readonly names: ReadonlyMap<string, string>;
}

const placeholder = /\{([A-Za-z]\w*)\}/g;

/** The names that a text leaves open, each as often as it stands there. */
export const placeholdersIn = (text: string): readonly string[] =>
  [...text.matchAll(placeholder)].map(([, name = '']) => name);

/** A text with `{name}` filled in; what is not known stays as it is, for the plan check to find. */
export const fillText = ({ texts }: Pick<Filling, 'texts'>, text: string): string =>
  text.replace(placeholder, (whole, name: string) => texts.get(name) || whole);

/** The same in Markdown, where a pin is mentioned, so that it stands with its wire. */
const fillMarkdown = (filling: Filling, text: string): string =>
  fillText({ ...filling, texts: new Map([...filling.texts, ...mentionsOf(filling)]) }, text);

const mentionsOf = ({ pins }: Filling): readonly (readonly [string, string])[] =>
  [...pins].map(([name, { connectorId, pin }]) => [name, `@${connectorId}.${pin}`] as const);

type Fill<Key extends keyof Step> = (filling: Filling, value: Step[Key]) => Step[Key];

const asItIs = <Value>(_: Filling, value: Value): Value => value;

/** How each field of a step is filled in. A new one is named by the compiler until it stands here. */
const filledBy: { readonly [Key in keyof Step]: Fill<Key> } = {
  id: asItIs,
  title: fillText,
  proves: fillText,
  needs: asItIs,
  hookUp: (filling, hookUp) => hookUp && fillHookUp(filling, hookUp),
  actuator: asItIs,
  instruction: (filling, text) => fillMarkdown(filling, text),
  cautions: (filling, cautions) => cautions.map((caution) => fillText(filling, caution)),
  readings: (filling, readings) => readings.map((reading) => fillReading(filling, reading)),
  outcomes: (filling, outcomes) => outcomes.map((outcome) => fillOutcome(filling, outcome)),
  effort: asItIs,
  partCardIds: asItIs,
  use: asItIs,
  experiment: asItIs,
};

/** A step of a block with everything filled in that it leaves open. */
export const fillStep = (filling: Filling, step: Step): Step => {
  const filled = <Key extends keyof Step>(key: Key): Step[Key] => filledBy[key](filling, step[key]);
  return Object.fromEntries(stepFieldNames.map((key) => [key, filled(key)])) as Step;
};

const fillHookUp = (filling: Filling, hookUp: HookUp): HookUp => ({
  ...hookUp,
  leads: hookUp.leads.map((lead) => fillLead(filling, lead)),
});

/** A lead at a place that is called by nothing but the name of a pin is at that pin. */
function fillLead(filling: Filling, lead: Lead): Lead {
  if (lead.at.kind === 'pin') return lead;
  const [, only = ''] = /^\s*\{(\w+)\}\s*$/.exec(lead.at.name) ?? [];
  const pin = filling.pins.get(only);
  return { ...lead, at: pin ? { kind: 'pin', ...pin } : { kind: 'place', name: fillText(filling, lead.at.name) } };
}

const fillReading = (filling: Filling, reading: StepReading): StepReading => ({
  ...reading,
  id: filling.names.get(reading.id) ?? reading.id,
  name: fillText(filling, reading.name),
  derivedFrom: reading.derivedFrom === null ? null : renameInFormula(filling.names, reading.derivedFrom),
  spec: renameInSpec(filling.names, reading.spec),
  hookUp: reading.hookUp && fillHookUp(filling, reading.hookUp),
  capture: reading.capture && {
    ...reading.capture,
    channels: reading.capture.channels.map((name) => fillText(filling, name)),
  },
});

const fillOutcome = (filling: Filling, outcome: Outcome): Outcome => ({
  ...outcome,
  meaning: fillText(filling, outcome.meaning),
  when: outcome.when.map((condition) => ({
    ...condition,
    readingId: filling.names.get(condition.readingId) ?? condition.readingId,
  })),
});

export const fillSuspect = (filling: Filling, suspect: Suspect): Suspect => ({
  ...suspect,
  name: fillText(filling, suspect.name),
  repair: fillText(filling, suspect.repair),
  afterRepair: fillText(filling, suspect.afterRepair),
  companions: suspect.companions.map((companion) => fillText(filling, companion)),
  tasks: suspect.tasks.map((task) => ({ ...task, text: fillText(filling, task.text) })),
});
