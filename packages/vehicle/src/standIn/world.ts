import type { LiveValueInfo } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';

/** What a stand-in does while it is read. */
export type Motion = NonNullable<Rig['motion']>;

/** Quantities of a stand-in by the names that values of a line have, each in the unit of its value. */
export type World = Readonly<Record<string, number>>;

/** An actuator that a tester commands. */
export interface Run {
  readonly command: number;
  readonly forSeconds: number;
}

/** Actuators that are commanded, by the names that they have on a line. */
export type Acting = Readonly<Record<string, Run>>;

const ambientTemperature = 9;
const ambientPressure = 98.6;
const warm = 88;
// The engine is warm by two thirds after so long.
const warmingSeconds = 240;
/** One lap of the yard: it pulls away, goes on, brakes, stands. */
const lapSeconds = 60;
const topSpeed = 50;

/**
 * The quantities of a vehicle at a moment. The same seed and moment give the same world.
 * @param seconds since the stand-in was started
 * @param acting what is commanded just now, by the names that actuators of a line have
 */
export function worldAt(motion: Motion, seed: number, seconds: number, acting: Acting = {}): World {
  const noise = (which: number) =>
    (Math.sin(seconds * (1.7 + which) + seed) + Math.sin(seconds * 4.1 + which * seed)) / 2;
  const speed = motion === 'driving' ? speedAt(seconds) : 0;
  const isRunning = motion !== 'parked';
  const isPulling = motion === 'driving' && seconds % lapSeconds < 15;
  const pedal = isPulling ? 0.6 : 0;
  const coolant =
    ambientTemperature + (isRunning ? (warm - ambientTemperature) * (1 - Math.exp(-seconds / warmingSeconds)) : 0.4);
  const wheel = (which: number) => Math.max(0, speed * (1 + 0.002 * noise(which)));
  return {
    coolantTemperature: coolant,
    intakeAirTemperature: ambientTemperature + (isRunning ? 4 : 0),
    outsideTemperature: ambientTemperature,
    engineSpeed: isRunning ? 700 + 35 * speed + 6 * noise(1) : 0,
    pedalTrack1: 0.75 + 2.6 * pedal,
    pedalTrack2: (0.75 + 2.6 * pedal) / 2,
    ambientPressure,
    boostPressure: ambientPressure + (isRunning ? 1.5 + 80 * pedal + 0.4 * noise(2) : 0),
    railPressure: isRunning ? 32 + speed + 0.5 * noise(3) : 0.2,
    batteryVoltage: isRunning ? 14.1 + 0.04 * noise(4) : 12.55,
    wheelSpeedFrontLeft: wheel(5),
    wheelSpeedFrontRight: wheel(6),
    wheelSpeedRearLeft: wheel(7),
    wheelSpeedRearRight: wheel(8),
    ...engine(isRunning, speed, pedal, noise(12)),
    ...chassis(speed, pedal, seconds),
    ...body(isRunning, acting),
    ...fan(acting.fan?.command ?? (coolant > 82 ? 40 : 0), noise(9)),
    ...pump(acting.pump, noise(10)),
    ...blower(acting.blower?.command ?? 0),
    ...heater(acting.heater, noise(11)),
  };
}

const engine = (isRunning: boolean, speed: number, pedal: number, noise: number): World => ({
  pedalPosition: 100 * pedal,
  fuelTemperature: ambientTemperature + (isRunning ? 6 : 0),
  oilTemperature: ambientTemperature + (isRunning ? 30 : 0),
  oilPressure: isRunning ? 150 + 4 * speed + noise : 0,
  injectionQuantity: isRunning ? 6 + 40 * pedal : 0,
  alternatorLoad: isRunning ? 42 + noise : 0,
});

const chassis = (speed: number, pedal: number, seconds: number): World => ({
  roadSpeed: speed,
  brakePressure: speed > 0 && pedal === 0 && seconds % lapSeconds >= 40 ? 900 : 0,
  steeringAngle: speed > 0 ? 12 * Math.sin(seconds / 9) : 0,
  steeringTorque: speed > 0 ? 2.5 * Math.sin(seconds / 9) : 0,
});

const [doorSeconds, lampAmps] = [3.2, 9.4];

/** The door goes its way once it is told to, and draws most against the stop; lamps draw more while their filaments are cold. */
function body(isRunning: boolean, { door, lamps }: Acting): World {
  const way = door === undefined ? 0 : Math.min(1, door.forSeconds / doorSeconds);
  const isMoving = door !== undefined && way < 1;
  const isLit = lamps !== undefined && lamps.command > 0;
  return {
    supplyVoltage: (isRunning ? 14.1 : 12.55) - (isLit ? 0.15 : 0) - (isMoving ? 0.1 : 0),
    doorTravel: door === undefined ? 0 : 100 * (door.command > 0 ? way : 1 - way),
    doorCurrent: isMoving ? 3.2 + 4 * Math.exp(-door.forSeconds / 0.15) : 0,
    lampCurrent: isLit ? lampAmps * (1 + 3 * Math.exp(-lamps.forSeconds / 0.1)) : 0,
    fuelLevel: 62,
  };
}

const fan = (duty: number, noise: number): World => ({
  fanDuty: duty,
  fanCurrent: duty > 0 ? 0.22 * duty + 0.2 * noise : 0,
});

// The pump draws most while it starts, and its pressure rises within a second or two.
const pump = (run: Run | undefined, noise: number): World =>
  run && run.command > 0
    ? {
        pumpCurrent: 95 + 120 * Math.exp(-run.forSeconds / 0.2) + noise,
        pumpPressure: 12 * (1 - Math.exp(-run.forSeconds / 0.8)),
      }
    : { pumpCurrent: 0, pumpPressure: 0 };

const blower = (duty: number): World => ({
  blowerDuty: duty,
  blowerVoltage: duty > 0 ? 0.2 + 0.131 * duty : 0,
});

const heater = (run: Run | undefined, noise: number): World => {
  const isOn = run !== undefined && run.command > 0;
  return {
    heaterCurrent: isOn ? 14 + 0.2 * noise : 0,
    ductTemperature: ambientTemperature + 12 + (isOn ? 38 * (1 - Math.exp(-run.forSeconds / 12)) : 0),
  };
};

function speedAt(seconds: number): number {
  const inLap = seconds % lapSeconds;
  if (inLap < 15) return (topSpeed * inLap) / 15;
  if (inLap < 40) return topSpeed;
  return inLap < 50 ? (topSpeed * (50 - inLap)) / 10 : 0;
}

export type ValueFault = Pick<NonNullable<Rig['valueFaults']>[number], 'kind' | 'amount'>;

/**
 * A value as its sensor with a fault gives it; `undefined` while it gives none.
 * @param ends the least and the most that the unit can tell: a wire that is open or shorted reads as one of them
 */
export function withFault(
  value: number,
  { kind, amount }: ValueFault,
  seconds: number,
  { least, most }: Pick<LiveValueInfo, 'least' | 'most'>,
): number | undefined {
  switch (kind) {
    case 'offset':
      return value + amount;
    case 'gain':
      return value * amount;
    case 'stuck':
      return amount;
    case 'open':
      return most;
    case 'short':
      return least;
    case 'dropsOut':
      return isDroppedOut(seconds, amount) ? undefined : value;
  }
}

/** Whether what drops out is gone: for the last part of every seven seconds, as a chafed wire does over bumps. */
export const isDroppedOut = (seconds: number, forSeconds: number): boolean => seconds % 7 > 7 - forSeconds;
