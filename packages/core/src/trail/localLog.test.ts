import { expect } from 'chai';
import { aPlan } from '../testing/aPlan.js';
import { chosen, events, opened, taken, typed } from '../testing/aWalk.js';
import { foldLog, foldStored, openedLog, reduceTrail, type TrailEvent } from './index.js';

const plan = aPlan();
const log: readonly TrailEvent[] = events(
  opened,
  chosen('look', 'seen', 'fine'),
  // As an earlier version of the program took it: there is no such reading at this step.
  typed('look', 'seen', '12.4'),
  taken('look', 'fine'),
);

describe('a log that is stored', () => {
  it('can be read although an entry does not fit it any more, and says which and why', () => {
    expect(reduceTrail(plan, log).ok).to.equal(false);
    const stored = foldStored(plan, log);
    if (!stored.ok) throw new Error(stored.problem.misfit.kind);
    const { unfit, waymarks, at } = stored.value;
    expect(unfit.map(({ eventId }) => eventId)).to.deep.equal(['e2']);
    expect(unfit[0]?.message).to.be.a('string').and.not.equal('');
    expect(waymarks.map(({ stepId }) => stepId)).to.deep.equal(['look']);
    expect(at).to.include({ kind: 'step' });
  });

  it('is folded so on a device, too', () => {
    const trail = foldLog(plan, openedLog(log, log.length, []));
    expect(trail.unfit).to.have.length(1);
  });

  it('is the same as before where all fits', () => {
    const fitting = log.filter(({ id }) => id !== 'e2');
    expect(foldStored(plan, fitting)).to.deep.equal(reduceTrail(plan, fitting));
  });

  it('cannot be read where it does not begin with its opening', () => {
    expect(foldStored(plan, log.slice(1)).ok).to.equal(false);
    expect(foldStored(aPlan({ id: 'other' }), log).ok).to.equal(false);
  });
});
