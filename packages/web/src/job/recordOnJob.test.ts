import type { NewSheet } from '@probe-trail/core/codes';
import { blankArrival, type JobLog, type NewJobEvent, openJob } from '@probe-trail/core/job';
import { configureStore } from '@reduxjs/toolkit';
import { expect } from 'chai';
import type { AppDispatch, AppState } from '../state/appState';
import { networkSlice, selectWaitingCount } from '../state/networkSlice';
import { refusalSlice, selectRefusal } from '../state/refusalSlice';
import { inBrowser } from '../testing/browser';

const stored: JobLog = {
  jobId: 'j',
  events: [
    {
      kind: 'takenIn',
      id: 'e0',
      atMs: 1000,
      by: 'Pell Ostrow',
      vehicleId: 'fg-07',
      arrival: { ...blankArrival, complaint: 'No fan' },
    },
  ],
  sheets: [],
  trails: [],
  unplugged: [],
};
const note = (text: string): NewJobEvent => ({ kind: 'noted', text, isSideFinding: false });
const sheet: NewSheet = { sheetId: 's1', source: 'hand', moment: 'asFound', takenAtMs: 900, units: [], codes: [] };

describe('recording on a job', () => {
  inBrowser();
  beforeEach(async () => {
    const { device } = await import('../device/database');
    await device.waiting.clear();
  });

  /** A device on which the job is open; what it is asked for over the network is never answered. */
  const aDevice = async ({ isOpen = true } = {}) => {
    const { recordOnJob, keepSheet, showWaiting } = await import('./recordOnJob');
    const { jobEntriesSlice, selectOwnEntries, entriesRefused } = await import('./jobEntriesSlice');
    const { api } = await import('../api/api');
    const { jobApi } = await import('./jobApi');
    const { outbox } = await import('../device/outbox');
    const store = configureStore({
      reducer: {
        api: api.reducer,
        network: networkSlice.reducer,
        refusal: refusalSlice.reducer,
        jobEntries: jobEntriesSlice.reducer,
      },
      middleware: (getDefault) => getDefault().concat(api.middleware),
    });
    const dispatch = store.dispatch as unknown as AppDispatch;
    if (isOpen) dispatch(jobApi.util.upsertQueryEntries([{ endpointName: 'jobLog', arg: 'j', value: stored }]));
    return {
      store,
      dispatch,
      record: (...events: NewJobEvent[]) => dispatch(recordOnJob('j', 'Tobi Lunde', events)),
      keep: (some: NewSheet) => dispatch(keepSheet('j', 'Tobi Lunde', some)),
      show: () => dispatch(showWaiting('j')),
      refuse: (...ids: string[]) => dispatch(entriesRefused({ jobId: 'j', ids })),
      local: () => openJob(stored, selectOwnEntries(store.getState() as unknown as AppState, 'j')),
      waiting: async () => (await outbox.of('job/j')).map(({ recorded }) => recorded),
      refusal: () => selectRefusal(store.getState()),
    };
  };

  it('shows an entry at once, and keeps it for the server', async () => {
    const { record, local, waiting, store } = await aDevice();
    expect(await record(note('Key is in the box'))).to.equal(true);
    expect(local().job.notes.map(({ text, by }) => [text, by])).to.deep.equal([['Key is in the box', 'Tobi Lunde']]);
    expect((await waiting()).map(({ kind }) => kind)).to.deep.equal(['jobEvent']);
    expect(selectWaitingCount(store.getState())).to.equal(1);
  });

  it('says what does not fit, and records nothing of it', async () => {
    const { record, waiting, refusal } = await aDevice();
    const voltage = { kind: 'voltageMeasured', text: '12,6 A', engine: 'off' } as const;
    expect(await record(note('first'), voltage)).to.equal(false);
    expect(refusal()).to.include('is a current');
    expect(await waiting()).to.deep.equal([]);
    expect(await record(note('first'))).to.equal(true);
    expect(refusal()).to.equal(undefined);
  });

  it('judges by the job as it is now, with what was recorded a moment ago', async () => {
    const { record, refusal } = await aDevice();
    await record({ kind: 'stageSet', stage: 'gone', because: 'fetched by the depot' });
    expect(await record({ kind: 'chargerSet', isConnected: true })).to.equal(false);
    expect(refusal()).to.include('The vehicle was returned');
  });

  it('moves on by one station where a gloved finger touches twice', async () => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    const { record, local } = await aDevice();
    await record({ kind: 'stageSet', stage: 'mending' });
    await record({ kind: 'stageSet', stage: 'proving' });
    expect(local().job.stage).to.equal('mending');
  });

  it('keeps what is recorded on a job that this device has not shown', async () => {
    const { record, waiting } = await aDevice({ isOpen: false });
    expect(await record(note('from its trail'))).to.equal(true);
    expect(await waiting()).to.have.length(1);
  });

  it('keeps a sheet behind the entries before it, with who took it', async () => {
    const { record, keep, local, waiting } = await aDevice();
    await record(note('before'));
    expect(await keep(sheet)).to.equal(true);
    expect([local().job.isSheetKept, local().sheets.map(({ takenBy }) => takenBy)]).to.deep.equal([
      true,
      ['Tobi Lunde'],
    ]);
    expect((await waiting()).map(({ kind }) => kind)).to.deep.equal(['jobEvent', 'sheet']);
  });

  it('keeps no sheet that the server could not read, and says why', async () => {
    const { keep, refusal, waiting } = await aDevice();
    const broken = { ...sheet, codes: [{ unitId: 'A10', code: 'P9999', failureType: null, text: '', status: null }] };
    expect(await keep(broken)).to.equal(false);
    expect(refusal()).to.include('is not a fault code');
    expect(await waiting()).to.deep.equal([]);
  });

  it('shows after a reload what still waits, each once', async () => {
    const before = await aDevice();
    await before.record(note('one'));
    await before.keep(sheet);
    const after = await aDevice();
    await after.show();
    await after.show();
    const { job, sheets } = after.local();
    expect([job.notes.length, sheets.length, job.sheets.length]).to.deep.equal([1, 1, 1]);
  });

  it('takes off what the server refused', async () => {
    const { keep, refuse, local } = await aDevice();
    await keep(sheet);
    refuse('sheet-s1');
    expect([local().job.isSheetKept, local().sheets]).to.deep.equal([false, []]);
  });
});
