import type { LiveSample } from '../liveValue/index.js';
import { formatPlain } from '../reading/index.js';
import type { ActuatorInfo } from '../vehicle/index.js';

/** What must change when an actuator runs. */
export type Effect = NonNullable<ActuatorInfo['effects']>[number];

/** How a value followed a command. */
export interface Followed {
  readonly effect: Effect;
  /** What it was before the command; `undefined` where that is not known. */
  readonly before: number | undefined;
  /** Where it stood farthest from that while the actuator ran. */
  readonly farthest: number | undefined;
  readonly hasChanged: boolean;
}

/**
 * How a value followed a command.
 * @param samples of the value, the oldest first
 * @param fromMs when the actuator began to run
 * @param toMs when it was stopped, or now
 */
export function followed(effect: Effect, samples: readonly LiveSample[], fromMs: number, toMs: number): Followed {
  const before = samples.findLast(({ atMs, value }) => atMs <= fromMs && value !== null)?.value ?? undefined;
  const during = samples.flatMap(({ atMs, value }) => (atMs > fromMs && atMs <= toMs && value !== null ? [value] : []));
  if (before === undefined || during.length === 0)
    return { effect, before, farthest: during.at(-1), hasChanged: false };
  const farthest = during.reduce((far, value) => (Math.abs(value - before) > Math.abs(far - before) ? value : far));
  return { effect, before, farthest, hasChanged: Math.abs(farthest - before) >= effect.change };
}

/** What is known of a value by its key. */
type NameOf = (key: string) => { readonly name: string; readonly unit: string };

export type ResponseKind = 'acts' | 'actsOnly' | 'doesNotAct' | 'answersOnly' | 'unknown';

export interface Response {
  readonly kind: ResponseKind;
  /** In sentences. */
  readonly says: string;
}

/**
 * Tells apart an actuator that does not act from one that acts while what should answer does not follow. What shows that it acts is its own
 * current or pressure (`shows` is `acts`); what must follow is a sensor (`follows`).
 */
export function responseOf(all: readonly Followed[], nameOf: NameOf): Response {
  const acts = all.filter(({ effect }) => effect.shows === 'acts');
  const follows = all.filter(({ effect }) => effect.shows === 'follows');
  const isKnown = all.length > 0 && all.every(({ before, farthest }) => before !== undefined && farthest !== undefined);
  const said = all.map((one) => sayFollowed(one, nameOf)).join(' ');
  if (!isKnown) return { kind: 'unknown', says: said === '' ? '' : `Not known yet. ${said}` };
  const [isActing, isFollowing] = [some(acts), some(follows)];
  const kind = kindOf(isActing, isFollowing);
  return { kind, says: `${sayKind[kind](isActing === undefined, isFollowing === undefined)} ${said}` };
}

function kindOf(isActing: boolean | undefined, isFollowing: boolean | undefined): Exclude<ResponseKind, 'unknown'> {
  if (isActing !== false && isFollowing !== false) return 'acts';
  if (isActing === true) return 'actsOnly';
  return isFollowing === true ? 'answersOnly' : 'doesNotAct';
}

/** Where nothing shows that it acts but its answer, or where nothing has to answer, no more is said than that. */
const sayKind: Record<Exclude<ResponseKind, 'unknown'>, (noneActs: boolean, noneFollows: boolean) => string> = {
  acts: (noneActs, noneFollows) => {
    if (noneActs) return 'Its answer follows.';
    return noneFollows ? 'It acts.' : 'It acts, and its answer follows.';
  },
  actsOnly: () => 'It acts, but its answer does not follow.',
  answersOnly: () => 'Its answer follows, but nothing shows that it acts.',
  doesNotAct: (noneActs) => (noneActs ? 'Its answer does not follow.' : 'It does not act.'),
};

/** Whether any of these has changed; `undefined` where there are none to go by. */
const some = (all: readonly Followed[]): boolean | undefined =>
  all.length === 0 ? undefined : all.some(({ hasChanged }) => hasChanged);

function sayFollowed({ effect, before, farthest, hasChanged }: Followed, nameOf: NameOf): string {
  const { name, unit } = nameOf(effect.value);
  const Name = name.charAt(0).toUpperCase() + name.slice(1);
  if (before === undefined || farthest === undefined) return `${Name} has no value.`;
  const [from, to] = [formatPlain(before), formatPlain(farthest)];
  if (hasChanged) return `${Name} went from ${from} to ${to} ${unit}.`;
  return `${Name} stays at ${from} ${unit}; it should change by ${formatPlain(effect.change)} ${unit}.`;
}
