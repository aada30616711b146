import { decodeCommand } from '@probe-trail/core/actuator';
import type { LineUnit } from '@probe-trail/core/vehicle';
import { type ControlRequest, refusals, type Session, type UdsResponse } from '../uds/index.js';

/** A unit leaves a session in which nobody asks it anything, after so long: ISO 14229-2, table 5 (S3 of the server). */
const sessionSeconds = 5;

/** A command that a tester has given to an actuator. */
export interface Commanded {
  readonly command: number;
  readonly fromSeconds: number;
}

/** What testers command in the units of a stand-in. Outside of the session in which it was commanded, a unit has its actuators back. */
export interface Controls {
  /** A unit was asked something: its session goes on. */
  readonly heard: (unitId: string) => void;
  readonly enter: (unitId: string, session: Session) => void;
  readonly mayControl: (unitId: string) => boolean;
  readonly command: (unitId: string, actuatorId: string, command: number) => void;
  readonly giveBack: (unitId: string, actuatorId: string) => void;
  /** The actuators of a unit that are commanded, by their names. */
  readonly runsOf: (unitId: string) => ReadonlyMap<string, Commanded>;
}

export function makeControls(seconds: () => number): Controls {
  const heardAt = new Map<string, number>();
  const runs = new Map<string, Map<string, Commanded>>();
  const leaveIfOver = (unitId: string) => {
    if (seconds() - (heardAt.get(unitId) ?? Number.NEGATIVE_INFINITY) <= sessionSeconds) return;
    heardAt.delete(unitId);
    runs.delete(unitId);
  };
  const runsOf = (unitId: string) => {
    leaveIfOver(unitId);
    return runs.get(unitId) ?? new Map<string, Commanded>();
  };
  return {
    heard: (unitId) => {
      leaveIfOver(unitId);
      if (heardAt.has(unitId)) heardAt.set(unitId, seconds());
    },
    enter: (unitId, session) => {
      runs.delete(unitId);
      if (session === 'extended') heardAt.set(unitId, seconds());
      else heardAt.delete(unitId);
    },
    mayControl: (unitId) => {
      leaveIfOver(unitId);
      return heardAt.has(unitId);
    },
    command: (unitId, actuatorId, command) => {
      const before = runsOf(unitId).get(actuatorId);
      // An actuator that is told the same once more has run since it was told first.
      const fromSeconds = before?.command === command ? before.fromSeconds : seconds();
      runs.set(unitId, new Map([...runsOf(unitId), [actuatorId, { command, fromSeconds }]]));
    },
    giveBack: (unitId, actuatorId) => {
      runs.get(unitId)?.delete(actuatorId);
    },
    runsOf,
  };
}

/** What a unit does with a request to control one of its actuators: ISO 14229-1, 13.2. */
export function controlled(unit: LineUnit, request: ControlRequest, controls: Controls): UdsResponse | number {
  const { identifier, act, state } = request;
  const actuator = unit.actuators?.find((one) => Number.parseInt(one.identifier, 16) === identifier);
  if (!actuator) return refusals.notThere;
  if (!controls.mayControl(unit.id)) return refusals.notInThisSession;
  if (act === 'giveBack') controls.giveBack(unit.id, actuator.id);
  else if (act !== 'adjust') return refusals.notThere;
  else {
    if (state.length !== actuator.bytes) return refusals.wrongLength;
    const command = decodeCommand(state, actuator);
    if (command === undefined || command < actuator.least || command > actuator.most) return refusals.notThere;
    controls.command(unit.id, actuator.id, command);
  }
  return { kind: 'control', identifier, act, state };
}
