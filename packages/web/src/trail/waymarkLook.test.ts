import { parseReading } from '@probe-trail/core/reading';
import { judgeChoice, judgeReading, uncertaintyOf, zonesOf } from '@probe-trail/core/spec';
import type { TakenReading, Waymark } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { sayWaymark, waymarkMark } from './waymarkLook';

const spec = { kind: 'band', unit: 'V', min: 12, max: 14.8 } as const;
const common = { eventId: 'e', readingId: 'r', atMs: 0, by: 'Tobi Lunde', typedFirst: null, stillStands: null };
const around = {
  rows: [],
  instrument: undefined,
  takenIn: {},
  sources: undefined,
  tries: [],
  acceptedBecause: undefined,
};

function measured(text: string): TakenReading {
  const reading = parseReading(text, spec);
  if (!reading.ok) throw new Error(`${text} was refused`);
  return {
    ...common,
    ...around,
    entry: { kind: 'typed', text },
    reading: reading.value,
    verdict: judgeReading(
      { line: zonesOf(spec), uncertainty: 0, text: '' },
      reading.value,
      uncertaintyOf(reading.value),
    ),
  };
}
const seen: TakenReading = {
  ...common,
  ...around,
  entry: { kind: 'chosen', optionId: 'fine' },
  reading: undefined,
  verdict: judgeChoice({ id: 'fine', name: 'nothing seen', meaning: '', ok: true }),
};
const waymark = (taken: readonly TakenReading[], more: Partial<Waymark> = {}): Waymark => ({
  id: 'w',
  stepId: 's',
  taken,
  outcomeId: 'o',
  skippedBecause: undefined,
  overridden: [],
  setAside: false,
  takenBackBecause: undefined,
  proves: undefined,
  atMs: 0,
  by: 'Tobi Lunde',
  ...more,
});

describe('a waymark on the trail', () => {
  for (const [what, mark, want] of [
    ['one reading in spec', waymark([measured('12.5')]), 'inSpec'],
    ['the gravest of several', waymark([measured('12.5'), measured('11'), measured('12.0')]), 'outOfSpec'],
    ['too close to call', waymark([measured('12.5'), measured('12.0')]), 'tooCloseToCall'],
    ['a step without readings', waymark([]), 'inSpec'],
    ['a skipped step', waymark([], { skippedBecause: 'seized' }), 'open'],
    ['one that was set aside', waymark([measured('11')], { setAside: true }), 'open'],
  ] as const)
    it(`${what} is marked ${want}`, () => expect(waymarkMark(mark)).to.equal(want));

  for (const [mark, want] of [
    [waymark([measured('12,50')]), '12.50 V'],
    [waymark([measured('12.5'), seen]), '12.5 V · nothing seen'],
    [waymark([], { skippedBecause: 'seized' }), 'skipped'],
    [waymark([]), 'done'],
  ] as const)
    it(`says ${want}`, () => expect(sayWaymark(mark)).to.equal(want));
});
