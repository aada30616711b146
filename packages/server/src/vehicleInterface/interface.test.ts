import { isUntested, sheetCodeSchema } from '@probe-trail/core/codes';
import type { JobLog, NewJobEvent } from '@probe-trail/core/job';
import { blankRepair } from '@probe-trail/core/repair';
import { type ReadingProgress, type Rig, withProgress } from '@probe-trail/core/vehicleInterface';
import { expect } from 'chai';
import { appendTo, jobEvent, takeInVehicle, takenIn } from '../testing/aJob.js';
import { aServer, type TestServer, testPassword } from '../testing/aServer.js';

const code = (
  unitId: string,
  text: string,
  returns: Rig['codes'][number]['returns'],
  untilRepaired: string | null = null,
) => ({
  unitId,
  code: text,
  failureType: null,
  text: '',
  status: 8,
  returns,
  untilRepaired,
});
const rig = (more: Partial<Rig> = {}): Rig => ({
  fleetNumber: 'FG-07',
  msPerUnit: 1,
  silentUnitIds: ['A20'],
  silentUntilRepaired: 'Ground G7',
  fallsSilentAt: null,
  codes: [code('A10', 'P0118', 'atOnce', 'Sensor B11'), code('A10', 'P0480', 'moving'), code('A10', 'P0217', 'never')],
  ...more,
});

