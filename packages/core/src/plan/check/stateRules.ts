import { takesApart } from '../../vehicleState/index.js';
import { hookUpsOf } from '../document/hookUpsOf.js';
import type { Plan, Step } from '../document/plan.js';
import type { Finding, FindingPlace } from './finding.js';
import { flowForward, type Names, union } from './flow.js';

/** For each thing of the vehicle, everything that some way may have done to it last; `unsaid` where some way has not said. */
type MayBe = ReadonlyMap<string, Names>;

const ignition = 'ignition';
const unsaid = 'unsaid';

/** The states in which a trail may come to each step: what the steps on some way before it asked for. */
const statesBefore = (plan: Plan): ReadonlyMap<string, MayBe> =>
  flowForward<MayBe>(plan, {
    start: new Map([
      [ignition, new Set([unsaid])],
      ['engine', new Set([unsaid])],
    ]),
    along: (states, step) => inStep(states, step),
    join: joinStates,
  });

/** The states while a step is being done: its own needs are made so. */
const inStep = (states: MayBe, { needs }: Step): MayBe =>
  new Map([...states, ...needs.map(({ what, does }) => [what, new Set<string>([does])] as const)]);

function joinStates(known: MayBe, coming: MayBe): MayBe {
  let joined = known;
  for (const [what, states] of coming) {
    const before = joined.get(what) ?? new Set<string>();
    const both = union(before, states);
    if (both !== before) joined = new Map([...joined, [what, both]]);
  }
  return joined;
}

const has = (states: MayBe, what: string, ...does: readonly string[]): boolean =>
  does.some((one) => states.get(what)?.has(one) === true);

/** The ignition may be on, as some way has switched it on or nobody has said; or the engine runs: current may flow where the leads go. */
const mayBeLive = (states: MayBe): boolean =>
  has(states, ignition, 'switchOn', unsaid) || has(states, 'engine', 'start');

/** The same, where somebody has said so. */
const isSaidLive = (states: MayBe): boolean => has(states, ignition, 'switchOn') || has(states, 'engine', 'start');

const isTakenApart = ({ needs }: Step): boolean => takesApart(needs);

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

const at = ({ id }: Step): FindingPlace => ({ stepId: id });

/** Whether a step, or one of its readings, sends a current of the meter through what it measures. */
const measuresOhms = (step: Step) =>
  hookUpsOf(step)
    .map(({ instrument }) => instrument)
    .find((measures) => measures === 'ohms' || measures === 'continuity');

/** Ohms and continuity where the circuit may be live: the meter shows nonsense, or is damaged. */
export function resistanceMeasuredLive(plan: Plan): Finding[] {
  return visits(plan)
    .filter(({ step, during }) => {
      return measuresOhms(step) !== undefined && mayBeLive(during) && !isTakenApart(step);
    })
    .map(({ step }) => ({
      rule: 'resistanceMeasuredLive',
      severity: 'warning',
      at: at(step),
      message: `“${step.title}” measures ${measuresOhms(step) === 'continuity' ? 'continuity' : 'a resistance'}, and the circuit may be live.`,
      todo: 'Ask for the ignition off, or for the connector unplugged, in its vehicle state.',
    }));
}

// What is done between the two readings of a change stands in the reading, and is undone after it.
const hasAction = ({ readings }: Step): boolean => readings.some(({ spec }) => spec.kind === 'change');

const takes =
  /\b(?:unplug|disconnect|(?:pull|take|draw)\s+(?:out|off)|(?:remove|pull|take\s+out|lift\s+out)\s+(?:the\s+|its\s+|both\s+|all\s+)*(?:fuse|relay|connector|plug|terminal|unit|sensor|module|battery\s+(?:cable|clamp|terminal)|[A-Z]{1,3}\d+)s?)\b/i;
const forbids = /\b(?:do not|don[’']t|never|without|instead of|rather than|must not|no need to)\b/i;

/** Whether an instruction tells to take something apart; a sentence that forbids it does not. */
const tellsToTakeApart = (instruction: string): boolean =>
  instruction.split(/(?<=[.;:!?])\s|\n/).some((sentence) => {
    const at = takes.exec(sentence)?.index;
    return at !== undefined && !forbids.test(sentence.slice(0, at));
  });

/** An instruction that takes something apart although the ignition may be on, and the vehicle state does not say so: new codes appear. */
export function unpluggedLive(plan: Plan): Finding[] {
  return visits(plan)
    .filter(
      ({ step, during }) =>
        tellsToTakeApart(step.instruction) && !isTakenApart(step) && !hasAction(step) && isSaidLive(during),
    )
    .map(({ step }) => ({
      rule: 'unpluggedLive',
      severity: 'warning',
      at: at(step),
      message: `The instruction of “${step.title}” takes something apart, and the ignition may be on.`,
      todo: 'Write what is unplugged as a vehicle state, so that the ignition is switched off first, or ask for the ignition off.',
    }));
}

const tells = [
  {
    what: ignition,
    is: 'on',
    does: 'switchOn',
    words: /\b(?:switch|turn) (?:on the ignition|the ignition on)\b/i,
  },
  {
    what: ignition,
    is: 'off',
    does: 'switchOff',
    words: /\b(?:switch|turn) (?:off the ignition|the ignition off)\b/i,
  },
  { what: 'engine', is: 'running', does: 'start', words: /\bstart the engine\b/i },
  { what: 'engine', is: 'off', does: 'stop', words: /\b(?:stop|switch off) the engine\b/i },
] as const;

/** The change of the vehicle that stands in the instruction of a step and not in its vehicle state; `undefined` for none. */
export const tellsOf = (step: Step) =>
  hasAction(step)
    ? undefined
    : tells.find(
        ({ what, words, does }) =>
          words.test(step.instruction) && !step.needs.some((need) => need.what === what && need.does === does),
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
    const ways = [...(before.get(ignition) ?? [])].filter((one) => one !== unsaid);
    const differs = ways.length > 1 && !step.needs.some(({ what }) => what === ignition);
    const matters = hookUpsOf(step).some(({ instrument }) => instrument !== 'eyes');
    return differs && matters
      ? [untold(step, `“${step.title}” measures with the ignition on or off, as the way to it left it.`)]
      : [];
  });
}

const untold = (step: Step, message: string): Finding => ({
  rule: 'stateUntold',
  severity: 'warning',
  at: at(step),
  message,
  todo: 'Add what it needs to its vehicle state.',
});
