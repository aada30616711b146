import { expect } from 'chai';
import { isOpenFinding, type Urgency } from '../sideFinding/index.js';
import { type JobEvent, type NewJobEvent, stampJobEvent, vehicleFindings } from './index.js';

let count = 0;
const at = (jobId: string, loose: NewJobEvent, id?: string): { jobId: string; event: JobEvent } => {
  count += 1;
  return { jobId, event: stampJobEvent(loose, { id: id ?? `e${count}`, atMs: count, by: 'Tobi Lunde' }) };
};
const found = (jobId: string, id: string, urgency: Urgency) =>
  at(jobId, { kind: 'sideFound', finding: { what: id, urgency, reading: '', minutes: null, photoIds: [] } }, id);
const said = (onJob: string, findingId: string, answer: 'doIt' | 'later' | 'no', jobId = 'j1') =>
  at(onJob, { kind: 'sideAnswered', jobId, findingId, answer, saidBy: '' });

describe('vehicleFindings', () => {
  it('gives what is open first, the most urgent first, then the newest', () => {
    const all = [
      found('j1', 'a', 'watch'),
      found('j1', 'b', 'unsafeNow'),
      found('j1', 'c', 'soon'),
      said('j1', 'c', 'no'),
    ];
    expect(vehicleFindings(all).map(({ findingId }) => findingId)).to.deep.equal(['b', 'a', 'c']);
  });

  it('offers again what was put off, and what is unsafe whatever was said, until it is seen to', () => {
    const open = (...entries: ReturnType<typeof at>[]) => vehicleFindings(entries).filter(isOpenFinding).length;
    const [soon, unsafe] = [found('j1', 'a', 'soon'), found('j1', 'b', 'unsafeNow')];
    const done = (findingId: string) => at('j2', { kind: 'sideDone', jobId: 'j1', findingId });
    expect(open(soon)).to.equal(1);
    expect(open(soon, said('j1', 'a', 'later'))).to.equal(1);
    expect(open(soon, said('j1', 'a', 'doIt'))).to.equal(1);
    expect(open(soon, said('j2', 'a', 'no'))).to.equal(0);
    expect(open(soon, said('j1', 'a', 'no'), said('j2', 'a', 'later'))).to.equal(1);
    expect(open(unsafe, said('j1', 'b', 'no'))).to.equal(1);
    expect(open(unsafe, done('b'))).to.equal(0);
  });

  it('takes an older note of a side finding for one, and passes over answers to what is not there', () => {
    const note = at('j1', { kind: 'noted', text: 'Tyre', isSideFinding: true }, 'n');
    const findings = vehicleFindings([note, said('j2', 'gone', 'no'), said('j2', 'n', 'later', 'j9')]);
    expect(findings.map(({ finding, answer }) => [finding.what, finding.urgency, answer])).to.deep.equal([
      ['Tyre', 'soon', null],
    ]);
  });
});
