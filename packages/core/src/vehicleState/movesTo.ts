import { type Action, changesCircuit, isTakenApartBy, proposedAction } from './actions.js';
import { actionOf, type VehicleState } from './vehicleState.js';

/** One thing to do on the vehicle before a step. */
export interface Move extends VehicleState {
  /** Why it comes in between, where the step itself does not ask for it. */
  readonly because: string | undefined;
}

const offOrder: Readonly<Record<string, number>> = { loads: 1, engine: 2, ignition: 3 };
const onOrder: Readonly<Record<string, number>> = { charger: 7, doors: 8, ignition: 9, engine: 10, loads: 12 };
const between = 5;

/**
 * Rank of a move: first everything is switched off from the load to the supply and pressure is let out, then parts and connectors are
 * changed, then it is switched on from the supply to the load; what takes its time comes last.
 */
function rankOf(state: VehicleState): number {
  const { what } = state;
  const action = actionOf(state);
  const ranks: Readonly<Record<Action, number>> = {
    switchOff: offOrder[what] ?? 3.5,
    stop: offOrder[what] ?? 2,
    release: 4,
    unplug: between,
    plug: between,
    disconnect: onOrder[what] ?? between,
    connect: onOrder[what] ?? between,
    remove: between,
    fit: between,
    swap: between,
    bridge: between,
    check: 6,
    open: onOrder[what] ?? between,
    shut: onOrder[what] ?? between,
    switchOn: onOrder[what] ?? 11.5,
    start: onOrder[what] ?? 10,
    buildUp: 11,
    wait: 13,
  };
  return ranks[action];
}

/** A charger is clipped on and off whatever else is so; everything else that changes the circuit is for a dead one. */
const isPlugging = (state: VehicleState): boolean => state.what !== 'charger' && changesCircuit(actionOf(state));

/** Whether something is unplugged, pulled, bridged or taken off for these states: codes are set, and clips break. */
export const takesApart = (needs: readonly VehicleState[]): boolean =>
  needs.some((need) => need.what !== 'charger' && isTakenApartBy(actionOf(need)));

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
  const first: Move[] = [];
  const isAsked = (what: string, action: Action) => {
    const need = asked(what);
    return need !== undefined && actionOf(need) === action;
  };
  if (isRunning(believed.engine) && !isAsked('engine', 'stop'))
    first.push({ what: 'engine', is: 'off', does: 'stop', because: offFirst });
  if (!isIgnitionOff(believed.ignition) && !isAsked('ignition', 'switchOff'))
    first.push({ what: 'ignition', is: 'off', does: 'switchOff', because: offFirst });
  const again = first.flatMap(({ what }) => asked(what) ?? []).filter((need) => !unmet.includes(need));
  return [...first, ...inOrder([...unmet, ...again].map(plain))];
}

const isRunning = (engine: string | undefined): boolean =>
  engine !== undefined && proposedAction('engine', engine) === 'start';
const isIgnitionOff = (ignition: string | undefined): boolean =>
  ignition !== undefined && proposedAction('ignition', ignition) === 'switchOff';
const plain = (state: VehicleState): Move => ({ ...state, does: actionOf(state), because: undefined });
const inOrder = (moves: readonly Move[]): readonly Move[] => [...moves].sort((a, b) => rankOf(a) - rankOf(b));
