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

/** Simulated vehicles: units that take their time, some silent, codes that come back at once, when moving, or never. */
export function makeSimulatedInterface(rigs: readonly Rig[]): VehicleInterface {
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
      if (rig.silentUnitIds.includes(unit.id)) return undefined;
      return rig.codes
        .filter(({ unitId, returns }) => unitId === unit.id && (!clearedUnitIds.has(unitId) || isBack(returns, moment)))
        .map(({ returns: _, ...code }) => code);
    },
    clearCodes: async (vehicle, unit, signal) => {
      const { rig, clearedUnitIds } = await ask(vehicle, unit, signal);
      if (rig.silentUnitIds.includes(unit.id)) return false;
      clearedUnitIds.add(unit.id);
      return true;
    },
  };
}

const isBack = (returns: Rig['codes'][number]['returns'], moment: SheetMoment): boolean =>
  returns === 'atOnce' || (returns === 'moving' && moment === 'afterDriving');
