import { setTimeout as wait } from 'node:timers/promises';
import type { SheetMoment } from '@probe-trail/core/codes';
import type { LineUnit, Vehicle } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import { InterfaceSilent, type VehicleInterface } from './vehicleInterface.js';

/** What has happened to a simulated vehicle since the start. */
interface RigState {
  readonly rig: Rig;
  readonly clearedUnitIds: Set<string>;
  hasFallenSilent: boolean;
}

/** The causes of a vehicle that are repaired, by name: a simulated one is mended by the repair of what is wrong with it. */
export type RepairedCauses = (vehicleId: string) => Promise<readonly string[]>;

/** Simulated vehicles: units that take their time, some silent, codes that come back at once, when moving, or never. */
export function makeSimulatedInterface(
  rigs: readonly Rig[],
  repairedCauses: RepairedCauses = async () => [],
): VehicleInterface {
  const states = new Map<string, RigState>(
    rigs.map((rig) => [rig.fleetNumber, { rig, clearedUnitIds: new Set(), hasFallenSilent: false }]),
  );

  const ask = async ({ fleetNumber }: Vehicle, { id }: LineUnit, signal: AbortSignal): Promise<RigState> => {
    const state = states.get(fleetNumber);
    if (!state) throw new InterfaceSilent(`No interface is connected to ${fleetNumber}. Plug it in, then read again.`);
    await wait(state.rig.msPerUnit, undefined, { signal });
    if (state.rig.fallsSilentAt === id && !state.hasFallenSilent) {
      state.hasFallenSilent = true;
      throw new InterfaceSilent(
        'The interface fell silent. What was read is kept; look at its plug, then go on reading.',
      );
    }
    return state;
  };

  return {
    readCodes: async (vehicle, unit, moment, signal) => {
      const { rig, clearedUnitIds } = await ask(vehicle, unit, signal);
      const repaired = await repairedCauses(vehicle.vehicleId);
      if (isSilent(rig, unit, repaired)) return undefined;
      return rig.codes
        .filter(({ unitId, returns, untilRepaired }) => {
          const comesBack = isBack(returns, moment) && !isRepaired(untilRepaired, repaired);
          return unitId === unit.id && (!clearedUnitIds.has(unitId) || comesBack);
        })
        .map(({ returns: _, untilRepaired: __, ...code }) => code);
    },
    clearCodes: async (vehicle, unit, signal) => {
      const { rig, clearedUnitIds } = await ask(vehicle, unit, signal);
      if (isSilent(rig, unit, await repairedCauses(vehicle.vehicleId))) return false;
      clearedUnitIds.add(unit.id);
      return true;
    },
  };
}

const isRepaired = (cause: string | null, repaired: readonly string[]): boolean =>
  cause !== null && repaired.includes(cause);

const isSilent = ({ silentUnitIds, silentUntilRepaired }: Rig, { id }: LineUnit, repaired: readonly string[]) =>
  silentUnitIds.includes(id) && !isRepaired(silentUntilRepaired, repaired);

const isBack = (returns: Rig['codes'][number]['returns'], moment: SheetMoment): boolean =>
  returns === 'atOnce' || (returns === 'moving' && moment === 'afterDriving');
