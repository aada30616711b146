import { type FaultCode, parseFaultCode } from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { sayCode } from './sayCode';

const line = {
  codes: [{ code: 'P0118', text: 'coolant sensor, circuit high', reportedBy: [], accuses: [] }],
} as unknown as Line;
const code = (text: string, said = '') => ({
  ...(parseFaultCode(text) as FaultCode),
  unitId: 'A10',
  text: said,
  status: null,
});

describe('sayCode', () => {
  for (const [what, said, want] of [
    ['the report’s own words', sayCode(code('P0118', 'sensor B11'), line), 'sensor B11'],
    ['the line’s words where the report has none', sayCode(code('P0118'), line), 'coolant sensor, circuit high'],
    ['the failure type with them', sayCode(code('P0118-13'), line), 'coolant sensor, circuit high; circuit open'],
    [
      'what the structure tells where nobody knows the code',
      sayCode(code('U0155-87'), line),
      'network, lost communication; missing message',
    ],
    ['the same without a line', sayCode(code('P0118'), undefined), 'powertrain, fuel and air metering'],
  ] as const)
    it(`says ${what}`, () => expect(said).to.equal(want));
});
