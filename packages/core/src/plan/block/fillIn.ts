import { parseFormula } from '../../formula/index.js';
import type { Spec } from '../../spec/index.js';
import type { Lead } from '../hookUp.js';
import type { Outcome, Step, StepReading, Suspect } from '../plan.js';

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

// Not the e3 of 1e3.
const nameInFormula = /\b[A-Za-z]\w*/g;

/** A formula with names replaced; one that cannot be read is left to its author. */
export function fillFormula({ names }: Filling, text: string): string {
  const formula = parseFormula(text);
  if (!formula.ok || !formula.value.names.some((name) => names.has(name))) return text;
  return text.replace(nameInFormula, (name) => names.get(name) ?? name);
}

/** A step of a block with everything filled in that it leaves open. */
export const fillStep = (filling: Filling, step: Step): Step => ({
  ...step,
  title: fillText(filling, step.title),
  proves: fillText(filling, step.proves),
  instruction: fillMarkdown(filling, step.instruction),
  cautions: step.cautions.map((caution) => fillText(filling, caution)),
  hookUp: step.hookUp && { ...step.hookUp, leads: step.hookUp.leads.map((lead) => fillLead(filling, lead)) },
  readings: step.readings.map((reading) => fillReading(filling, reading)),
  outcomes: step.outcomes.map((outcome) => fillOutcome(filling, outcome)),
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
  derivedFrom: reading.derivedFrom === null ? null : fillFormula(filling, reading.derivedFrom),
  spec: fillSpec(filling, reading.spec),
});

function fillSpec(filling: Filling, spec: Spec): Spec {
  if (spec.kind === 'curve') return { ...spec, of: filling.names.get(spec.of) ?? spec.of };
  if (spec.kind !== 'formula') return spec;
  const limit = (text: string | null) => (text === null ? null : fillFormula(filling, text));
  return { ...spec, min: limit(spec.min), max: limit(spec.max) };
}

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
});

/** Every text of a step in which a name can be left open. */
export const textsOf = ({
  title,
  proves,
  instruction,
  cautions,
  hookUp,
  readings,
  outcomes,
}: Step): readonly string[] => [
  title,
  proves,
  instruction,
  ...cautions,
  ...(hookUp?.leads ?? []).flatMap(({ at }) => (at.kind === 'place' ? [at.name] : [])),
  ...readings.map(({ name }) => name),
  ...outcomes.map(({ meaning }) => meaning),
];
