import { encodeValue } from '@probe-trail/core/liveValue';
import type { Line, LiveValueInfo } from '@probe-trail/core/vehicle';
import type { Rig, ValueFaultKind } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import { aLine, aRig, aVin } from '../testing/aVehicle.js';
import { encodeRequest } from '../uds/index.js';
import { makeStandInVehicle } from './index.js';
import { withFault, worldAt } from './world.js';

const seconds = (from: number, to: number) => Array.from({ length: to - from }, (_, index) => from + index);

describe('the world of a stand-in vehicle', () => {
  it('is the same for the same seed and moment, and another for another', () => {
    expect(worldAt('driving', 7, 31.4)).to.deep.equal(worldAt('driving', 7, 31.4));
    expect(worldAt('driving', 7, 31.4)).to.not.deep.equal(worldAt('driving', 8, 31.4));
  });

  it('warms up while the engine runs, and not while it stands', () => {
    const coolant = (motion: 'parked' | 'idling', at: number) => worldAt(motion, 1, at).coolantTemperature ?? 0;
    expect(coolant('idling', 240)).to.be.closeTo(9 + 79 * (1 - Math.exp(-1)), 1e-9);
    expect(coolant('idling', 3600)).to.be.closeTo(88, 0.1);
    expect(coolant('parked', 3600)).to.equal(coolant('parked', 0));
  });

  it('has wheels that agree, pressures that agree at rest, and one pedal track of half the other', () => {
    for (const at of seconds(0, 130)) {
      const world = worldAt('driving', 3, at);
      const { wheelSpeedFrontLeft = 0, wheelSpeedRearRight = 0, pedalTrack1 = 0, pedalTrack2 = 0 } = world;
      expect(Math.abs(wheelSpeedFrontLeft - wheelSpeedRearRight)).to.be.below(0.5);
      expect(pedalTrack2).to.be.closeTo(pedalTrack1 / 2, 1e-9);
    }
    const { boostPressure, ambientPressure } = worldAt('parked', 3, 50);
    expect(boostPressure).to.equal(ambientPressure);
  });

  it('is seen through sensors with their faults', () => {
    const through = (kind: ValueFaultKind, amount: number, at = 0) =>
      withFault(50, { kind, amount }, at, { least: -40, most: 150 });
    expect([through('open', 0), through('short', 0)]).to.deep.equal([150, -40]);
    expect([through('offset', -28), through('gain', 0.5), through('stuck', 12)]).to.deep.equal([22, 25, 12]);
    expect(seconds(0, 14).filter((at) => through('dropsOut', 1.5, at) === undefined)).to.deep.equal([6, 13]);
  });
});

describe('what a stand-in moves and lights', () => {
  const at = (forSeconds: number, command: number) => ({ command, forSeconds });

  it('has a door that takes its time, draws most at first, and stands at its end', () => {
    const door = (seconds: number, command: number) => worldAt('parked', 1, 9, { door: at(seconds, command) });
    expect(door(0, 1)).to.include({ doorTravel: 0 });
    expect(door(1.6, 1).doorTravel).to.be.closeTo(50, 1e-9);
    expect(door(9, 1)).to.include({ doorTravel: 100, doorCurrent: 0 });
    expect(door(9, 0)).to.include({ doorTravel: 0, doorCurrent: 0 });
    expect(door(0, 1).doorCurrent).to.be.greaterThan(door(1, 1).doorCurrent ?? 0);
  });

  it('has lamps that draw more while they are cold, and load the supply', () => {
    const lamps = (seconds: number) => worldAt('parked', 1, 9, { lamps: at(seconds, 1) });
    expect(lamps(0).lampCurrent).to.be.greaterThan(3 * (lamps(2).lampCurrent ?? 0));
    expect(lamps(2).supplyVoltage).to.be.lessThan(worldAt('parked', 1, 9).supplyVoltage ?? 0);
    expect(worldAt('parked', 1, 9).lampCurrent).to.equal(0);
  });
});

