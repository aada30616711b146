import type { AddressInfo } from 'node:net';
import { expect } from 'chai';
import { appendTo, jobEvent, takeInVehicle } from '../testing/aJob.js';
import { aServer, makeAsk, releaseSmallPlan, smallWalk, type TestServer, testPassword } from '../testing/aServer.js';
import { askTrails } from '../testing/askTrails.js';

describe('what is sent to a trail or a job', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
    await releaseSmallPlan(server);
  });
  afterEach(() => server.stop());

  const { append, log, lines } = askTrails(() => server);

  it('with one entry twice in a request is taken once, and the trail goes on', async () => {
    const [opened, reading, outcome, end] = smallWalk();
    expect(
      (await append([opened as object, opened as object, reading as object, reading as object])).body,
    ).to.deep.equal({ eventCount: 2 });
    expect((await append([outcome as object, end as object])).status).to.equal(200);
    expect(await log()).to.deep.equal(smallWalk());
    const restarted = await server.restart();
    server = restarted;
    expect((await append(smallWalk())).body).to.deep.equal({ eventCount: 4 });
  });

  it('with two entries of one id that differ is refused', async () => {
    const [opened] = smallWalk();
    const { body } = await append([opened as object, { ...opened, complaint: 'Something else' }]);
    expect([body.code, body.detail]).to.deep.equal([
      'EVENT_MISFIT',
      'Two entries have the id “e0”. Nothing was saved.',
    ]);
  });

  it('bears the name of who recorded it, and of who sent it where that is somebody else', async () => {
    const technician = await server.as('technician');
    const { status } = await technician('POST', '/api/trails/t1/events', { events: smallWalk() });
    expect(status).to.equal(200);
    expect((await log()).map(({ by, sentBy }) => [by, sentBy])).to.deep.equal(
      smallWalk().map(() => ['Ines Marrow', 'A technician']),
    );
  });

  it('cannot say by itself who sent it', async () => {
    await append([{ ...smallWalk()[0], sentBy: 'Somebody' }]);
    expect((await log())[0]).to.not.have.property('sentBy');
  });

  it('in the name of nobody who works here is refused; in a former name it still arrives', async () => {
    const { body } = await append([{ ...smallWalk()[0], by: 'Nobody Here' }]);
    expect([body.code, body.detail]).to.deep.equal([
      'EVENT_MISFIT',
      'Nobody here is called “Nobody Here”. Nothing was saved.',
    ]);
    const admin = await server.as('administrator');
    await admin('PUT', '/api/people/Ines-Marrow', { name: 'Ines Marrow-Creek', roles: ['author'], isDisabled: false });
    expect((await append(smallWalk())).status).to.equal(200);
    expect((await log())[0]).to.include({ by: 'Ines Marrow', sentBy: 'Ines Marrow-Creek' });
  });

  it('speaks of no picture, job or sheet that is not there', async () => {
    const photo = {
      kind: 'photoAdded',
      id: 'p1',
      atMs: 2000,
      by: 'Ines Marrow',
      stepId: 'rest',
      photoId: '0'.repeat(64),
      caption: '',
      marks: [],
    };
    expect((await append([smallWalk()[0] as object, photo])).body.code).to.equal('PHOTO_NOT_FOUND');
    expect((await append([{ ...smallWalk()[0], jobId: 'gone' }], 't2')).body.code).to.equal('JOB_NOT_FOUND');
    await takeInVehicle(server);
    for (const event of [
      jobEvent({ kind: 'sheetKept', sheetId: 's1', moment: 'asFound' }),
      jobEvent({ kind: 'codesCleared', unitsCleared: 3, unitsSilent: 0 }),
      jobEvent({ kind: 'entryVoided', entryId: 'job-event-1', reason: 'To hide it' }),
    ])
      expect((await appendTo(server.ask, 'j1', event)).body.code, event.kind).to.be.oneOf([
        'NOT_FROM_OUTSIDE',
        'FORBIDDEN',
      ]);
    const voided = {
      kind: 'entryVoided',
      id: 'v1',
      atMs: 2000,
      by: 'Ines Marrow',
      entryId: 'e0',
      reason: 'To hide it',
    };
    expect((await append([smallWalk()[0] as object, voided], 't3')).body.code).to.equal('EVENT_MISFIT');
  });

  describe('and voided by an administrator', () => {
    const voidEntry = async (of: string, entryId: string) =>
      (await server.as('administrator'))('POST', `/api/${of}/void`, { entryId, reason: 'The clock was wrong' });

    it('stays in the log, and counts no more', async () => {
      await append(smallWalk());
      expect((await voidEntry('trails/t1', 'e3')).body).to.deep.equal({ eventCount: 5 });
      expect((await log()).map(({ kind }) => kind)).to.deep.equal([
        'opened',
        'readingEntered',
        'outcomeTaken',
        'concluded',
        'entryVoided',
      ]);
      expect((await lines())[0]).to.include({ concludedWith: null });
      const again = { ...smallWalk()[3], id: 'e4' };
      expect((await append([again])).status).to.equal(200);
      expect((await lines())[0]).to.include({ concludedWith: 'Battery is flat' });
    });

    it('takes what hung on it along', async () => {
      await append(smallWalk());
      await voidEntry('trails/t1', 'e1');
      expect((await lines())[0]).to.include({ concludedWith: null, atStep: 'Battery at rest' });
    });

    it('at its opening, the whole trail is listed no more and takes nothing more', async () => {
      await append(smallWalk().slice(0, 1));
      await voidEntry('trails/t1', 'e0');
      expect(await lines()).to.deep.equal([]);
      expect((await append(smallWalk())).body.detail).to.include('voided this trail');
      expect((await voidEntry('trails/t1', 'e0')).status).to.equal(409);
      expect((await voidEntry('trails/t1', 'e9')).status).to.equal(404);
    });

    it('in a job, is neither listed nor found; at its arrival, the job is off the board', async () => {
      await takeInVehicle(server);
      const noted = jobEvent({ kind: 'noted', text: 'Left tyre is worn', isSideFinding: true });
      await appendTo(server.ask, 'j1', noted);
      await voidEntry('jobs/j1', noted.id);
      const { body } = await server.ask('GET', '/api/search?words=tyre');
      expect(body).to.deep.equal({ hits: [] });
      const arrival = ((await server.ask('GET', '/api/jobs/j1')).body.events as readonly { id: string }[])[0];
      await voidEntry('jobs/j1', arrival?.id ?? '');
      expect((await server.ask('GET', '/api/jobs')).body).to.deep.equal([]);
      expect(
        (await appendTo(server.ask, 'j1', jobEvent({ kind: 'chargerSet', isConnected: true }))).body.detail,
      ).to.include('voided this job');
    });
  });

  describe('followed live', () => {
    const endings = {
      'signs out': (cookie: string) => makeAsk(server.app, cookie)('DELETE', '/api/session'),
      'signs out everywhere': (cookie: string) => makeAsk(server.app, cookie)('DELETE', '/api/session/everywhere'),
      'takes a new password': (cookie: string) =>
        makeAsk(server.app, cookie)('PUT', '/api/session/password', {
          current: testPassword,
          password: 'quite another one',
        }),
      'is disabled': async () =>
        (await server.as('administrator'))('PUT', '/api/people/Ines-Marrow', {
          name: 'Ines Marrow',
          roles: ['author'],
          isDisabled: true,
        }),
      'is given a new password': async () =>
        (await server.as('administrator'))('PUT', '/api/people/Ines-Marrow/password', {
          password: 'quite another one',
        }),
    };

    for (const [what, ending] of Object.entries(endings))
      it(`ends when its reader ${what}`, async () => {
        await append(smallWalk());
        const { cookie } = await server.asNobody('POST', '/api/session', {
          name: 'Ines Marrow',
          password: testPassword,
        });
        await server.app.listen({ port: 0, host: '127.0.0.1' });
        const { port } = server.app.server.address() as AddressInfo;
        const answer = await fetch(`http://127.0.0.1:${port}/api/trails/t1/live?seen=0`, { headers: { cookie } });
        const reader = answer.body?.getReader();
        await reader?.read();
        await ending(cookie);
        for (let piece = await reader?.read(); piece && !piece.done; ) piece = await reader?.read();
        expect((await fetch(`http://127.0.0.1:${port}/api/trails`, { headers: { cookie } })).status).to.equal(401);
      });
  });
});
