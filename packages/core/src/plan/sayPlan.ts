import { instrumentFunctions } from '../instrument/index.js';
import { formatQuantity } from '../reading/index.js';
import { casesOf } from '../spec/index.js';
import type { HookUp, Lead } from './hookUp.js';
import { withMentions } from './mentions.js';
import type { GoTo, Need, Outcome, Plan, Step } from './plan.js';
import { type FoundPin, findPin, indexPlan } from './planIndex.js';

/** Where an outcome leads, by its title. */
export function sayGoal(plan: Plan, goTo: GoTo): string {
  const { steps, conclusions } = indexPlan(plan);
  switch (goTo.kind) {
    case 'step':
      return steps.get(goTo.stepId)?.title || goTo.stepId;
    case 'conclusion':
      return conclusions.get(goTo.conclusionId)?.title || goTo.conclusionId;
    case 'nowhere':
      return 'nowhere yet';
  }
}

/** When an outcome holds, such as “Feed is too low”; without a condition it holds where those before it do not. */
export function sayCondition(step: Step, { id, when }: Outcome): string {
  if (when.length === 0) return sayRest(step, id);
  return when.map((condition) => `${nameOfReading(step, condition)} is ${zonesOf(step, condition)}`).join(' and ');
}

/** The same without the names of the readings, for a step that has one: “too low”. */
export const sayZones = (step: Step, { id, when }: Outcome): string =>
  when.length === 0 ? sayRest(step, id) : when.map((condition) => zonesOf(step, condition)).join(' and ');

const sayRest = ({ outcomes }: Step, outcomeId: string): string =>
  outcomes[0]?.id === outcomeId ? 'always' : 'otherwise';

type Condition = Outcome['when'][number];

const nameOfReading = ({ readings }: Step, { readingId }: Condition): string =>
  readings.find(({ id }) => id === readingId)?.name || readingId;

function zonesOf({ readings }: Step, { readingId, zoneIds }: Condition): string {
  const reading = readings.find(({ id }) => id === readingId);
  const cases = reading ? casesOf(reading.spec) : [];
  return zoneIds.map((id) => cases.find((zone) => zone.id === id)?.name || id).join(' or ');
}

/** The names of suspects; an id where the plan has none of that id. */
export const saySuspects = (plan: Plan, ids: readonly string[]): string =>
  ids.map((id) => indexPlan(plan).suspects.get(id)?.name || id).join(', ');

export const sayNeed = ({ what, is, settleSeconds }: Need): string =>
  settleSeconds === null ? `${what} ${is}` : `${what} ${is}, for ${settleSeconds} s`;

/** The instrument with its function and range, then each lead. */
export function sayHookUp(plan: Plan, { instrument, range, leads, clamp, adapter }: HookUp): string {
  return [
    `${instrumentFunctions[instrument]}${range ? `, ${formatQuantity(range.value, range.unit)}` : ''}`,
    ...leads.map((lead) => sayLead(plan, lead)),
    ...(clamp && clamp.direction !== '' ? [`clamp, arrow ${clamp.direction}`] : []),
    ...(adapter === '' ? [] : [adapter]),
  ].join('; ');
}

/** One lead: its colour, how it is put on, the pin with the colours of its wire. */
export function sayLead(plan: Plan, { colour, how, at }: Lead): string {
  const found = at.kind === 'pin' ? findPin(plan, at.connectorId, at.pin) : undefined;
  return `${colour} lead${how === '' ? '' : `, ${how}`}: ${found ? sayPin(found) : sayPlace(at)}`;
}

function sayPin({ connector, pin }: FoundPin): string {
  const wire = [pin.wire.colour, pin.wire.tracer].filter((one) => one !== '').join('/');
  return `${connector.id}·${pin.pin}${wire === '' ? '' : ` (${wire})`}`;
}

/** A text in which the pins that it mentions stand with the colours of their wires. */
export const sayMentions = (plan: Plan, text: string): string => withMentions(plan, text, sayPin);

/** Where a lead is put, or a point lies, as it stands on the screen: C31·2, or a place in words. */
export const sayPlace = (at: Lead['at']): string => (at.kind === 'pin' ? `${at.connectorId}·${at.pin}` : at.name);

/** A, B … Z, AA, AB …: the ends of a plan, so that they are not taken for steps. */
export function letterOf(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : letterOf(Math.floor(index / 26) - 1) + letter;
}
