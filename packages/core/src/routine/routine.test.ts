import { expect } from 'chai';
import { type Routine, routineResult, routinesOf } from './index.js';

const selfTest = {
  id: 'selfTest',
  name: 'self-test',
  identifier: '0301',
  takesSeconds: 3,
  longestSeconds: 10,
  results: [
    { byte: 0, is: 'running', text: 'It runs.' },
    { byte: 1, is: 'passed', text: 'All is well.' },
    { byte: 2, is: 'failed', text: 'The valve leaks.' },
  ],
} as const satisfies Partial<Routine>;

describe('a test that a unit runs by itself', () => {
  it('is known by its unit and its name', () => {
    const unit = { id: 'A41', name: 'ramp controller', aliases: [], hangsOn: [], routines: [selfTest] };
    const silent = { id: 'A10', name: 'engine control unit', aliases: [], hangsOn: [] };
    expect(routinesOf({ units: [silent, unit] }).map(({ key, unitName }) => [key, unitName])).to.deep.equal([
      ['A41.selfTest', 'ramp controller'],
    ]);
  });
  for (const [bytes, is, text] of [
    [[0], 'running', 'It runs.'],
    [[1, 0xff], 'passed', 'All is well.'],
    [[2], 'failed', 'The valve leaks.'],
    [[0x0a], 'unknown', 'The unit says 0x0A, which is not known of it.'],
    [[], 'unknown', 'The unit says nothing of how it came out.'],
  ] as const)
    it(`comes out as ${is} by the bytes ${bytes.join(' ') || 'none'}`, () =>
      expect(routineResult(selfTest, Uint8Array.from(bytes))).to.deep.equal({ is, text }));
});
