import type { Plan, Step } from '../plan.js';
import type { Finding, Place } from './finding.js';
import { flowForward, type Names, union } from './flow.js';

/** For each thing of the vehicle, every state in which some way may have left it. */
type MayBe = ReadonlyMap<string, Names>;

const ignition = 'ignition';

const before = new WeakMap<Plan, ReadonlyMap<string, MayBe>>();

/** The states in which a trail may come to each step: what the steps on some way before it asked for. Several rules ask for it. */
function statesBefore(plan: Plan): ReadonlyMap<string, MayBe> {
  const known = before.get(plan);
  if (known) return known;
  const states = flowForward<MayBe>(plan, {
    start: new Map(),
    along: (states, step) => inStep(states, step),
    join: joinStates,
  });
  before.set(plan, states);
  return states;
}

/** The states while a step is being done: its own needs are made so. */
const inStep = (states: MayBe, { needs }: Step): MayBe =>
  new Map([...states, ...needs.map(({ what, is }) => [what, new Set([is])] as const)]);

function joinStates(known: MayBe, coming: MayBe): MayBe {
  let joined = known;
  for (const [what, states] of coming) {
    const before = joined.get(what) ?? new Set<string>();
    const both = union(before, states);
    if (both !== before) joined = new Map([...joined, [what, both]]);
  }
  return joined;
}

/** Ignition on, or the engine running: current may flow where the leads go. */
const mayBeLive = (states: MayBe): boolean =>
  states.get(ignition)?.has('on') === true || [...(states.get('engine') ?? [])].some((is) => is.includes('running'));

const isTakenApart = ({ needs }: Step): boolean =>
  needs.some(({ is }) => /unplugged|pulled out|disconnected|removed|open/.test(is));

interface Visit {
  readonly step: Step;
  readonly before: MayBe;
  readonly during: MayBe;
}

const visits = (plan: Plan): Visit[] => {
  const comingTo = statesBefore(plan);
  return plan.steps.flatMap((step) => {
    const states = comingTo.get(step.id);
    return states ? [{ step, before: states, during: inStep(states, step) }] : [];
  });
};

const at = ({ id }: Step): Place => ({ stepId: id });

/** Ohms and continuity where the circuit may be live: the meter shows nonsense, or is damaged. */
export function resistanceMeasuredLive(plan: Plan): Finding[] {
  return visits(plan)
    .filter(({ step, during }) => {
      const measures = step.hookUp?.instrument;
      return (measures === 'ohms' || measures === 'continuity') && mayBeLive(during) && !isTakenApart(step);
    })
    .map(({ step }) => ({
      rule: 'resistanceMeasuredLive',
      severity: 'warning',
      at: at(step),
      says: `“${step.title}” measures ${step.hookUp?.instrument === 'ohms' ? 'a resistance' : 'continuity'}, and the circuit may be live.`,
      todo: 'Ask for the ignition off, or for the connector unplugged, in its vehicle state.',
    }));
}

// What is done between the two readings of a change stands in the reading, and is undone after it.
const hasAction = ({ readings }: Step): boolean => readings.some(({ spec }) => spec.kind === 'change');

const unplugs = /\b(?:unplug|disconnect|pull out|pull off|take off the connector)\b/i;

/** An instruction that takes something apart although the ignition may be on, and the vehicle state does not say so: new codes appear. */
export function unpluggedLive(plan: Plan): Finding[] {
  return visits(plan)
    .filter(
      ({ step, during }) =>
        unplugs.test(step.instruction) && !isTakenApart(step) && !hasAction(step) && mayBeLive(during),
    )
    .map(({ step }) => ({
      rule: 'unpluggedLive',
      severity: 'warning',
      at: at(step),
      says: `The instruction of “${step.title}” takes something apart, and the ignition may be on.`,
      todo: 'Write what is unplugged as a vehicle state, so that the ignition is switched off first, or ask for the ignition off.',
    }));
}

const tells = [
  { what: ignition, is: 'on', words: /\b(?:switch|turn) (?:on the ignition|the ignition on)\b/i, said: /^on$/ },
  { what: ignition, is: 'off', words: /\b(?:switch|turn) (?:off the ignition|the ignition off)\b/i, said: /^off$/ },
  { what: 'engine', is: 'running', words: /\bstart the engine\b/i, said: /running/ },
  { what: 'engine', is: 'off', words: /\b(?:stop|switch off) the engine\b/i, said: /off/ },
] as const;

/** The change of the vehicle that stands in the instruction of a step and not in its vehicle state; `undefined` for none. */
export const tellsOf = (step: Step) =>
  hasAction(step)
    ? undefined
    : tells.find(
        ({ what, words, said }) =>
          words.test(step.instruction) && !step.needs.some((need) => need.what === what && said.test(need.is)),
      );

/** Changes of the vehicle that stand only in the instruction, or that depend on the way: the trail would believe the wrong thing. */
export function statesUntold(plan: Plan): Finding[] {
  return visits(plan).flatMap(({ step, before }) => {
    const inWords = tellsOf(step);
    if (inWords)
      return [
        untold(
          step,
          `The instruction of “${step.title}” changes the ${inWords.what}, and its vehicle state does not say so.`,
        ),
      ];
    const differs = (before.get(ignition)?.size ?? 0) > 1 && !step.needs.some(({ what }) => what === ignition);
    const matters = step.hookUp !== null && step.hookUp.instrument !== 'eyes';
    return differs && matters
      ? [untold(step, `“${step.title}” measures with the ignition on or off, as the way to it left it.`)]
      : [];
  });
}

const untold = (step: Step, says: string): Finding => ({
  rule: 'stateUntold',
  severity: 'warning',
  at: at(step),
  says,
  todo: 'Add what it needs to its vehicle state.',
});
