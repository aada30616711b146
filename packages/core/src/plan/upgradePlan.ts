import { planFormat } from './plan.js';

type Fields = Readonly<Record<string, unknown>>;

const isFields = (data: unknown): data is Fields => typeof data === 'object' && data !== null && !Array.isArray(data);

/**
 * A plan document of an earlier format in today's: what that format could not say is said as it was meant then. Anything else comes back
 * as it is, for the schema to judge.
 */
export function upgradePlan(data: unknown): unknown {
  if (!isFields(data) || data.format !== planFormat || data.formatVersion !== 1) return data;
  return {
    ...data,
    formatVersion: 2,
    inputs: [],
    tooClose: 'asNominal',
    offline: false,
    partCards: eachOf(data.partCards, (card) => ({
      ...card,
      connectors: eachOf(card.connectors, (connector) => ({ ...connector, face: null })),
    })),
    steps: eachOf(data.steps, upgradeStep),
  };
}

const upgradeStep = (step: Fields): Fields => ({
  ...step,
  needs: eachOf(step.needs, (need) => ({ ...need, settleSeconds: null })),
  hookUp: isFields(step.hookUp) ? { ...step.hookUp, clamp: null, adapter: '', scope: null } : step.hookUp,
  readings: eachOf(step.readings, (reading) => ({ ...reading, derivedFrom: null })),
});

const eachOf = (list: unknown, upgrade: (item: Fields) => Fields): unknown =>
  Array.isArray(list) ? list.map((item) => (isFields(item) ? upgrade(item) : item)) : list;
