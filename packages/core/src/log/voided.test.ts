import { expect } from 'chai';
import fc from 'fast-check';
import { blankArrival, type JobEvent, reduceJob } from '../job/index.js';
import { aPlan } from '../testing/aPlan.js';
import { applyTrailEvent, reduceTrail, type TrailEvent } from '../trail/index.js';
import { sayWho, standingEntries } from './index.js';

const common = (id: string) => ({ id, atMs: 1000, by: 'Tobi Lunde' });
const opened: TrailEvent = {
  ...common('e0'),
  kind: 'opened',
  jobId: null,
  planId: aPlan().id,
  planVersion: 1,
  vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
  complaint: '',
};
const voiding = (entryId: string, id = `void-${entryId}`) =>
  ({ ...common(id), kind: 'entryVoided', entryId, reason: 'Wrong bus' }) as const;
const pause = (id: string): TrailEvent => ({ ...common(id), kind: 'paused', reason: '' });

describe('a voided entry', () => {
  const fold = (...events: TrailEvent[]) => {
    const reduced = reduceTrail(aPlan(), events);
    if (!reduced.ok) throw new Error(reduced.problem.misfit.kind);
    return reduced.value;
  };

  it('counts no more, wherever in the log it is voided', () => {
    expect(fold(opened, pause('e1'), voiding('e1')).paused).to.equal(undefined);
    expect(fold(opened, voiding('e1'), pause('e1')).paused).to.equal(undefined);
    expect(fold(opened, pause('e1'), pause('e2'), voiding('e1')).paused).to.not.equal(undefined);
  });

  it('takes along what does not fit without it', () => {
    const resumed: TrailEvent = { ...common('e2'), kind: 'resumed' };
    expect(fold(opened, pause('e1'), resumed, voiding('e1')).lastEventAtMs).to.equal(1000);
  });

  it('at the opening, makes the whole trail count no more', () => {
    const trail = fold(opened, pause('e1'), voiding('e0'));
    expect(trail.voided).to.deep.equal({ by: 'Tobi Lunde', atMs: 1000, reason: 'Wrong bus' });
    const next = applyTrailEvent(trail, pause('e2'));
    expect(next.ok || next.problem.kind).to.equal('trailVoided');
  });

  it('cannot be made on a device', () => {
    const next = applyTrailEvent(fold(opened), voiding('e0'));
    expect(next.ok || next.problem.kind).to.equal('onlyByServer');
  });

  it('leaves the state that the others alone would give', () =>
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 12 }), (isVoided) => {
        const events = isVoided.map((_, at) => ({ ...pause(`p${at}`), reason: `pause ${at}` }) as TrailEvent);
        const voidings = events.filter((_, at) => isVoided[at]).map(({ id }) => voiding(id));
        const standing = events.filter((_, at) => !isVoided[at]);
        expect(fold(opened, ...events, ...voidings)).to.deep.equal(fold(opened, ...standing));
      }),
    ));

  it('of a job counts no more; at its arrival the job is off the board and takes nothing more', () => {
    const takenIn: JobEvent = {
      ...common('j0'),
      kind: 'takenIn',
      vehicleId: 'v1',
      arrival: { ...blankArrival, complaint: 'Hot' },
    };
    const noted: JobEvent = { ...common('j1'), kind: 'noted', text: 'Tyre', isSideFinding: true };
    const notes = reduceJob([takenIn, noted, voiding('j1')]);
    expect(notes.ok && notes.value.notes).to.deep.equal([]);
    const gone = reduceJob([takenIn, noted, voiding('j0')]);
    expect(gone.ok && [gone.value.stage, gone.value.voided?.reason]).to.deep.equal(['gone', 'Wrong bus']);
  });

  it('leaves a log without voidings as it is', () => {
    const events = [opened, pause('e1')];
    expect(standingEntries(events)).to.equal(events);
  });
});

describe('who recorded an entry', () => {
  it('is said with who sent it, where that was somebody else', () => {
    expect(sayWho({ by: 'Tobi Lunde' })).to.equal('Tobi Lunde');
    expect(sayWho({ by: 'Tobi Lunde', sentBy: 'Hanna Creek' })).to.equal('recorded as Tobi Lunde, sent by Hanna Creek');
  });
});
