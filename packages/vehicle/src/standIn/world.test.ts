import { encodeValue } from '@probe-trail/core/liveValue';
import type { Line, LiveValueInfo } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
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
    const through = (kind: 'offset' | 'gain' | 'stuck' | 'dropsOut', amount: number, at = 0) =>
      withFault(50, { kind, amount }, at);
    expect([through('offset', -28), through('gain', 0.5), through('stuck', 12)]).to.deep.equal([22, 25, 12]);
    expect(seconds(0, 14).filter((at) => through('dropsOut', 1.5, at) === undefined)).to.deep.equal([6, 13]);
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

  it('has its fault until the repair, and says where it has none', () => {
    const { vehicle, ask } = read({ valueFaults: [fault('stuck', 60)] }, 10);
    expect(ask(0x2a01)).to.equal('622a010064');
    vehicle.tell({ kind: 'repaired', causes: ['Sensor B11'] });
    expect(ask(0x2a01)).to.equal('622a010031');
    expect(read({ valueFaults: [fault('dropsOut', 1.5)] }, 6).ask(0x2a01)).to.equal('622a0100ff');
  });
});