describe('the vehicle interface', () => {
  let server: TestServer;
  afterEach(() => server.stop());
  const start = async (more?: Partial<Rig>) => {
    server = await aServer(undefined, [rig(more)]);
    await takeInVehicle(server);
  };
  const read = async (moment = 'asFound', unitIds: readonly string[] = []) => {
    const response = await server.app.inject({
      method: 'POST',
      url: '/api/jobs/j1/interface/reading',
      payload: { moment, unitIds },
      headers: { cookie: await cookie() },
    });
    return response.body
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as ReadingProgress);
  };
  const cookie = async () =>
    (await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword })).cookie;
  const sheetOf = (lines: readonly ReadingProgress[]) => {
    const { units, codes } = lines.reduce(withProgress, { units: [], codes: [] });
    const said = codes.map(({ code, status }) => (isUntested(status) ? `${code} not tested` : code));
    return [...units.map(({ unitId, answer }) => `${unitId} ${answer}`), ...said];
  };
  const clear = (eventId = 'clear-1') => server.ask('POST', '/api/jobs/j1/interface/clearing', { eventId });
  const keep = (sheetId: string, codes: readonly object[] = []) =>
    server.ask('POST', '/api/jobs/j1/sheets', {
      sheetId,
      source: 'interface',
      moment: 'asFound',
      takenAtMs: 999,
      units: [],
      codes,
    });

  it('asks every unit of the line, one after the other, the silent ones too', async () => {
    await start();
    const lines = await read();
    expect(lines[0]).to.deep.equal({ kind: 'asking', unitId: 'A10', name: 'engine control unit', done: 0, of: 3 });
    expect(lines.at(-1)).to.deep.equal({ kind: 'end' });
    expect(sheetOf(lines)).to.deep.equal(['A10 answered', 'A20 silent', 'A40 answered', 'P0118', 'P0480', 'P0217']);
  });

  it('keeps what was read when it falls silent in the middle, and goes on with the rest', async () => {
    await start({ fallsSilentAt: 'A40' });
    const broken = await read();
    expect(broken.at(-1)).to.include({ kind: 'failed' });
    expect(sheetOf(broken)).to.deep.equal(['A10 answered', 'A20 silent', 'P0118', 'P0480', 'P0217']);
    expect(sheetOf(await read('asFound', ['A40']))).to.deep.equal(['A40 answered']);
  });

  it('says that it is connected to no such vehicle', async () => {
    await start({ fleetNumber: 'FG-99' });
    expect((await read()).at(-1)).to.deep.equal({
      kind: 'failed',
      message: 'No interface is connected to FG-07. Plug it in, then read again.',
    });
  });

  it('clears only over a kept sheet, and has that on record', async () => {
    await start();
    expect((await clear()).body.detail).to.include('Keep a code sheet first');
    expect(sheetOf(await read('afterClearing'))).to.include('P0217');
    await keep('s1');
    expect((await clear()).body).to.deep.equal({ unitsCleared: 2, unitsSilent: 1 });
    const { events } = (await server.ask('GET', '/api/jobs/j1')).body as unknown as JobLog;
    expect(events.at(-1)).to.include({ kind: 'codesCleared', unitsCleared: 2, by: 'Ines Marrow' });
    expect((await clear('clear-2')).body.code).to.equal('JOB_EVENT_MISFIT');
  });

  it('after clearing a standing fault is back at once, another when moving, and one never', async () => {
    await start();
    await keep('s1');
    await clear();
    expect(sheetOf(await read('afterClearing')).slice(3)).to.deep.equal(['P0118', 'P0480 not tested']);
    expect(sheetOf(await read('afterDriving')).slice(3)).to.deep.equal(['P0118', 'P0480']);
  });

  it('tells of codes that stood before how often their self-tests ran and passed since', async () => {
    await start();
    const stood = { unitId: 'A10', code: 'P0217', failureType: null, text: '', status: 8 };
    await keep('s1', [stood, { ...stood, code: 'P0999' }]);
    await clear();
    const { codes } = (await read('afterClearing')).reduce(withProgress, { units: [], codes: [] });
    expect(
      codes.map(({ code, status, selfTest }) => [code, status, selfTest?.failures, selfTest?.passes]),
    ).to.deep.equal([
      ['P0118', 8, 1, 0],
      ['P0480', 80, 0, 0],
      ['P0217', 0, 0, 1],
    ]);
    expect(codes.every((one) => sheetCodeSchema.isValidSync(one))).to.equal(true);
  });

  it('of a code whose self-test has passed is no code of the vehicle', async () => {
    await start();
    const code = { unitId: 'A10', code: 'P0217', failureType: null, text: '' };
    await keep('s1', [
      { ...code, status: 0 },
      { ...code, code: 'P0480', status: 80 },
      { ...code, code: 'P0118', status: 8 },
    ]);
    const [job] = (await server.ask('GET', '/api/jobs')).body as unknown as readonly { readonly vehicleId: string }[];
    const sheet = (await server.ask('GET', `/api/vehicles/${job?.vehicleId}`)).body;
    expect((sheet.codes as readonly { readonly code: string }[]).map((one) => one.code)).to.deep.equal(['P0118']);
  });

  it('told what the units are, which is there on the next visit', async () => {
    server = await aServer(undefined, [rig()]);
    const vehicleId = await takeInVehicle(server);
    const unit = { unitId: 'A10', name: 'engine control unit', answer: 'answered' };
    const sheet = (sheetId: string, takenAtMs: number, identity: object | null) =>
      ({
        sheetId,
        source: 'interface',
        moment: 'asFound',
        takenAtMs,
        units: [{ ...unit, identity }],
        codes: [],
      }) as const;
    await server.ask('POST', '/api/jobs/j1/sheets', sheet('s1', 100, { part: 'LP35-A10-1', serial: 'S1' }));
    await server.ask('POST', '/api/jobs/j1/sheets', sheet('s2', 200, null));
    await appendTo(server.ask, 'j2', takenIn(vehicleId));
    await server.ask('POST', '/api/jobs/j2/sheets', sheet('s3', 300, { part: 'LP35-A10-2' }));
    expect((await server.ask('GET', `/api/vehicles/${vehicleId}`)).body.toldUnits).to.deep.equal([
      { jobId: 'j1', takenAtMs: 100, units: [{ unitId: 'A10', identity: { part: 'LP35-A10-1', serial: 'S1' } }] },
      { jobId: 'j2', takenAtMs: 300, units: [{ unitId: 'A10', identity: { part: 'LP35-A10-2' } }] },
    ]);
  });

  it('of a simulated vehicle is mended by the repair of what is wrong with it, as long as that stands', async () => {
    await start();
    await keep('s1');
    await clear();
    const repaired = (cause: string): NewJobEvent => ({ kind: 'repaired', repair: { ...blankRepair, cause } });
    const [sensor, ground] = [jobEvent(repaired('Sensor B11')), jobEvent(repaired('Ground G7'))];
    await appendTo(server.ask, 'j1', sensor, ground);
    expect(sheetOf(await read('afterClearing'))).to.deep.equal([
      'A10 answered',
      'A20 answered',
      'A40 answered',
      'P0480 not tested',
    ]);
    await appendTo(server.ask, 'j1', jobEvent({ kind: 'repairFailed', repairId: sensor.id, because: 'still hot' }));
    expect(sheetOf(await read('afterClearing')).slice(3)).to.deep.equal(['P0118', 'P0480 not tested']);
  });
});
