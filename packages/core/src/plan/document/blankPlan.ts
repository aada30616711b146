import type { HookUp } from './hookUp.js';
import {
  type Outcome,
  type Plan,
  planFormat,
  planFormatVersion,
  type Step,
  type StepReading,
  type Suspect,
} from './plan.js';

/** An empty plan document: valid as a draft, with everything still to be written. */
export const blankPlan = (id: string, title: string): Plan => ({
  format: planFormat,
  formatVersion: planFormatVersion,
  id,
  title,
  summary: '',
  appliesTo: { lines: [], engines: [], codes: [], complaints: [] },
  inputs: [],
  tooClose: 'asNominal',
  offline: false,
  suspects: [],
  partCards: [],
  paths: [],
  block: null,
  uses: [],
  startStepId: '',
  steps: [],
  conclusions: [],
  accepted: [],
});

/** An outcome that always holds and leads nowhere yet. */
export const blankOutcome = (id: string, more: Partial<Outcome> = {}): Outcome => ({
  id,
  when: [],
  meaning: '',
  clears: [],
  pointsTo: [],
  expects: [],
  goTo: { kind: 'nowhere' },
  ...more,
});

/** A reading that is entered, of which nothing is expected yet. */
export const blankReading = (id: string, name: string, spec: StepReading['spec']): StepReading => ({
  id,
  name,
  derivedFrom: null,
  spec,
  hookUp: null,
  live: null,
  capture: null,
  watches: [],
  expects: [],
});

/** A hook-up with nothing connected yet: a meter for DC volts. */
export const blankHookUp: HookUp = {
  instrument: 'dcVolts',
  range: null,
  accuracy: null,
  leads: [],
  clamp: null,
  adapter: '',
  scope: null,
};

/** A step with nothing in it yet but its name. */
export const blankStep = (id: string, title: string): Step => ({
  id,
  title,
  proves: '',
  needs: [],
  hookUp: null,
  actuator: null,
  instruction: '',
  cautions: [],
  readings: [],
  outcomes: [],
  effort: { minutes: 5, access: 'inReach', tools: [] },
  partCardIds: [],
  use: null,
  experiment: null,
});

/** A suspect with nothing written of it yet but its name. */
export const blankSuspect = (id: string, name: string, more: Partial<Suspect> = {}): Suspect => ({
  id,
  name,
  kind: 'part',
  weight: 1,
  weightBecause: '',
  repair: '',
  afterRepair: '',
  companions: [],
  tasks: [],
  proofStepIds: [],
  ...more,
});
