import { expect } from 'chai';
import { sayConditions, saySelfTest, statusOf } from './index.js';

const test = (failures: number | null, passes: number | null) => ({ failures, passes, conditions: [] });
const failing = statusOf('testFailed', 'confirmed');
const untested = statusOf('notTestedSinceClear', 'notTestedThisCycle');

describe('the self-test of a code', () => {
  const said = [
    [failing, test(3, 0), 'Its self-test failed 3 times and never passed since the codes were cleared.'],
    [failing, test(1, 12), 'Its self-test failed once and passed 12 times since the codes were cleared.'],
    [failing, test(1, null), 'Its self-test failed once since the codes were cleared.'],
    [failing, test(null, null), ''],
    [failing, null, ''],
    [untested, test(0, 0), 'Its self-test has not run since the codes were cleared.'],
    [statusOf(), test(0, 2), 'Its self-test ran since the codes were cleared and passed 2 times.'],
    [statusOf(), undefined, 'Its self-test ran since the codes were cleared and passed.'],
    // A code that failed before and whose test has not run again: what counts is since the clearing.
    [
      statusOf('confirmed', 'notTestedSinceClear'),
      test(0, 0),
      'Its self-test has not run since the codes were cleared.',
    ],
    [null, test(1, 1), ''],
  ] as const;
  for (const [status, selfTest, sentence] of said)
    it(`of status ${status} and ${JSON.stringify(selfTest)} is said as “${sentence}”`, () =>
      expect(saySelfTest({ status, selfTest })).to.equal(sentence));

  it('is told with what stood when it failed', () => {
    const conditions = [
      { name: 'coolant temperature', value: 104, unit: '°C' },
      { name: 'outside air temperature', value: -3.5, unit: '°C' },
    ];
    expect(sayConditions({ selfTest: { ...test(1, 0), conditions } })).to.equal(
      'When it failed: coolant temperature 104 °C, outside air temperature −3.5 °C.',
    );
    expect(sayConditions({ selfTest: test(1, 0) })).to.equal('');
    expect(sayConditions({ selfTest: null })).to.equal('');
  });
});
