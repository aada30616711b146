import type { Line } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { aLine, aRig, aVin } from '../testing/aVehicle.js';
import { makeStandInVehicle } from './index.js';

const coolant = {
  id: 'coolantTemperature',
  name: 'coolant temperature',
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: -40,
  unit: '°C',
  least: -40,
  most: 150,
  invalid: 255,
};
const line: Line = {
  ...aLine,
  units: aLine.units.map((unit) =>
    unit.id === 'A10' ? { ...unit, data: [{ identifier: '2A01', bytes: 1, values: [coolant] }] } : unit,
  ),
  codeCounters: [
    { record: '01', bytes: 1, counts: 'failures' },
    { record: '02', bytes: 2, counts: 'passes' },
  ],
};
const [atOnce, moving, never] = aRig().codes;
if (!atOnce || !moving || !never) throw new Error('the rig has other codes');
const rig = aRig({
  motion: 'idling',
  codes: [{ ...atOnce, failures: 14, passes: 3, failedAt: [{ value: 'coolantTemperature', is: 104 }] }, moving, never],
});

/** Requests and answers as bytes in hexadecimal: ISO 14229-1, 12.3. */
describe('the self-tests of a stand-in', () => {
  const aStandIn = () => {
    const vehicle = makeStandInVehicle(aVin, rig, line, () => 0);
    const ask = (hex: string): string => {
      const act = vehicle.ask(0x1010, Uint8Array.from(Buffer.from(hex, 'hex')));
      return act.kind === 'answers' ? Buffer.from(act.bytes).toString('hex').toUpperCase() : act.kind;
    };
    return { ask, vehicle };
  };
  const clear = '14FFFFFF';

  it('tell how often they failed and passed, of one record or all', () => {
    const { ask } = aStandIn();
    expect(ask('1906011800FF')).to.equal('5906' + '01180008' + '010E' + '020003');
    expect(ask('190601180002')).to.equal('5906' + '01180008' + '020003');
    expect(ask('190601180007')).to.equal('5906' + '01180008');
    expect(ask('1906012300FF')).to.equal('7F1931');
  });

  it('tell what stood when they failed, where the unit has kept it', () => {
    const { ask } = aStandIn();
    expect(ask('1904011800FF')).to.equal('5904' + '01180008' + '0101' + '2A0190');
    expect(ask('1904048000FF')).to.equal('5904' + '04800008');
  });

  it('count anew once the codes are cleared: at once, or when it was driven', () => {
    const { ask, vehicle } = aStandIn();
    ask(clear);
    expect(ask('190601180001')).to.equal('5906' + '01180008' + '0101');
    expect(ask('1906048000FF')).to.equal('5906' + '04800050' + '0100' + '020000');
    expect(ask('1906021700FF')).to.equal('5906' + '02170000' + '0100' + '020001');
    vehicle.tell({ kind: 'driven' });
    vehicle.tell({ kind: 'repaired', causes: ['Sensor B11'] });
    expect(ask('1906011800FF')).to.equal('5906' + '01180000' + '0100' + '020002');
    expect(ask('190604800001')).to.equal('5906' + '04800008' + '0101');
    expect(ask('1904011800FF')).to.equal('5904' + '01180000');
  });

  it('are all told of by the list of what a unit knows, those that passed too', () => {
    const { ask } = aStandIn();
    ask(clear);
    expect(ask('190A')).to.equal('590AFF' + '01180008' + '04800050' + '02170000');
    expect(ask('1902FF')).to.equal('5902FF' + '01180008' + '04800050');
  });
});
