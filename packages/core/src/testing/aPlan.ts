import {
  blankHookUp,
  blankOutcome,
  blankSuspect,
  type CurrentPath,
  type HookUp,
  type Need,
  type Outcome,
  type Plan,
  planFormatVersion,
  type Step,
  type StepReading,
} from '../plan/index.js';
import type { Spec } from '../spec/index.js';
import { proposedAction } from '../vehicleState/index.js';

/** Builders for tests: a small, sound plan, and its parts with what a test leaves out filled in. */

export const anOutcome = (id: string, goTo: Outcome['goTo'], more: Partial<Outcome> = {}): Outcome => ({
  ...blankOutcome(id),
  goTo,
  ...more,
});

export const toStep = (stepId: string) => ({ kind: 'step', stepId }) as const;
export const toConclusion = (conclusionId: string) => ({ kind: 'conclusion', conclusionId }) as const;

export const aStep = (id: string, outcomes: readonly Outcome[], more: Partial<Step> = {}): Step => ({
  id,
  title: id,
  proves: '',
  needs: [],
  hookUp: null,
  actuator: null,
  instruction: '',
  cautions: [],
  readings: [],
  outcomes,
  effort: { minutes: 2, access: 'inReach', tools: [] },
  partCardIds: [],
  use: null,
  experiment: null,
  ...more,
});

export const aReading = (id: string, spec: Spec, more: Partial<StepReading> = {}): StepReading => ({
  id,
  name: id,
  derivedFrom: null,
  spec,
  hookUp: null,
  live: null,
  capture: null,
  watches: [],
  expects: [],
  ...more,
});

export const aNeed = (what: string, is: string, settleSeconds: number | null = null): Need => ({
  what,
  is,
  does: proposedAction(what, is),
  settleSeconds,
});

export const aHookUp = (more: Partial<HookUp> = {}): HookUp => ({ ...blankHookUp, ...more });

/** A part card with one connector; all wires are brown. */
export const aPartCard = (
  id: string,
  connectorId: string,
  pins: readonly string[],
  more: Partial<Plan['partCards'][number]> = {},
): Plan['partCards'][number] => ({
  id,
  name: id,
  place: '',
  howItWorks: '',
  values: [],
  physicalChecks: [],
  references: [],
  connectors: [
    {
      id: connectorId,
      name: '',
      face: null,
      pins: pins.map((pin) => ({ pin, name: '', wire: { colour: 'brown', tracer: '' } })),
    },
  ],
  ...more,
});

/** A current path over three points, at pins such as `C31·2` or at places, with the load behind the second. */
export const aPath = (
  id: string,
  points: readonly [string, string, string],
  suspectIds: readonly string[],
): CurrentPath => ({
  id,
  name: id,
  points: points.map((name, at) => {
    const [connectorId = '', pin] = name.split('·');
    const place = pin === undefined ? ({ kind: 'place', name } as const) : ({ kind: 'pin', connectorId, pin } as const);
    return { id: `${id}-${at}`, name, at: place, minutes: 2, access: 'inReach' as const };
  }),
  sections: [
    { isLoad: false, suspectIds, mostDrop: 0.1 },
    { isLoad: true, suspectIds: [], mostDrop: 0 },
  ],
});

const look: Spec = {
  kind: 'choice',
  options: [
    { id: 'fine', name: 'nothing seen', meaning: '', ok: true },
    { id: 'broken', name: 'fuse element broken', meaning: '', ok: false },
  ],
};

const feed: Spec = { kind: 'band', unit: 'V', min: 11.5, max: 14.8 };

const when = (readingId: string, ...zoneIds: string[]) => [{ readingId, zoneIds }];

const suspect = (id: string, weight: number) =>
  blankSuspect(id, id, { weight, repair: `Replace the ${id}.`, afterRepair: 'Switch the fan on: it runs.' });

const conclusion = (id: string, ...suspectIds: string[]) => ({ id, title: `Found: ${id}`, summary: '', suspectIds });

/** Three steps: look at the fuse, measure the feed with the ignition on, measure the ground. */
export const aPlan = (more: Partial<Plan> = {}): Plan => ({
  format: 'probe-trail-plan',
  formatVersion: planFormatVersion,
  id: 'fan',
  title: 'Radiator fan never runs',
  summary: '',
  appliesTo: { lines: ['Loper 35'], engines: [], codes: [], complaints: [] },
  inputs: [],
  tooClose: 'asNominal',
  offline: false,
  suspects: [suspect('fuse', 4), suspect('feed', 2), suspect('ground', 3), suspect('motor', 1)],
  partCards: [],
  paths: [],
  block: null,
  uses: [],
  startStepId: 'look',
  steps: [
    aStep(
      'look',
      [
        anOutcome('broken', toConclusion('fuse'), { when: when('seen', 'broken'), pointsTo: ['fuse'] }),
        anOutcome('fine', toStep('feed'), { when: when('seen', 'fine'), clears: ['fuse'] }),
      ],
      { readings: [aReading('seen', look, { name: 'Fuse' })] },
    ),
    aStep(
      'feed',
      [
        anOutcome('there', toStep('ground'), { when: when('volts', 'inSpec', 'above'), clears: ['feed'] }),
        anOutcome('missing', toConclusion('feed'), { when: when('volts', 'below'), pointsTo: ['feed'] }),
      ],
      { readings: [aReading('volts', feed, { name: 'Feed' })], needs: [aNeed('ignition', 'on')] },
    ),
    aStep(
      'ground',
      [
        anOutcome('good', toConclusion('motor'), {
          when: when('drop', 'inSpec'),
          clears: ['ground'],
          pointsTo: ['motor'],
        }),
        anOutcome('bad', toConclusion('ground'), { pointsTo: ['ground'] }),
      ],
      {
        readings: [aReading('drop', { kind: 'band', unit: 'V', min: null, max: 0.2 }, { name: 'Drop' })],
        needs: [aNeed('ignition', 'on')],
      },
    ),
  ],
  conclusions: [
    conclusion('fuse', 'fuse'),
    conclusion('feed', 'feed'),
    conclusion('ground', 'ground'),
    conclusion('motor', 'motor'),
  ],
  accepted: [],
  ...more,
});

/** The plan with one step changed. */
export const withStep = (plan: Plan, stepId: string, change: (step: Step) => Step): Plan => ({
  ...plan,
  steps: plan.steps.map((step) => (step.id === stepId ? change(step) : step)),
});

/** The plan with one outcome changed. */
export const withOutcome = (plan: Plan, stepId: string, outcomeId: string, more: Partial<Outcome>): Plan =>
  withStep(plan, stepId, (step) => ({
    ...step,
    outcomes: step.outcomes.map((outcome) => (outcome.id === outcomeId ? { ...outcome, ...more } : outcome)),
  }));
