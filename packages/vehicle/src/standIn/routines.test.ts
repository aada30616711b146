import type { Line } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { aLine, aRig, aVin } from '../testing/aVehicle.js';
import { makeStandInVehicle } from './index.js';

const line: Line = {
  ...aLine,
  units: aLine.units.map((unit) => ({
    ...unit,
    routines: [
      {
        id: 'selfTest',
        name: 'self-test',
        identifier: '0301',
        takesSeconds: 3,
        longestSeconds: 10,
        results: [
          { byte: 0, is: 'running', text: '' },
          { byte: 1, is: 'passed', text: '' },
          { byte: 2, is: 'failed', text: '' },
        ],
      },
    ],
  })),
};

// Bytes of ISO 14229-1, 14.2: 31 01 start, 31 02 stop, 31 03 results; positive 71, refused 7F 31.
describe('a routine of a stand-in, byte by byte', () => {
  const open = (more = {}) => {
    let seconds = 0;
    const vehicle = makeStandInVehicle(aVin, aRig(more), line, () => seconds);
    const ask = (hex: string) => {
      const act = vehicle.ask(0x1010, Uint8Array.from(Buffer.from(hex, 'hex')));
      return act.kind === 'answers' ? Buffer.from(act.bytes).toString('hex') : act.kind;
    };
    return { ask, vehicle, wait: (by: number) => (seconds += by) };
  };

  it('runs for its time, and then says how it came out', () => {
    const { ask, wait } = open();
    ask('1003');
    expect(ask('31010301')).to.equal('71010301');
    expect(ask('31030301')).to.equal('7103030100');
    wait(2.9);
    expect(ask('31030301')).to.equal('7103030100');
    wait(0.2);
    expect(ask('31030301')).to.equal('7103030101');
  });

  it('comes out as its rig says, until that is repaired', () => {
    const { ask, vehicle, wait } = open({
      routineResults: [{ routine: 'A10.selfTest', byte: 2, untilRepaired: 'Valve' }],
    });
    const cameOut = () => {
      ask('1003');
      ask('31010301');
      wait(4);
      return ask('31030301');
    };
    expect(cameOut()).to.equal('7103030102');
    vehicle.tell({ kind: 'repaired', causes: ['Valve'] });
    expect(cameOut()).to.equal('7103030101');
  });

  it('is refused outside of its session, unknown, or out of order', () => {
    const { ask } = open();
    expect(ask('31010301')).to.equal('7f317f');
    ask('1003');
    expect(ask('31010399')).to.equal('7f3131');
    expect(ask('31030301')).to.equal('7f3124');
    expect(ask('31020301')).to.equal('7f3124');
  });

  it('ends where it is stopped', () => {
    const { ask } = open();
    ask('1003');
    ask('31010301');
    expect(ask('31020301')).to.equal('71020301');
    expect(ask('31030301')).to.equal('7f3124');
  });
});
