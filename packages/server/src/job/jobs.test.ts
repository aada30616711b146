import type { NewSheet } from '@probe-trail/core/codes';
import type { JobListItem, JobLog, NewJobEvent, ProofVerdict } from '@probe-trail/core/job';
import { blankRepair } from '@probe-trail/core/repair';
import type { VehicleSheet } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { appendTo, jobEvent, takeInVehicle, takenIn } from '../testing/aJob.js';
import { aServer, releaseSmallPlan, smallWalk, type TestServer } from '../testing/aServer.js';

const aSheet = (more: Partial<NewSheet> = {}): NewSheet => ({
  sheetId: 's1',
  source: 'hand',
  moment: 'asFound',
  takenAtMs: 2000,
  units: [{ unitId: 'A10', name: 'engine control unit', answer: 'answered' }],
  codes: [{ unitId: 'A10', code: 'P0118', failureType: '17', text: 'circuit high', status: 8 }],
  ...more,
});

describe('jobs over HTTP', () => {
  let server: TestServer;
  let vehicleId: string;
  beforeEach(async () => {
    server = await aServer();
    vehicleId = await takeInVehicle(server);
  });
  afterEach(() => server.stop());

  const log = async () => (await server.ask('GET', '/api/jobs/j1')).body as unknown as JobLog;
  const board = async () => (await server.ask('GET', '/api/jobs')).body as unknown as JobListItem[];
  const append = (...events: Parameters<typeof jobEvent>[0][]) =>
    appendTo(server.ask, 'j1', ...events.map((event) => jobEvent(event)));

  it('takes a vehicle in and shows it on the board', async () =>
    expect((await board())[0]).to.include({
      jobId: 'j1',
      fleetNumber: 'FG-07',
      complaint: 'Engine gets hot',
      standing: 'toConfirm',
      assignedTo: '',
    }));

  it('keeps every event once, however often and however many at a time it is sent', async () => {
    const event = jobEvent({ kind: 'noted', text: 'Key is in the box', isSideFinding: false });
    await Promise.all(Array.from({ length: 8 }, () => appendTo(server.ask, 'j1', event)));
    const others = Array.from({ length: 8 }, (_, at) =>
      jobEvent({ kind: 'noted', text: `note ${at}`, isSideFinding: false }),
    );
    await Promise.all(others.map((other) => appendTo(server.ask, 'j1', other)));
    expect((await log()).events).to.have.length(1 + 1 + 8);
  });

  it('moves over the board as things happen, and off it when the vehicle is gone', async () => {
    await append({ kind: 'assigned', to: 'Tobi Lunde' }, { kind: 'complaintChecked', result: 'confirmed', seen: '' });
    await append({ kind: 'waiting', for: 'a relay' });
    expect((await board())[0]).to.include({ standing: 'toReadCodes', assignedTo: 'Tobi Lunde', waitsFor: 'a relay' });
    expect((await append({ kind: 'stageSet', stage: 'gone' })).body.detail).to.include('Say why the vehicle goes on');
    await append({ kind: 'stageSet', stage: 'gone', because: 'fetched by the depot' });
    expect(await board()).to.deep.equal([]);
    const past = (await server.ask('GET', `/api/vehicles/${vehicleId}/jobs`)).body as unknown as JobListItem[];
    expect(past.map(({ jobId, standing }) => `${jobId} ${standing}`)).to.deep.equal(['j1 gone']);
  });

  it('is where its trail is', async () => {
    await releaseSmallPlan(server);
    const walk = smallWalk().map((event) => (event.kind === 'opened' ? { ...event, jobId: 'j1' } : event));
    const walkOn = (events: readonly object[]) => server.ask('POST', '/api/trails/t1/events', { events });
    await walkOn(walk.slice(0, 1));
    expect((await board())[0]).to.include({ standing: 'testing', at: 'Battery at rest' });
    await walkOn(walk);
    expect((await board())[0]).to.include({ standing: 'toRepair', at: 'Battery is flat' });
    expect((await log()).trails.map(({ trailId }) => trailId)).to.deep.equal(['t1']);
    const ofVehicle = await server.ask('GET', `/api/vehicles/${vehicleId}/trails`);
    expect(ofVehicle.body).to.deep.equal((await log()).trails);
  });

  it('is to be proven once it is repaired, and tells the vehicle of every repair until a temporary one is made good', async () => {
    const belt = {
      ...blankRepair,
      cause: 'Belt',
      lasts: { kind: 'temporary', remains: 'a new one', dueBy: '2031-04-17' },
    } as const;
    await append({ kind: 'repaired', repair: belt });
    expect((await board())[0]).to.include({ standing: 'proving' });
    const repairs = async () =>
      ((await server.ask('GET', `/api/vehicles/${vehicleId}`)).body as unknown as VehicleSheet).repairs;
    const [recorded] = await repairs();
    expect(recorded).to.deep.include({
      jobId: 'j1',
      repair: belt,
      by: 'Ines Marrow',
      failedBecause: null,
      madeGoodOn: null,
    });
    await append({ kind: 'repairMadeGood', jobId: 'j1', repairId: recorded?.repairId ?? '', how: '' });
    expect((await repairs())[0]).to.include({ madeGoodOn: 'j1' });
    await append({ kind: 'repairFailed', repairId: recorded?.repairId ?? '', because: 'It squeals again' });
    expect((await board())[0]).to.include({ standing: 'toConfirm' });
    expect((await append({ kind: 'repairFailed', repairId: 'none', because: 'x' })).status).to.equal(409);
  });

  it('takes a proof only as it is computed from all that is stored', async () => {
    const closed = (verdict: ProofVerdict, repairId: string | null): NewJobEvent => ({
      kind: 'proofTaken',
      repairId,
      verdict,
      open: [],
      because: verdict === 'proven' ? '' : 'the driver needs it',
      watchFor: '',
      comeBack: '',
    });
    expect((await append(closed('proven', null))).body.code).to.equal('PROOF_DIFFERS');
    await append({ kind: 'repaired', repair: { ...blankRepair, cause: 'Belt', way: 'adjust' } });
    const repairId = (await log()).events.at(-1)?.id ?? '';
    const claimed = await append(closed('proven', repairId));
    expect([claimed.status, claimed.body.code]).to.deep.equal([409, 'PROOF_DIFFERS']);
    expect(claimed.body.detail).to.include('one thing is still to be shown, about 15 min');
    const tried = { under: [], minutes: 10, kilometres: 4, topSpeed: null, complaint: 'gone', seen: '' } as const;
    // In one request: what is shown in it counts for what comes after.
    expect((await append({ kind: 'triedOut', repairId, ...tried }, closed('proven', repairId))).status).to.equal(200);
    expect((await board())[0]).to.include({ standing: 'ready' });
    await append({ kind: 'triedOut', repairId, ...tried, complaint: 'there' });
    expect((await board())[0]).to.include({ standing: 'proving' });
    expect((await append(closed('notProven', repairId))).status).to.equal(200);
  });

  it('takes the readings of a trail into the proof', async () => {
    await releaseSmallPlan(server);
    const walk = smallWalk().map((event) => (event.kind === 'opened' ? { ...event, jobId: 'j1' } : event));
    await server.ask('POST', '/api/trails/t1/events', { events: walk });
    await append({
      kind: 'repaired',
      repair: { ...blankRepair, cause: 'Battery', suspectId: 'battery', trailId: 't1' },
    });
    const repairId = (await log()).events.at(-1)?.id ?? '';
    const tried = { under: [], minutes: 10, kilometres: 4, topSpeed: null, complaint: 'gone', seen: '' } as const;
    await append({ kind: 'triedOut', repairId, ...tried });
    const close = () =>
      append({ kind: 'proofTaken', repairId, verdict: 'proven', open: [], because: '', watchFor: '', comeBack: '' });
    expect((await close()).body.detail).to.include('one thing is still to be shown');
    const common = (index: number) => ({ id: `p${index}`, atMs: 9000 + index, by: 'Ines Marrow' });
    const [, reading, taken] = smallWalk();
    const again = [
      { ...common(0), kind: 'proofStepOpened', stepId: 'rest', repairId },
      { ...reading, ...common(1), entry: { kind: 'typed', text: '12.7' } },
      { ...taken, ...common(2), outcomeId: 'good' },
    ];
    expect((await server.ask('POST', '/api/trails/t1/events', { events: again })).status).to.equal(200);
    expect((await log()).trails[0]?.concludedWith).to.equal('Battery is flat');
    expect((await close()).status).to.equal(200);
  });

  it('tells the vehicle what else was noticed on it, and offers on the next visit what is open', async () => {
    const hose = {
      what: 'Brake hose chafed',
      urgency: 'unsafeNow',
      reading: '1.4 mm',
      minutes: 40,
      photoIds: [],
    } as const;
    await append(
      { kind: 'noted', text: 'Key is in the box', isSideFinding: false },
      { kind: 'noted', text: 'Left tyre is worn', isSideFinding: true },
      { kind: 'sideFound', finding: hose },
    );
    const findings = async () =>
      ((await server.ask('GET', `/api/vehicles/${vehicleId}`)).body as unknown as VehicleSheet).sideFindings;
    expect((await findings()).map(({ finding, answer }) => [finding.what, finding.urgency, answer])).to.deep.equal([
      ['Brake hose chafed', 'unsafeNow', null],
      ['Left tyre is worn', 'soon', null],
    ]);
    const [found] = await findings();
    const of = { jobId: 'j1', findingId: found?.findingId ?? '' };
    const next = (...events: NewJobEvent[]) =>
      server.ask('POST', '/api/jobs/j2/events', { events: events.map((event) => jobEvent(event)) });
    await server.ask('POST', '/api/jobs/j2/events', { events: [takenIn(vehicleId)] });
    await next({ kind: 'sideAnswered', ...of, answer: 'doIt', saidBy: 'Mr Vale' });
    expect((await findings())[0]?.answer).to.deep.include({ answer: 'doIt', saidBy: 'Mr Vale', by: 'Ines Marrow' });
    await next({ kind: 'sideDone', ...of });
    expect((await findings()).map(({ finding, doneOn }) => [finding.what, doneOn])).to.deep.equal([
      ['Left tyre is worn', null],
      ['Brake hose chafed', 'j2'],
    ]);
    const missing = { ...hose, photoIds: ['0'.repeat(64)] };
    expect((await append({ kind: 'sideFound', finding: missing })).body.code).to.equal('PHOTO_NOT_FOUND');
  });

  it('refuses what does not fit, with the sentence of the reducer, and adds nothing of that request', async () => {
    const answer = await append(
      { kind: 'noted', text: 'x', isSideFinding: false },
      { kind: 'voltageMeasured', text: '12 A', engine: 'off' },
    );
    expect([answer.status, answer.body.code]).to.deep.equal([409, 'JOB_EVENT_MISFIT']);
    expect(answer.body.detail).to.include('read in V');
    expect((await log()).events).to.have.length(1);
  });

  it('takes in no vehicle that there is not', async () =>
    expect((await appendTo(server.ask, 'j2', takenIn('guessed'))).body.code).to.equal('VEHICLE_NOT_FOUND'));

  it('says that there is no job of an id that was guessed', async () => {
    expect((await server.ask('GET', '/api/jobs/guessed')).body.code).to.equal('JOB_NOT_FOUND');
    expect((await server.ask('POST', '/api/jobs/guessed/sheets', aSheet())).body.code).to.equal('JOB_NOT_FOUND');
  });

  it('lets an adviser take in and move on, but not measure', async () => {
    const adviser = await server.as('adviser');
    expect((await appendTo(adviser, 'j1', jobEvent({ kind: 'waiting', for: 'a call' }))).status).to.equal(200);
    const measured = jobEvent({ kind: 'voltageMeasured', text: '12.4', engine: 'off' });
    expect((await appendTo(adviser, 'j1', measured)).body.code).to.equal('FORBIDDEN');
    expect((await log()).events).to.have.length(2);
  });

  describe('code sheets', () => {
    it('are kept for ever, told to the job and to the vehicle', async () => {
      expect((await server.ask('POST', '/api/jobs/j1/sheets', aSheet())).status).to.equal(201);
      const { events, sheets } = await log();
      expect(events.at(-1)).to.include({ kind: 'sheetKept', sheetId: 's1', by: 'Ines Marrow' });
      expect(sheets[0]).to.deep.equal({ ...aSheet(), jobId: 'j1', takenBy: 'Ines Marrow' });
      const { codes } = (await server.ask('GET', `/api/vehicles/${vehicleId}`)).body as unknown as VehicleSheet;
      expect(codes[0]).to.deep.include({ code: 'P0118', failureType: '17', sheets: 1, firstAtMs: 2000 });
    });

    it('are kept once, and nothing replaces one', async () => {
      await server.ask('POST', '/api/jobs/j1/sheets', aSheet());
      const again = await server.ask('POST', '/api/jobs/j1/sheets', aSheet({ codes: [] }));
      expect([again.status, again.body.code]).to.deep.equal([409, 'SHEET_EXISTS']);
      expect((await log()).sheets[0]?.codes).to.have.length(1);
    });

    it('bear the name of who took them, and of who sent them where that is somebody else', async () => {
      const technician = await server.as('technician');
      const sent = { ...aSheet(), takenBy: 'Ines Marrow' };
      expect((await technician('POST', '/api/jobs/j1/sheets', sent)).status).to.equal(201);
      const { events, sheets } = await log();
      expect(events.at(-1)).to.include({ by: 'Ines Marrow', sentBy: 'A technician' });
      expect(sheets).to.deep.equal([{ ...aSheet(), jobId: 'j1', takenBy: 'Ines Marrow' }]);
      const unknown = { ...aSheet(), sheetId: 's2', takenBy: 'Nobody Here' };
      expect((await technician('POST', '/api/jobs/j1/sheets', unknown)).body.code).to.equal('EVENT_MISFIT');
    });

    it('of one id for two jobs at once are kept for one; the other is told', async () => {
      const { vehicleId } = (await log()).events[0] as unknown as { vehicleId: string };
      await appendTo(server.ask, 'j2', takenIn(vehicleId));
      const answers = await Promise.all(
        ['j1', 'j2'].map((jobId) => server.ask('POST', `/api/jobs/${jobId}/sheets`, aSheet())),
      );
      expect(answers.map(({ status }) => status).sort()).to.deep.equal([201, 409]);
      expect(answers.find(({ status }) => status === 409)?.body.code).to.be.oneOf(['ALREADY_THERE', 'SHEET_EXISTS']);
    });

    it('are refused with what is no code', async () => {
      const codes = [{ unitId: 'A10', code: 'PO118', failureType: null, text: '', status: null }];
      expect((await server.ask('POST', '/api/jobs/j1/sheets', aSheet({ codes }))).body.detail).to.include(
        '"PO118" is not a fault code',
      );
    });

    it('count a code over time', async () => {
      for (const [at, moment] of ['asFound', 'afterClearing', 'afterDriving'].entries())
        await server.ask(
          'POST',
          '/api/jobs/j1/sheets',
          aSheet({ sheetId: `s${at}`, takenAtMs: 2000 + at, moment: moment as NewSheet['moment'] }),
        );
      const { codes } = (await server.ask('GET', `/api/vehicles/${vehicleId}`)).body as unknown as VehicleSheet;
      expect(codes[0]).to.include({ sheets: 3, firstAtMs: 2000, lastAtMs: 2002 });
    });
  });
});
