import type { SheetCode, SheetMoment, UnitIdentity } from '@probe-trail/core/codes';
import type { LiveValue } from '@probe-trail/core/liveValue';
import type { ActuatorInfo, Line, LineUnit, Vehicle } from '@probe-trail/core/vehicle';
import type { ToldValue } from '@probe-trail/core/vehicleInterface';

/** What one unit said, with what it was asked for where it answered. */
export type UnitReply<Told> =
  | ({ readonly answer: 'answered' } & Told)
  | { readonly answer: 'silent' }
  /** What it was asked for is not known; why, as the end of a sentence. */
  | { readonly answer: 'unread'; readonly because: string };

export interface CodesTold {
  readonly codes: readonly SheetCode[];
  /** What it says that it is. */
  readonly identity: UnitIdentity;
}

export type WatchedCode = Pick<SheetCode, 'unitId' | 'code' | 'failureType'>;

export interface ValuesTold {
  readonly values: readonly ToldValue[];
}

/** What stands between the server and the vehicles. */
export interface VehicleInterface {
  /**
   * Reaches a vehicle; whoever does so releases it in the end.
   * @throws LinkLost where no interface is connected to it; the message says it to the technician
   */
  readonly reach: (vehicle: Vehicle, line: Line, moment: SheetMoment) => Promise<ReachedVehicle>;
  readonly close: () => Promise<void>;
}

/** Every call may take seconds, ends early when its signal is aborted, and throws `LinkLost` when the interface itself fails. */
export interface ReachedVehicle {
  /**
   * Every code that a unit has something to tell of, with its self-test.
   * @param watched codes that stood on this vehicle: the unit is asked for their tests also where it says nothing of them
   */
  readonly readCodes: (
    unit: LineUnit,
    watched: readonly WatchedCode[],
    signal: AbortSignal,
  ) => Promise<UnitReply<CodesTold>>;
  /** Whether a unit answers at all. */
  readonly isThere: (unit: LineUnit, signal: AbortSignal) => Promise<boolean>;
  /** The ids of the units that answer when all are asked at once; `undefined` where the vehicle cannot be asked so. */
  readonly whoIsThere: (signal: AbortSignal) => Promise<ReadonlySet<string> | undefined>;
  /** The values are all of this unit. */
  readonly readValues: (
    unit: LineUnit,
    values: readonly LiveValue[],
    signal: AbortSignal,
  ) => Promise<UnitReply<ValuesTold>>;
  /** @returns whether the unit has cleared its codes */
  readonly clearCodes: (unit: LineUnit, signal: AbortSignal) => Promise<boolean>;
  /** Opens the session in which a unit can be told what to do: ISO 14229-1, 10.2. */
  readonly beginControl: (unit: LineUnit, signal: AbortSignal) => Promise<UnitReply<Confirmed>>;
  readonly adjust: (
    unit: LineUnit,
    actuator: ActuatorInfo,
    command: number,
    signal: AbortSignal,
  ) => Promise<UnitReply<Confirmed>>;
  /** Lets the session of a unit go on; without it the unit takes its actuators back. */
  readonly keepAwake: (unit: LineUnit, signal: AbortSignal) => Promise<void>;
  /**
   * Gives an actuator back to its unit, before all that waits. It cannot be called off.
   * @returns whether the unit has confirmed it
   */
  readonly giveBack: (unit: LineUnit, actuator: ActuatorInfo) => Promise<boolean>;
  /** The unit must be in the session in which it can be told what to do. */
  readonly startRoutine: (unit: LineUnit, identifier: number, signal: AbortSignal) => Promise<UnitReply<Confirmed>>;
  readonly routineResults: (
    unit: LineUnit,
    identifier: number,
    signal: AbortSignal,
  ) => Promise<UnitReply<{ readonly result: Uint8Array }>>;
  /** Stops a routine that has not ended by itself, before all that waits, and closes the session. It cannot be called off. */
  readonly endRoutine: (unit: LineUnit, identifier: number, isOver: boolean) => Promise<void>;
  readonly release: () => void;
}

/** The unit has done what it was told. */
export type Confirmed = Readonly<Record<never, never>>;
