import type { Circuit } from '../document/circuit.js';

/** In which state a circuit is: where dials stand that do not stand where the file says, and what is out. */
export interface CircuitState {
  readonly dials: ReadonlyMap<string, number>;
  /** Connectors that are unplugged and components that are taken out. */
  readonly apart: ReadonlySet<string>;
}

export const asItStands: CircuitState = { dials: new Map(), apart: new Set() };

interface VehicleStateLike {
  readonly what: string;
  readonly is: string;
}

/** The state of a circuit while the vehicle is in these states; what the circuit does not know changes nothing. */
export function stateWhile(circuit: Circuit, vehicleStates: readonly VehicleStateLike[]): CircuitState {
  const dials = new Map<string, number>();
  const apart = new Set<string>();
  for (const { what, is } of vehicleStates)
    for (const state of circuit.states) {
      if (state.what !== what || state.is !== is) continue;
      for (const { id, to } of state.sets) dials.set(id, to);
      for (const id of state.apart) apart.add(id);
      for (const id of state.together) apart.delete(id);
    }
  return { dials, apart };
}

/** States of the vehicle of which the circuit says nothing. */
export const statesNotKnown = <State extends VehicleStateLike>(
  circuit: Circuit,
  states: readonly State[],
): readonly State[] =>
  states.filter(({ what, is }) => !circuit.states.some((known) => known.what === what && known.is === is));
