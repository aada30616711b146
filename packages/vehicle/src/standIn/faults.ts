import type { LineUnit, RoutineInfo } from '@probe-trail/core/vehicle';
import type { Rig, ValueFaultKind } from '@probe-trail/core/vehicleInterface';
import { isDroppedOut, type ValueFault } from './world.js';

/** What can break in a stand-in while it runs. */
export type StandInFault =
  | { readonly kind: 'value'; readonly value: string; readonly does: ValueFaultKind; readonly amount: number }
  | { readonly kind: 'silent'; readonly unitId: string }
  | { readonly kind: 'supply'; readonly supply: string };

export type FaultCommand =
  /** These causes are repaired, and no others. */
  | { readonly kind: 'repaired'; readonly causes: readonly string[] }
  /** Something breaks while it runs; what is known by the same name breaks otherwise. */
  | { readonly kind: 'faultSet'; readonly fault: StandInFault }
  /** A fault that was set is gone again: of a value by its key, of a unit or a supply by its id. */
  | { readonly kind: 'faultLifted'; readonly of: string };

/** What is wrong with a stand-in just now: what its rig says and nobody has repaired, and what was set since. */
export interface Faults {
  readonly tell: (command: FaultCommand) => void;
  readonly isRepaired: (cause: string | null) => boolean;
  readonly isSilent: (unit: LineUnit) => boolean;
  /** Whether an actuator takes its command and does nothing. */
  readonly isDead: (actuatorKey: string) => boolean;
  readonly ofValue: (key: string) => ValueFault | undefined;
  /** The byte by which a routine says how it came out. */
  readonly routineResult: (key: string, routine: RoutineInfo) => number;
}

const droppedSeconds = 2.5;

export function makeFaults(rig: Rig, seconds: () => number): Faults {
  let repaired: readonly string[] = [];
  const set = new Map<string, StandInFault>();
  const isRepaired = (cause: string | null) => cause !== null && repaired.includes(cause);
  const isGone = (unitId: string) =>
    rig.silentUnitIds.includes(unitId) ||
    (rig.dropsOutUnitIds?.includes(unitId) === true && isDroppedOut(seconds(), droppedSeconds));
  const isLost = (supply: string) =>
    set.get(supply)?.kind === 'supply' ||
    rig.lostSupplies?.some((one) => one.supply === supply && !isRepaired(one.untilRepaired)) === true;
  return {
    tell: (command) => {
      if (command.kind === 'repaired') repaired = command.causes;
      else if (command.kind === 'faultLifted') set.delete(command.of);
      else set.set(nameOf(command.fault), command.fault);
    },
    isRepaired,
    isSilent: ({ id, hangsOn }) =>
      set.get(id)?.kind === 'silent' || hangsOn.some(isLost) || (isGone(id) && !isRepaired(rig.silentUntilRepaired)),
    isDead: (key) =>
      rig.deadActuators?.some(({ actuator, untilRepaired }) => actuator === key && !isRepaired(untilRepaired)) === true,
    routineResult: (key, { results }) =>
      rig.routineResults?.find(({ routine, untilRepaired }) => routine === key && !isRepaired(untilRepaired))?.byte ??
      results.find(({ is }) => is === 'passed')?.byte ??
      0,
    ofValue: (key) => {
      const fault = set.get(key);
      if (fault?.kind === 'value') return { kind: fault.does, amount: fault.amount };
      return rig.valueFaults?.find((one) => one.value === key && !isRepaired(one.untilRepaired));
    },
  };
}

/** By what a fault that was set is lifted. */
function nameOf(fault: StandInFault): string {
  if (fault.kind === 'value') return fault.value;
  return fault.kind === 'silent' ? fault.unitId : fault.supply;
}
