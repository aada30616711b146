import { instrumentFunctions } from '../../instrument/index.js';
import { formatPlain, formatQuantity } from '../../reading/index.js';
import { casesOfReading } from '../../spec/index.js';
import { actions, proposedAction } from '../../vehicleState/index.js';
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
  const cases = reading ? casesOfReading(reading) : [];
  return zoneIds.map((id) => cases.find((zone) => zone.id === id)?.name || id).join(' or ');
}

/** The names of suspects; an id where the plan has none of that id. */
export const saySuspects = (plan: Plan, ids: readonly string[]): string =>
  ids.map((id) => indexPlan(plan).suspects.get(id)?.name || id).join(', ');

export const sayNeed = ({ what, is, settleSeconds }: Need): string =>
  settleSeconds === null ? `${what} ${is}` : `${what} ${is}, for ${settleSeconds} s`;

/** The same with what makes it so, where its words would propose something else. */
export const sayNeedExactly = (need: Need): string =>
  need.does === proposedAction(need.what, need.is) ? sayNeed(need) : `${sayNeed(need)} (${actions[need.does]})`;

type SayPart<Key extends keyof HookUp> = (value: HookUp[Key], plan: Plan) => string;

/** How each part of a hook-up is said; empty where there is nothing to say. A new one is named by the compiler until it stands here. */
const hookUpParts: { readonly [Key in keyof HookUp]: SayPart<Key> } = {
  instrument: (instrument) => instrumentFunctions[instrument],
  range: (range) => (range ? `range ${sayQuantity(range)}` : ''),
  accuracy: (accuracy) => (accuracy ? `± (${formatPlain(accuracy.percent)} % + ${accuracy.digits} digits)` : ''),
  leads: (leads, plan) => leads.map((lead) => sayLead(plan, lead)).join('; '),
  clamp: (clamp) =>
    clamp
      ? [clamp.direction === '' ? 'clamp' : `clamp, arrow ${clamp.direction}`, clamp.zeroFirst ? 'zero it first' : '']
          .filter((part) => part !== '')
          .join(', ')
      : '',
  adapter: (adapter) => adapter,
  scope: (scope) =>
    scope
      ? [
          `${scope.coupling}, ${sayQuantity(scope.perDivision)} and ${sayQuantity(scope.timePerDivision)} per division`,
          scope.trigger ? `trigger ${scope.trigger.edge} at ${sayQuantity(scope.trigger.level)}` : '',
        ]
          .filter((part) => part !== '')
          .join(', ')
      : '',
};

const sayQuantity = ({ value, unit }: { readonly value: number; readonly unit: string }): string =>
  formatQuantity(value, unit);

/** The instrument with its function and range, then each lead, and what goes with it. */
export function sayHookUp(plan: Plan, hookUp: HookUp): string {
  const part = <Key extends keyof HookUp>(key: Key): string => hookUpParts[key](hookUp[key], plan);
  return (Object.keys(hookUpParts) as (keyof HookUp)[])
    .map(part)
    .filter((text) => text !== '')
    .join('; ');
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
