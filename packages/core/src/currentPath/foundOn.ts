import type { CurrentPath } from '../plan/index.js';
import { locate, type PathReadings, type Whereabouts } from './locate.js';

/** What the voltages along a path say of the suspects. */
export interface PathFinding {
  readonly clears: readonly string[];
  readonly pointsTo: readonly string[];
  readonly text: string;
}

/**
 * Suspects of sections that are proven under load are cleared; those of the sections between which the fault is shown are pointed to. Where
 * it is only left over, nothing is: the cause may lie off the path.
 */
export function foundOn(path: CurrentPath, readings: PathReadings): PathFinding {
  const { states, isShown, ...where } = locate(path, readings);
  const suspectsIn = (wanted: (state: string) => boolean) => [
    ...new Set(path.sections.flatMap(({ suspectIds }, at) => (wanted(states[at] ?? '') ? suspectIds : []))),
  ];
  const isPlace = (state: string) => state === 'fault' || state === 'possible';
  const pointsTo = isShown ? suspectsIn(isPlace) : [];
  // A wire that runs through several sections is not cleared by one of them.
  const open = new Set(suspectsIn((state) => state !== 'good'));
  return {
    clears: suspectsIn((state) => state === 'good').filter((id) => !open.has(id)),
    pointsTo,
    text: sayWhere(path, { states, isShown, ...where }),
  };
}

/** Where the fault lies, in a sentence. */
export function sayWhere(
  path: CurrentPath,
  { between, alsoBetween, risesAt, isShown, isSupplyLow, states }: Whereabouts,
): string {
  const name = (at: number) => path.points[at]?.name || path.points[at]?.id || '';
  if (risesAt !== undefined)
    return `There is more at ${name(risesAt)} than before it: it is fed from elsewhere, or one of the two was read wrongly.`;
  if (isSupplyLow) return `The supply itself is too low at ${name(0)}: find out why before you go along the path.`;
  if (!between) return 'Nothing is known yet: the supply comes first.';
  const [from, to] = between;
  const say = ([start, end]: readonly [number, number]) => `between ${name(start)} and ${name(end)}`;
  const place = say(between);
  const also = alsoBetween.map((other) => ` Too much is lost ${say(other)} too.`).join('');
  if (!isShown) return `The fault is left ${place}.`;
  const isLoad = to === from + 1 && path.sections[from]?.isLoad;
  if (isLoad) return `The load gets its voltage, ${place}: it is the load itself.`;
  const only =
    from > 0 && !states.includes('good') ? ' What lies before it is connected, and not proven under load.' : '';
  return `The fault lies ${place}.${also}${only}`;
}
