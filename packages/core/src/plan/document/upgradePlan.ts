import { proposedAction } from '../../vehicleState/index.js';
import type { PartCard } from './partCard.js';
import { planFormat, type Step, type StepReading, type Suspect } from './plan.js';

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
  5: (plan) => ({
    ...plan,
    formatVersion: 6,
    steps: eachOf(plan.steps, withActions),
  }),
  6: (plan) => ({
    ...plan,
    formatVersion: 7,
    suspects: eachOf(plan.suspects, withTasks),
  }),
  7: (plan) => ({
    ...plan,
    formatVersion: 8,
    suspects: eachOf(plan.suspects, (suspect) => ({ ...suspect, weightBecause: '', proofStepIds: [] })),
  }),
  8: (plan) => ({ ...plan, formatVersion: 9, steps: eachOf(plan.steps, withoutLive) }),
  9: (plan) => ({
    ...plan,
    formatVersion: 10,
    partCards: eachOf(plan.partCards, (card) => ({ ...card, physicalChecks: [] })),
    steps: eachOf(plan.steps, (step) => ({
      ...step,
      readings: eachOf(step.readings, (reading) => ({ ...reading, watches: [] })),
    })),
  }),
  10: (plan) => ({
    ...plan,
    formatVersion: 11,
    partCards: eachOf(plan.partCards, (card) => ({ ...card, references: [] })),
    steps: eachOf(plan.steps, (step) => ({
      ...step,
      readings: eachOf(step.readings, (reading) => ({ ...reading, capture: null })),
    })),
  }),
};

/** A step of format 8 in today's: nothing of it is read from the vehicle, or commanded. */
const withoutLive = (step: Fields): Fields => ({
  ...step,
  actuator: null,
  readings: eachOf(step.readings, (reading) => ({ ...reading, live: null })),
});

/** What a computed reading in % came to was its number as it stood; formulas compute in one system now, and a share is a fraction. */
const inPercent = (formula: unknown, spec: unknown): unknown =>
  typeof formula === 'string' && isFields(spec) && spec.unit === '%' ? `(${formula}) / 100` : formula;

/** A step of format 5 in today's: what a need does stands in it, and a reading may have its own hook-up. */
const withActions = (step: Fields): Fields => ({
  ...step,
  needs: eachOf(step.needs, (need) => ({ ...need, does: proposedAction(String(need.what), String(need.is)) })),
  readings: eachOf(step.readings, (reading) => ({
    ...reading,
    hookUp: null,
    derivedFrom: inPercent(reading.derivedFrom, reading.spec),
    spec: specOfSix(reading.spec),
  })),
});

/** Matching parts were held against their median, and the time of a count was shared out among its sections. */
function specOfSix(spec: unknown): unknown {
  if (!isFields(spec)) return spec;
  if (spec.kind === 'siblings') return { ...spec, rule: 'median' };
  const sections = spec.kind === 'count' && Array.isArray(spec.sections) ? spec.sections.length : 0;
  return sections > 0 ? { ...spec, inSeconds: Math.ceil(Number(spec.inSeconds) / sections) } : spec;
}

/** A suspect of format 6 in today's: nothing goes with its repair but what its words say. */
const withTasks = (suspect: Fields): Fields => ({ ...suspect, companions: [], tasks: [] });

/** A part card of an earlier format in today's, also one that was kept by itself. */
export const upgradePartCard = <
  Card extends {
    readonly physicalChecks?: PartCard['physicalChecks'] | undefined;
    readonly references?: PartCard['references'] | undefined;
  },
>(
  card: Card,
) => ({ ...card, physicalChecks: card.physicalChecks ?? [], references: card.references ?? [] });

/** What a suspect has since format 7. */
const laterFields = { weightBecause: '', companions: [], tasks: [], proofStepIds: [] } as const;
type Later = keyof typeof laterFields;
type Kept = Omit<Suspect, Later> & { readonly [Field in Later]?: Suspect[Field] | undefined };

/** The same of a suspect that was kept by itself, in the log of a trail. */
export const upgradeSuspect = ({ weightBecause, companions, tasks, proofStepIds, ...suspect }: Kept): Suspect => ({
  ...suspect,
  weightBecause: weightBecause ?? laterFields.weightBecause,
  companions: companions ?? laterFields.companions,
  tasks: tasks ?? laterFields.tasks,
  proofStepIds: proofStepIds ?? laterFields.proofStepIds,
});

/** What a reading has since format 9. */
const laterOfReading = { live: null, capture: null, watches: [] } as const satisfies Partial<StepReading>;
type LaterOfReading = keyof typeof laterOfReading;

/** A step and its readings, which may be of an earlier format. */
type KeptReading = Omit<StepReading, LaterOfReading> & {
  readonly [Field in LaterOfReading]?: StepReading[Field] | undefined;
};
type KeptStep = Omit<Step, 'actuator' | 'readings'> & {
  readonly actuator?: Step['actuator'] | undefined;
  readonly readings: readonly KeptReading[];
};

/** A step that was kept by itself, in the log of a trail: brought up to today's format where it is of an earlier one. */
export function upgradeStep(step: KeptStep): Step {
  const isOfSix = step.readings.every((reading) => 'hookUp' in reading) && step.needs.every((need) => 'does' in need);
  const isOfToday =
    isOfSix &&
    'actuator' in step &&
    step.readings.every((reading) => Object.keys(laterOfReading).every((field) => field in reading));
  if (isOfToday) return step as Step;
  const ofSix = isOfSix ? step : (withActions(step) as unknown as KeptStep);
  return {
    ...ofSix,
    actuator: ofSix.actuator ?? null,
    readings: ofSix.readings.map(({ live, capture, watches, ...reading }) => ({
      ...reading,
      live: live ?? laterOfReading.live,
      capture: capture ?? laterOfReading.capture,
      watches: watches ?? laterOfReading.watches,
    })),
  };
}

const eachOf = (list: unknown, upgrade: (item: Fields) => Fields): unknown =>
  Array.isArray(list) ? list.map((item) => (isFields(item) ? upgrade(item) : item)) : list;
