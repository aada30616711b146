import { tidyVin, type Vehicle } from '@probe-trail/core/vehicle';
import { discoverVehicles, type Endpoint, LinkLost } from '@probe-trail/vehicle/client';
import { isWholeVin, type StandInCommand } from '@probe-trail/vehicle/standIn';
import type { StandInInstrument, StandInInstrumentFinder } from '../instrumentLink/networkInstruments.js';
import type { InterfaceFinder } from './networkInterface.js';

export const noInterface: InterfaceFinder = async () => undefined;

/** The interface at an address, or whichever answers there where it is the address of a whole network; only if it is this vehicle's. */
export const interfaceAt =
  ({ host, port }: Endpoint): InterfaceFinder =>
  async ({ vin, fleetNumber }) => {
    const known = tidyVin(vin);
    if (!isWholeVin(known))
      throw new LinkLost(
        `An interface is found by the identification number of its vehicle, and ${fleetNumber} has none of 17 characters.`,
      );
    return (await discoverVehicles(host, port, known))[0]?.endpoint;
  };

/** A stand-in vehicle that is there. */
export interface StandIn {
  readonly endpoint: Endpoint;
  /** The instruments that hang at it. */
  readonly instruments: Readonly<Record<StandInInstrument, Endpoint>>;
  /** Resolves once it has happened to it. */
  readonly tell: (command: StandInCommand) => Promise<void>;
  readonly close: () => Promise<void>;
}

/** The causes of a vehicle that are repaired, by name: a stand-in is mended by the repair of what is wrong with it. */
export type RepairedCauses = (vehicleId: string) => Promise<readonly string[]>;

/** Stand-in vehicles, each started when it is first asked for. */
export interface StandIns {
  readonly find: InterfaceFinder;
  readonly instrumentOf: StandInInstrumentFinder;
  readonly close: () => Promise<void>;
}

/** @param start starts the stand-in of a vehicle; `undefined`: it has none */
export function makeStandIns(
  start: (vehicle: Vehicle) => Promise<StandIn> | undefined,
  repairedCauses: RepairedCauses,
): StandIns {
  const started = new Map<string, Promise<StandIn>>();
  const standInOf = (vehicle: Vehicle): Promise<StandIn> | undefined => {
    const known = started.get(vehicle.vehicleId);
    if (known) return known;
    const starting = start(vehicle);
    if (!starting) return undefined;
    started.set(vehicle.vehicleId, starting);
    // One that could not start is tried again the next time.
    starting.catch(() => started.delete(vehicle.vehicleId));
    return starting;
  };
  /** Tells the stand-in of a vehicle what has happened to it; `undefined`: it has none. */
  const told = async (vehicle: Vehicle, ...commands: readonly StandInCommand[]): Promise<StandIn | undefined> => {
    const standIn = await standInOf(vehicle);
    if (!standIn) return undefined;
    const causes = await repairedCauses(vehicle.vehicleId);
    try {
      await standIn.tell({ kind: 'repaired', causes });
      for (const command of commands) await standIn.tell(command);
    } catch {
      started.delete(vehicle.vehicleId);
      throw new LinkLost(`The stand-in of ${vehicle.fleetNumber} has ended. It is started anew when it is read again.`);
    }
    return standIn;
  };
  return {
    find: async (vehicle, _, moment) =>
      (await told(vehicle, ...(moment === 'afterDriving' ? [{ kind: 'driven' } as const] : [])))?.endpoint,
    instrumentOf: async (vehicle, which, leads) =>
      (await told(vehicle, { kind: 'leadsPut', of: which, leads }))?.instruments[which],
    close: async () => {
      for (const standIn of await Promise.allSettled(started.values()))
        if (standIn.status === 'fulfilled') await standIn.value.close();
    },
  };
}

/** The first of several that finds an interface. */
export const firstFound =
  (...finders: readonly InterfaceFinder[]): InterfaceFinder =>
  async (vehicle, line, moment) => {
    for (const find of finders) {
      const endpoint = await find(vehicle, line, moment);
      if (endpoint) return endpoint;
    }
    return undefined;
  };
