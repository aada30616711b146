import { planFormat } from './plan.js';

type Fields = Readonly<Record<string, unknown>>;

const isFields = (data: unknown): data is Fields => typeof data === 'object' && data !== null && !Array.isArray(data);

/**
 * A plan document of an earlier format in today's: what that format could not say is said as it was meant then. Anything else comes back
 * as it is, for the schema to judge.
 */
export function upgradePlan(data: unknown): unknown {
  if (!isFields(data) || data.format !== planFormat) return data;
  const upgrade = upgrades[String(data.formatVersion)];
  return upgrade ? upgradePlan(upgrade(data)) : data;
}

/** From each earlier format to the one after it. */
const upgrades: Readonly<Record<string, (plan: Fields) => Fields>> = {
  1: (plan) => ({
    ...plan,
    formatVersion: 2,
    inputs: [],
    tooClose: 'asNominal',
    offline: false,
    partCards: eachOf(plan.partCards, (card) => ({
      ...card,
      connectors: eachOf(card.connectors, (connector) => ({ ...connector, face: null })),
    })),
    steps: eachOf(plan.steps, (step) => ({
      ...step,
      needs: eachOf(step.needs, (need) => ({ ...need, settleSeconds: null })),
      hookUp: isFields(step.hookUp) ? { ...step.hookUp, clamp: null, adapter: '', scope: null } : step.hookUp,
      readings: eachOf(step.readings, (reading) => ({ ...reading, derivedFrom: null })),
    })),
  }),
  2: (plan) => ({
    ...plan,
    formatVersion: 3,
    accepted: [],
    steps: eachOf(plan.steps, (step) => ({
      ...step,
      outcomes: eachOf(step.outcomes, (outcome) => ({ ...outcome, expects: [] })),
    })),
  }),
  3: (plan) => ({
    ...plan,
    formatVersion: 4,
    block: null,
    uses: [],
    steps: eachOf(plan.steps, (step) => ({ ...step, use: null })),
  }),
  4: (plan) => ({
    ...plan,
    formatVersion: 5,
    paths: [],
    steps: eachOf(plan.steps, (step) => ({
      ...step,
      experiment: null,
      readings: eachOf(step.readings, (reading) => ({ ...reading, expects: [] })),
    })),
  }),
};

const eachOf = (list: unknown, upgrade: (item: Fields) => Fields): unknown =>
  Array.isArray(list) ? list.map((item) => (isFields(item) ? upgrade(item) : item)) : list;
