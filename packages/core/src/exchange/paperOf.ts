import { sayCapturedReading } from '../captureReading/index.js';
import { countWalks, effortOf } from '../evidence/index.js';
import { sayLiveReading } from '../liveValue/index.js';
import {
  type Conclusion,
  type GoTo,
  indexPlan,
  letterOf,
  type Plan,
  type Step,
  type StepField,
  type StepReading,
  sayCondition,
  saySuspects,
  sayTask,
  sayZones,
  stepFieldNames,
  stepFields,
} from '../plan/index.js';
import { sayDriveValues, saySpec } from '../spec/index.js';

/** A plan for a bay without a tablet: numbered steps with boxes to fill, and where each outcome leads by number or letter. */
export interface Paper {
  readonly title: string;
  readonly summary: string;
  readonly facts: readonly string[];
  /** What is written by hand before it is begun. */
  readonly blanks: readonly string[];
  /** The pins of every connector that the plan knows: on paper there is no shelf. */
  readonly pinouts: readonly PaperPinout[];
  readonly asked: readonly { readonly name: string; readonly unit: string; readonly ask: string }[];
  readonly steps: readonly PaperStep[];
  readonly ends: readonly PaperEnd[];
}

export interface PaperStep {
  readonly number: number;
  readonly title: string;
  readonly proves: string;
  /** What stands on a line of its own, such as the vehicle state and the hook-up. */
  readonly lines: readonly { readonly name: string; readonly text: string }[];
  /** Markdown, with its pictures; the pins have the colours of their wires. */
  readonly instruction: string;
  readonly cautions: readonly string[];
  readonly effort: string;
  /** One box each; a computed one says its formula. */
  readonly readings: readonly { readonly name: string; readonly limits: string; readonly from: string | undefined }[];
  readonly outcomes: readonly { readonly when: string; readonly meaning: string; readonly goTo: string }[];
}

export interface PaperPinout {
  readonly connector: string;
  readonly pins: readonly { readonly pin: string; readonly name: string; readonly wire: string }[];
}

/** From which version a paper is printed, and whose it is. */
export interface PaperIssue {
  readonly version: number;
  /** Such as `released`. */
  readonly state: string;
  readonly savedBy: string;
  /** The day on which it was saved last, as it is to be printed. */
  readonly savedOn: string;
}

/** A repair, and what goes with it. */
export interface PaperRepair {
  readonly name: string;
  readonly text: string;
  /** One box to tick each. */
  readonly lines: readonly string[];
}

export interface PaperEnd {
  readonly letter: string;
  readonly title: string;
  readonly summary: string;
  readonly repairs: readonly PaperRepair[];
}

/** The paper version of a plan; steps in the order of the plan, the first one of the trail in front. */
export function paperOf(plan: Plan, issue: PaperIssue | undefined): Paper {
  const first = plan.steps.filter(({ id }) => id === plan.startStepId);
  const steps = [...first, ...plan.steps.filter(({ id }) => id !== plan.startStepId)];
  const goals = goalsOf(steps, plan.conclusions);
  return {
    title: plan.title || 'A plan without a title',
    summary: plan.summary,
    facts: [...(issue ? [sayIssue(issue)] : []), ...factsOf(plan)],
    blanks: ['vehicle', 'VIN', 'odometer', 'date', 'technician'],
    pinouts: pinoutsOf(plan),
    asked: plan.inputs
      .filter(({ from }) => from === null)
      .map(({ id, name, unit, ask }) => ({ name: name || id, unit, ask })),
    steps: steps.map((step, index) => paperStep(plan, step, index + 1, goals)),
    ends: plan.conclusions.map((conclusion, index) => paperEnd(plan, conclusion, letterOf(index))),
  };
}

const sayIssue = ({ version, state, savedBy, savedOn }: PaperIssue): string =>
  `Version ${version}, ${state}, written by ${savedBy}, ${savedOn}`;

const pinoutsOf = ({ partCards }: Plan): PaperPinout[] =>
  partCards.flatMap((card) =>
    card.connectors.map(({ id, pins }) => ({
      connector: `${id}, ${card.name}`,
      pins: pins.map(({ pin, name, wire }) => ({
        pin,
        name,
        wire: [wire.colour, wire.tracer].filter((colour) => colour !== '').join('/'),
      })),
    })),
  );

