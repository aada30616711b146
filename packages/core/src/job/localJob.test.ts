import { expect } from 'chai';
import type { CodeSheet, NewSheet } from '../codes/index.js';
import {
  blankArrival,
  type JobEvent,
  type NewJobEvent,
  noOwnEntries,
  openJob,
  sheetEntry,
  stampJobEvent,
  withOwnEntries,
  withoutEntries,
} from './index.js';

const at = (id: string, event: NewJobEvent): JobEvent => stampJobEvent(event, { id, atMs: 1000, by: 'Tobi Lunde' });
const taken = at('e0', { kind: 'takenIn', vehicleId: 'fg-07', arrival: { ...blankArrival, complaint: 'No fan' } });
const note = (id: string, text = id) => at(id, { kind: 'noted', text, isSideFinding: false });
const sheet: NewSheet = { sheetId: 's1', source: 'hand', moment: 'asFound', takenAtMs: 900, units: [], codes: [] };
const kept: CodeSheet = { ...sheet, jobId: 'j', takenBy: 'Tobi Lunde' };
const log = (...events: JobEvent[]) => ({ events: [taken, ...events], sheets: [] });

describe('a job on this device', () => {
  it('has what the server has, then what this device recorded', () => {
    const { job, events } = openJob(log(note('a')), { events: [note('b')], sheets: [] });
    expect(job.notes.map(({ id }) => id)).to.deep.equal(['a', 'b']);
    expect(events.map(({ id }) => id)).to.deep.equal(['e0', 'a', 'b']);
  });

  it('shows an entry once that the server has, and this device too', () => {
    const { job } = openJob(log(note('a')), { events: [note('a'), note('b')], sheets: [] });
    expect(job.notes.map(({ id }) => id)).to.deep.equal(['a', 'b']);
  });

  it('leaves out what does not fit any more', () => {
    const gone = at('g', { kind: 'stageSet', stage: 'gone' });
    const own = { events: [at('v', { kind: 'voltageMeasured', text: '12.4', engine: 'off' }), note('b')], sheets: [] };
    const { job } = openJob(log(gone), own);
    expect([job.voltages.length, job.notes.length]).to.deep.equal([0, 1]);
  });

  it('has a sheet of its own as soon as it is recorded, and once', () => {
    const own = { events: [sheetEntry(sheet, 'Tobi Lunde')], sheets: [kept] };
    const { job, sheets } = openJob(log(), own);
    expect([job.isSheetKept, sheets]).to.deep.equal([true, [kept]]);
    const known = { events: [taken, sheetEntry(sheet, 'Tobi Lunde')], sheets: [kept] };
    expect(openJob(known, own).sheets).to.deep.equal([kept]);
  });

  it('has no sheet of which no entry tells', () =>
    expect(openJob(log(), { events: [], sheets: [kept] }).sheets).to.deep.equal([]));

  it('takes each entry once, and what was refused with its sheet off again', () => {
    const made = { events: [sheetEntry(sheet, 'Tobi Lunde'), note('b')], sheets: [kept] };
    const own = withOwnEntries(withOwnEntries(noOwnEntries, made), made);
    expect([own.events.length, own.sheets.length]).to.deep.equal([2, 1]);
    expect(withoutEntries(own, ['sheet-s1'])).to.deep.equal({ events: [note('b')], sheets: [] });
    expect(withoutEntries(own, ['b']).sheets).to.deep.equal([kept]);
  });

  it('says where the log of the server itself is broken', () =>
    expect(() => openJob({ events: [note('a')], sheets: [] }, noOwnEntries)).to.throw('broken at event a'));
});
