import { type Action, proposedAction } from './actions.js';

/** One state of a vehicle: what is how, such as the ignition on, or connector C31 unplugged. */
export interface VehicleState {
  readonly what: string;
  readonly is: string;
  /** What makes it so, as its author has said; without it, what its words propose. */
  readonly does?: Action | undefined;
}

export const actionOf = ({ what, is, does }: VehicleState): Action => does ?? proposedAction(what, is);

interface Known {
  readonly choices: readonly string[];
  /** May have changed while nobody was at the vehicle. */
  readonly isVolatile: boolean;
}

/** States that every vehicle has; an author may name others, such as connectors and relays. */
export const vehicleStates: Readonly<Record<string, Known>> = {
  ignition: { choices: ['off', 'on'], isVolatile: true },
  engine: { choices: ['off', 'running', 'warm and off', 'warm and running'], isVolatile: true },
  doors: { choices: ['closed', 'open'], isVolatile: true },
  loads: { choices: ['off', 'on'], isVolatile: true },
  charger: { choices: ['on', 'off'], isVolatile: true },
  buses: { choices: ['asleep', 'awake'], isVolatile: true },
  pressure: { choices: ['released', 'built up'], isVolatile: true },
  'fluid level': { choices: ['checked'], isVolatile: false },
};

/** What is still believed after a pause: connectors stay as they were left, the ignition may not. */
export const lastingStates = (believed: Readonly<Record<string, string>>): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(believed).filter(([what]) => !vehicleStates[what]?.isVolatile));