describe('a value of a stand-in vehicle', () => {
  const coolant: LiveValueInfo = {
    id: 'coolantTemperature',
    name: 'coolant temperature',
    at: 1,
    bytes: 1,
    isSigned: false,
    scale: 1,
    offset: -40,
    unit: '°C',
    least: -40,
    most: 150,
    invalid: 255,
  };
  const [engine, ...others] = aLine.units;
  const line: Line = {
    ...aLine,
    units: [
      { ...engine, data: [{ identifier: '2A01', bytes: 2, values: [coolant] }] } as Line['units'][number],
      ...others,
    ],
  };
  const fault = (kind: NonNullable<Rig['valueFaults']>[number]['kind'], amount: number) =>
    ({ value: 'A10.coolantTemperature', kind, amount, untilRepaired: 'Sensor B11' }) as const;
  const read = (rig: Partial<Rig>, at: number) => {
    const vehicle = makeStandInVehicle(aVin, aRig(rig), line, () => at);
    const ask = (...identifiers: number[]) => {
      const act = vehicle.ask(0x1010, encodeRequest({ kind: 'read', identifiers }));
      return act.kind === 'answers' ? Buffer.from(act.bytes).toString('hex') : act.kind;
    };
    return { vehicle, ask };
  };

  it('stands in its bytes, with others that are asked for at once', () => {
    const { ask } = read({ motion: 'idling' }, 240);
    const [byte = 0] = encodeValue(9 + 79 * (1 - Math.exp(-1)), coolant);
    expect(ask(0x2a01)).to.equal(`622a0100${byte.toString(16)}`);
    expect(ask(0xf190, 0x2a01)).to.equal(`62f190${Buffer.from(aVin).toString('hex')}2a0100${byte.toString(16)}`);
    expect(ask(0x2aff)).to.equal('7f2231');
    expect(ask(0x2aff, 0x2a01)).to.equal(`622a0100${byte.toString(16)}`);
  });

  it('breaks and is whole again while it runs', () => {
    const { vehicle, ask } = read({}, 10);
    const value = 'A10.coolantTemperature';
    vehicle.tell({ kind: 'faultSet', fault: { kind: 'value', value, does: 'stuck', amount: 60 } });
    expect(ask(0x2a01)).to.equal('622a010064');
    vehicle.tell({ kind: 'faultSet', fault: { kind: 'value', value, does: 'short', amount: 0 } });
    expect(ask(0x2a01)).to.equal('622a010000');
    vehicle.tell({ kind: 'faultLifted', of: value });
    expect(ask(0x2a01)).to.equal('622a010031');
  });

  it('is not there while its unit is silent, or what it hangs on is lost', () => {
    const { vehicle, ask } = read({}, 10);
    for (const fault of [
      { kind: 'silent', unitId: 'A10' },
      { kind: 'supply', supply: 'driveBus' },
    ] as const) {
      vehicle.tell({ kind: 'faultSet', fault });
      expect(ask(0x2a01)).to.equal('silent');
      vehicle.tell({ kind: 'faultLifted', of: fault.kind === 'silent' ? 'A10' : 'driveBus' });
      expect(ask(0x2a01)).to.equal('622a010031');
    }
    const lost = read({ lostSupplies: [{ supply: 'driveBus', untilRepaired: 'Bus wires' }] }, 10);
    expect(lost.ask(0x2a01)).to.equal('silent');
    lost.vehicle.tell({ kind: 'repaired', causes: ['Bus wires'] });
    expect(lost.ask(0x2a01)).to.equal('622a010031');
  });

  it('has its fault until the repair, and says where it has none', () => {
    const { vehicle, ask } = read({ valueFaults: [fault('stuck', 60)] }, 10);
    expect(ask(0x2a01)).to.equal('622a010064');
    vehicle.tell({ kind: 'repaired', causes: ['Sensor B11'] });
    expect(ask(0x2a01)).to.equal('622a010031');
    expect(read({ valueFaults: [fault('dropsOut', 1.5)] }, 6).ask(0x2a01)).to.equal('622a0100ff');
  });
});
