import type { Line } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import { aLine, aRig, aVin } from '../testing/aVehicle.js';
import { makeStandInVehicle } from './index.js';

const [fans, engine] = [0x1034, 0x1010];
const current = {
  id: 'fanCurrent',
  name: 'fan, current',
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 0.2,
  offset: 0,
  unit: 'A',
  least: 0,
  most: 50,
  invalid: null,
};
const line: Line = {
  ...aLine,
  units: [
    ...aLine.units,
    {
      id: 'A34',
      name: 'fan control module',
      aliases: [],
      hangsOn: ['driveBus'],
      address: '1034',
      data: [{ identifier: '2C01', bytes: 1, values: [current] }],
      actuators: [
        {
          id: 'fan',
          name: 'radiator fan',
          identifier: '2C02',
          bytes: 1,
          scale: 1,
          offset: 0,
          unit: '%',
          least: 0,
          most: 100,
          longestSeconds: 60,
          mayStay: true,
        },
      ],
    },
  ],
};

/** A stand-in with a clock that a test sets; requests and answers as bytes in hexadecimal. */
function aStandIn(rig: Partial<Rig> = {}) {
  let now = 0;
  const vehicle = makeStandInVehicle(aVin, aRig(rig), line, () => now);
  const ask = (hex: string, address = fans): string => {
    const act = vehicle.ask(address, Uint8Array.from(Buffer.from(hex, 'hex')));
    return act.kind === 'answers' ? Buffer.from(act.bytes).toString('hex').toUpperCase() : act.kind;
  };
  const amps = () => Number.parseInt(ask('222C01').slice(6), 16) * current.scale;
  return {
    vehicle,
    ask,
    amps,
    goOn: (seconds: number) => {
      now += seconds;
    },
  };
}

describe('an actuator of a stand-in', () => {
  it('is told in the extended session alone, acts, and is given back', () => {
    const { ask, amps } = aStandIn();
    expect(ask('2F2C020350')).to.equal('7F2F7F');
    expect(ask('1003').slice(0, 4)).to.equal('5003');
    expect(ask('2F2C020350')).to.equal('6F2C020350');
    expect(amps()).to.be.closeTo(17.6, 0.5);
    expect(ask('2F2C0200')).to.equal('6F2C0200');
    expect(amps()).to.equal(0);
  });

  it('refuses what it cannot do: another identifier, too much, too few bytes, another way of control', () => {
    const { ask } = aStandIn();
    ask('1003');
    expect(ask('2F2C990350')).to.equal('7F2F31');
    expect(ask('2F2C020365')).to.equal('7F2F31');
    expect(ask('2F2C02035000')).to.equal('7F2F13');
    expect(ask('2F2C0202')).to.equal('7F2F31');
    expect(ask('1003', engine).slice(0, 4)).to.equal('5003');
    expect(ask('2F2C020350', engine)).to.equal('7F2F31');
  });

  it('is back with its unit once nobody has asked that for five seconds, and by the default session', () => {
    const { ask, amps, goOn } = aStandIn();
    ask('1003');
    ask('2F2C020350');
    goOn(4);
    ask('3E80');
    goOn(4);
    expect(amps()).to.be.closeTo(17.6, 0.5);
    goOn(5.1);
    expect(amps()).to.equal(0);
    expect(ask('2F2C020350')).to.equal('7F2F7F');
    ask('1003');
    ask('2F2C020350');
    ask('1001');
    expect(amps()).to.equal(0);
  });

  it('that is dead takes its command and does nothing, until it is repaired', () => {
    const { vehicle, ask, amps } = aStandIn({
      deadActuators: [{ actuator: 'A34.fan', untilRepaired: 'Fan motor' }],
    });
    ask('1003');
    expect(ask('2F2C020350')).to.equal('6F2C020350');
    expect(amps()).to.equal(0);
    vehicle.tell({ kind: 'repaired', causes: ['Fan motor'] });
    expect(amps()).to.be.closeTo(17.6, 0.5);
  });
});