type Goals = (goTo: GoTo) => string;

function goalsOf(steps: readonly Step[], conclusions: readonly Conclusion[]): Goals {
  const numbers = new Map(steps.map(({ id }, index) => [id, index + 1]));
  const letters = new Map(conclusions.map(({ id }, index) => [id, letterOf(index)]));
  return (goTo) => {
    if (goTo.kind === 'step') return numbers.has(goTo.stepId) ? `step ${numbers.get(goTo.stepId)}` : 'nowhere yet';
    if (goTo.kind === 'nowhere') return 'nowhere yet';
    return letters.has(goTo.conclusionId) ? `end ${letters.get(goTo.conclusionId)}` : 'nowhere yet';
  };
}

function factsOf(plan: Plan): readonly string[] {
  const { expectedMinutes, shortestMinutes, longestMinutes, tools } = effortOf(plan);
  const { lines, engines, codes } = plan.appliesTo;
  return [
    ...(lines.length > 0
      ? [`For ${lines.join(', ')}${engines.length > 0 ? `, engine ${engines.join(', ')}` : ''}`]
      : []),
    ...(codes.length > 0 ? [`Codes ${codes.join(', ')}`] : []),
    `About ${expectedMinutes} min, ${shortestMinutes} to ${longestMinutes} min, ${countWalks(plan)} ways through it`,
    ...(tools.length > 0 ? [`Tools: ${tools.join(', ')}`] : []),
  ];
}

const paperStep = (plan: Plan, step: Step, number: number, goals: Goals): PaperStep => ({
  number,
  title: step.title || 'A step without a title',
  proves: step.proves,
  lines: linesOf(plan, step),
  instruction: stepFields.instruction.say(step, plan),
  cautions: step.cautions,
  effort: stepFields.effort.say(step),
  readings: step.readings.map(({ id, name, spec, derivedFrom, live, capture, watches }) => ({
    name: name || id,
    limits: saySpec(spec),
    from: derivedFrom ?? saySource({ live, capture, watches, spec }),
  })),
  outcomes: step.outcomes.map((outcome) => ({
    // With one reading its name stands right above.
    when: step.readings.length > 1 ? sayCondition(step, outcome) : sayZones(step, outcome),
    meaning: outcome.meaning,
    goTo: goals(outcome.goTo),
  })),
});

const saySource = ({
  live,
  capture,
  watches,
  spec,
}: Pick<StepReading, 'live' | 'capture' | 'watches' | 'spec'>): string | undefined => {
  if (spec.kind === 'drive') return `a recording of ${sayDriveValues(spec)}`;
  if (live) return `the vehicle: ${sayLiveReading(live)}`;
  if (capture) return `a capture: ${sayCapturedReading(capture)}`;
  return watches.length > 0 ? `the bus: losses of ${watches.join(', ')}` : undefined;
};

const linesOf = (plan: Plan, step: Step): PaperStep['lines'] =>
  stepFieldNames.flatMap((key) => {
    const { onPaper, say }: StepField = stepFields[key];
    const text = onPaper === null ? '' : say(step, plan);
    return onPaper === null || text === '' ? [] : [{ name: onPaper, text: text }];
  });

const paperEnd = (plan: Plan, { title, summary, suspectIds }: Conclusion, letter: string): PaperEnd => ({
  letter,
  title: title || saySuspects(plan, suspectIds) || 'An end without a title',
  summary,
  repairs: plan.suspects
    .filter(({ id }) => suspectIds.includes(id))
    .map(({ id, name, repair, afterRepair, companions, tasks, proofStepIds }) => ({
      name: name || id,
      text: [repair, afterRepair].filter((one) => one !== '').join(' '),
      lines: [
        ...companions.map((companion) => `With it: ${companion}`),
        ...tasks.map(sayTask),
        ...proofStepIds.map((stepId) => `Then again: ${indexPlan(plan).steps.get(stepId)?.title || stepId}`),
      ],
    })),
});
