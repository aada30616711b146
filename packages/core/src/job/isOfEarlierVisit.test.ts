import { expect } from 'chai';
import { isOfEarlierVisit } from './index.js';

describe('isOfEarlierVisit', () => {
  const isEarlier = (jobId: string, atMs: number) => isOfEarlierVisit({ takenInAtMs: 100 }, 'j2', { jobId, atMs });
  it('is what was recorded on another visit before the vehicle came', () => expect(isEarlier('j1', 99)).to.equal(true));
  it('is nothing of this visit', () => expect(isEarlier('j2', 99)).to.equal(false));
  it('is nothing of a later one', () => expect(isEarlier('j3', 101)).to.equal(false));
});
