import { expect } from 'chai';
import { sayAge, sayDay, sayExact, sayMoment } from './ago';

const at = (text: string) => new Date(text).getTime();
const now = at('2026-03-10T14:05:00');

describe('sayMoment', () => {
  for (const [when, want] of [
    ['2026-03-10T09:02:00', 'today 09:02'],
    ['2026-03-09T23:59:00', 'yesterday 23:59'],
    ['2026-03-01T08:00:00', '1 Mar 08:00'],
    ['2025-12-24T08:00:00', '24 Dec 2025 08:00'],
  ] as const)
    it(`${when} is ${want}`, () => expect(sayMoment(at(when), now)).to.equal(want));
});

describe('sayAge', () => {
  for (const [when, want] of [
    ['2026-03-10T14:04:50', 'just now'],
    ['2026-03-10T14:00:00', '5 min ago'],
    ['2026-03-10T11:05:00', '3 h ago'],
    ['2026-03-07T14:05:00', '3 days ago'],
    ['2026-03-10T15:00:00', 'just now'],
  ] as const)
    it(`${when} is ${want}`, () => expect(sayAge(at(when), now)).to.equal(want));
});

describe('sayDay', () => {
  it('has no time of day, and a year where it is another one', () =>
    expect(['2026-08-02T14:00:00', '2027-06-18T00:00:00'].map((when) => sayDay(at(when), now))).to.deep.equal([
      '2 Aug',
      '18 Jun 2027',
    ]));
});

describe('sayExact', () => {
  it('has the day, the year and the time', () => expect(sayExact(now)).to.equal('10 Mar 2026 14:05'));
});
