/**
 * What is done to bring a vehicle into a state. What is safe, and in which order, goes by these and never by the words of a state: whatever an
 * author calls it, unplugging is unplugging.
 */
export const actions = {
  switchOff: 'switch off',
  switchOn: 'switch on',
  stop: 'stop',
  start: 'start',
  unplug: 'unplug',
  plug: 'plug in',
  disconnect: 'disconnect',
  connect: 'connect',
  remove: 'remove',
  fit: 'fit',
  swap: 'swap',
  bridge: 'bridge',
  open: 'open',
  shut: 'shut',
  release: 'release',
  buildUp: 'build up',
  wait: 'wait',
  check: 'check',
} as const;

export type Action = keyof typeof actions;

/** What an action does to what hangs on it. */
interface Effect {
  /** The circuit is opened, closed or changed with the hands: only while it is dead. */
  readonly changesCircuit: boolean;
  /** Something hangs loose then: codes are set, clips break, and what was connected there is apart. */
  readonly takesApart: boolean;
}

const nothing: Effect = { changesCircuit: false, takesApart: false };
const together: Effect = { changesCircuit: true, takesApart: false };
const apart: Effect = { changesCircuit: true, takesApart: true };

const effects = {
  switchOff: nothing,
  switchOn: nothing,
  stop: nothing,
  start: nothing,
  unplug: apart,
  plug: together,
  disconnect: apart,
  connect: together,
  remove: apart,
  fit: together,
  swap: apart,
  bridge: apart,
  open: nothing,
  shut: nothing,
  release: nothing,
  buildUp: nothing,
  wait: nothing,
  check: nothing,
} as const satisfies Record<Action, Effect>;

export const changesCircuit = (action: Action): boolean => effects[action].changesCircuit;
export const isTakenApartBy = (action: Action): boolean => effects[action].takesApart;

/** What the states that every vehicle has are made by. */
const knownActions: Readonly<Record<string, Readonly<Record<string, Action>>>> = {
  ignition: { off: 'switchOff', on: 'switchOn' },
  engine: { off: 'stop', running: 'start', 'warm and off': 'stop', 'warm and running': 'start' },
  doors: { closed: 'shut', open: 'open' },
  loads: { off: 'switchOff', on: 'switchOn' },
  charger: { on: 'connect', off: 'disconnect' },
  buses: { asleep: 'wait', awake: 'switchOn' },
  pressure: { released: 'release', 'built up': 'buildUp' },
  'fluid level': { checked: 'check' },
};

// What is proposed for a state in an author's own words; the author sees it and can choose another. The first that fits counts.
const proposals: readonly (readonly [RegExp, Action])[] = [
  [/\bbridged?\b/i, 'bridge'],
  [/\bswapped\b/i, 'swap'],
  [/\b(?:not plugged|unplugged|plug(?:s|ged)? (?:off|out)|off its plug)\b/i, 'unplug'],
  [/\bplugged\b/i, 'plug'],
  [/\b(?:disconnected|not connected|taken off|clamp off)\b/i, 'disconnect'],
  [/\b(?:connected|clipped|hooked)\b/i, 'connect'],
  [/\b(?:removed|pulled|taken out|drawn|out of its (?:socket|holder))\b/i, 'remove'],
  [/\b(?:fitted|put in|in its (?:socket|holder)|socket|back in)\b/i, 'fit'],
  [/\b(?:released|let out|relieved|depressuri[sz]ed)\b/i, 'release'],
  [/\bbuilt up\b/i, 'buildUp'],
  [/\b(?:asleep|waited|cooled|cold|settled|stood)\b/i, 'wait'],
  [/\b(?:running|started|idling|cranking)\b/i, 'start'],
  [/\b(?:stopped|standing still)\b/i, 'stop'],
  [/\b(?:closed|shut|locked)\b/i, 'shut'],
  [/\b(?:open|opened|unlocked)\b/i, 'open'],
  [/\boff\b/i, 'switchOff'],
  [/\bon\b/i, 'switchOn'],
];

/** The action that most probably makes a state; `check` where its words say none. */
export function proposedAction(what: string, is: string): Action {
  const known = Object.hasOwn(knownActions, what) ? knownActions[what] : undefined;
  if (known && Object.hasOwn(known, is)) return known[is] as Action;
  const proposed = proposals.find(([words]) => words.test(is))?.[1] ?? 'check';
  // An engine is never switched on or off by this: it runs, or it does not.
  if (what === 'engine') return proposed === 'start' || proposed === 'switchOn' ? 'start' : 'stop';
  return proposed;
}
