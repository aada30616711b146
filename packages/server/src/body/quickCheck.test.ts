import { appendJobEventsSchema } from '@probe-trail/core/job';
import { findIllFormed, toJsonSchema } from '@probe-trail/core/schema';
import { appendEventsSchema } from '@probe-trail/core/trail';
import { expect } from 'chai';
import fc from 'fast-check';
import { smallWalk } from '../testing/aServer.js';
import { dataOf } from '../testing/hostileArbitraries.js';
import { largeBodies } from './largeBodies.js';
import { makeQuickCheck } from './quickCheck.js';

const ids = ['rest', 'volts', 'e1', 'constructor', '..', '', 'x'.repeat(81), '🚌'];

describe('the quick check of a large body', () => {
  for (const [name, { schema }] of Object.entries(largeBodies)) {
    const passes = makeQuickCheck(schema);
    const isRight = (data: unknown) => schema.isValidSync(data, { strict: true });

    it(`of ${name} passes nothing that the schema refuses`, () => {
      let passed = 0;
      fc.assert(
        fc.property(dataOf(toJsonSchema(schema), ids, 1), (data) => {
          const isPassed = findIllFormed(data) === undefined && passes(data);
          if (isPassed) passed += 1;
          expect(!isPassed || isRight(data)).to.equal(true);
        }),
        { seed: 7, numRuns: 1500 },
      );
      if (name === 'trailEvents' || name === 'jobEvents') expect(passed).to.be.greaterThan(10);
    });
  }

  it('passes what is sent most: the entries of a walk', () => {
    expect(makeQuickCheck(appendEventsSchema)({ events: smallWalk() })).to.equal(true);
    const note = { kind: 'noted', id: 'n1', atMs: 1, by: 'Tobi Lunde', text: 'Worn', isSideFinding: true };
    expect(makeQuickCheck(appendJobEventsSchema)({ events: [note] })).to.equal(true);
  });

  for (const [what, change] of [
    ['a field too many', { more: 1 }],
    ['an id that every object has', { id: 'constructor' }],
    ['an empty name', { by: '' }],
    ['a name that is too long in UTF-16 units', { by: '🚌'.repeat(41) }],
    ['half a moment', { atMs: 0.5 }],
    ['a moment after the calendar', { atMs: 2 ** 53 }],
    ['no moment', { atMs: undefined }],
    ['a kind that is none', { kind: 'toString' }],
  ] as const)
    it(`does not pass ${what}`, () =>
      expect(makeQuickCheck(appendEventsSchema)({ events: [{ ...smallWalk()[0], ...change }] })).to.equal(false));
});
