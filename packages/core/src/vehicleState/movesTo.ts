import { type VehicleState, vehicleStates } from './vehicleState.js';

/** One thing to do on the vehicle before a step. */
export interface Move extends VehicleState {
  /** Why it comes in between, where the step itself does not ask for it. */
  readonly because: string | undefined;
}

const isOff = (is: string) => /\boff\b|released|closed/i.test(is);

/**
 * Rank of a move: first everything is switched off from the load to the supply and pressure is let out, then parts and connectors are
 * changed, then it is switched on from the supply to the load; what takes its time comes last.
 */
function rankOf({ what, is }: VehicleState): number {
  const offOrder: Readonly<Record<string, number>> = { loads: 1, engine: 2, ignition: 3, pressure: 4 };
  const onOrder: Readonly<Record<string, number>> = {
    'fluid level': 6,
    charger: 7,
    doors: 8,
    ignition: 9,
    engine: 10,
    pressure: 11,
    loads: 12,
    buses: 13,
  };
  if (isOff(is) && what in offOrder) return offOrder[what] ?? 0;
  // Parts and connectors are changed in between.
  return onOrder[what] ?? 5;
}

const isPlugging = ({ what, is }: VehicleState) =>
  !(what in vehicleStates) && /plug|pull|connect|remov|fitted|swapp|socket|bridged/i.test(is);

/** Whether something is unplugged, pulled, bridged or taken off for these states: codes are set, and clips break. */
export const takesApart = (needs: readonly VehicleState[]): boolean =>
  needs.some((need) => isPlugging(need) && !/plugged in|fitted/.test(need.is));

const offFirst = 'before anything is unplugged or plugged in';

/**
 * What must change for a step, in the order in which it is safe to do: only what is not believed to be so already. Nothing is plugged or
 * unplugged with the ignition on, so that is switched off first, and on again where the step needs it.
 * @param believed the vehicle state as the trail believes it
 */
export function movesTo(believed: Readonly<Record<string, string>>, needs: readonly VehicleState[]): readonly Move[] {
  const unmet = needs.filter(({ what, is }) => believed[what] !== is);
  const asked = (what: string) => needs.find((need) => need.what === what);
  if (!unmet.some(isPlugging)) return inOrder(unmet.map(plain));
  const between: Move[] = [];
  if (isRunning(believed.engine) && !isOff(asked('engine')?.is ?? ''))
    between.push({ what: 'engine', is: 'off', because: offFirst });
  if (believed.ignition !== 'off' && asked('ignition')?.is !== 'off')
    between.push({ what: 'ignition', is: 'off', because: offFirst });
  const again = between.flatMap(({ what }) => asked(what) ?? []).filter((need) => !unmet.includes(need));
  return [...between, ...inOrder([...unmet, ...again].map(plain))];
}

const isRunning = (engine: string | undefined) => engine?.includes('running') ?? false;
const plain = ({ what, is }: VehicleState): Move => ({ what, is, because: undefined });
const inOrder = (moves: readonly Move[]): readonly Move[] => [...moves].sort((a, b) => rankOf(a) - rankOf(b));
