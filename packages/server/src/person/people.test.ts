import { type Role, roleNames } from '@probe-trail/core/person';
import { expect } from 'chai';
import { aServer, makeAsk, type TestServer, testPassword, testSetupToken } from '../testing/aServer.js';

describe('people and sessions', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const signIn = (name: string, password = testPassword) => server.asNobody('POST', '/api/session', { name, password });
  const who = async (cookie: string) =>
    (await makeAsk(server.app, cookie)('GET', '/api/session')).body.person as { name?: string } | null;

  it('signs in with name and password, and knows who it is from then on', async () => {
    const { status, cookie } = await signIn('Ines Marrow');
    expect(status).to.equal(201);
    expect((await who(cookie))?.name).to.equal('Ines Marrow');
    expect(await who('')).to.equal(null);
  });

  it('sets a cookie that script cannot read and other sites cannot send', async () => {
    const payload = { name: 'Ines Marrow', password: testPassword };
    const response = await server.app.inject({ method: 'POST', url: '/api/session', payload });
    expect(String(response.headers['set-cookie']))
      .to.match(/HttpOnly/)
      .and.match(/SameSite=(?:Strict|Lax)/);
  });

  it('never sends the hash of a password', async () => {
    const { body } = await server.ask('GET', '/api/people');
    expect(JSON.stringify(body)).to.include('Ines Marrow').and.not.include('argon2');
  });

  it('refuses a wrong password and an unknown name alike', async () => {
    const [wrong, unknown] = [await signIn('Ines Marrow', 'wrong password'), await signIn('Nobody Here')];
    expect([wrong.status, wrong.body.code]).to.deep.equal([401, 'SIGN_IN_FAILED']);
    expect(unknown.body).to.deep.equal(wrong.body);
  });

  it('does not answer 200 wrong passwords, and lets others in meanwhile', async () => {
    const answers = [];
    for (let tries = 0; tries < 200; tries += 1) answers.push(await signIn('Hanna Creek', `guess number ${tries}`));
    expect(answers.filter(({ status }) => status === 401)).to.have.length(10);
    const last = answers.at(-1);
    expect([last?.status, last?.body.code]).to.deep.equal([429, 'TOO_MANY_TRIES']);
    expect(last?.body.detail).to.include('Wait');
    expect((await signIn('Ines Marrow')).status).to.equal(201);
  });

  it('a cookie that was stolen is worth nothing after signing out', async () => {
    const { cookie } = await signIn('Ines Marrow');
    expect((await makeAsk(server.app, cookie)('DELETE', '/api/session')).status).to.equal(204);
    expect(await who(cookie)).to.equal(null);
    expect((await makeAsk(server.app, cookie)('GET', '/api/plans')).status).to.equal(401);
  });

  it('a cookie that somebody made up, or signed otherwise, is nobody’s', async () => {
    const { cookie } = await signIn('Ines Marrow');
    expect(await who(`${cookie}x`)).to.equal(null);
    expect(await who('probe-trail-session=made-up.signature')).to.equal(null);
  });

  it('signs out at every browser', async () => {
    const [one, other] = [(await signIn('Ines Marrow')).cookie, (await signIn('Ines Marrow')).cookie];
    await makeAsk(server.app, one)('DELETE', '/api/session/everywhere');
    expect([await who(one), await who(other)]).to.deep.equal([null, null]);
  });

  it('stays signed in over a restart', async () => {
    const { cookie } = await signIn('Ines Marrow');
    server = await server.restart();
    expect((await who(cookie))?.name).to.equal('Ines Marrow');
  });

  it('a new password of one’s own needs the old one, and signs out the other browsers', async () => {
    const [here, there] = [(await signIn('Ines Marrow')).cookie, (await signIn('Ines Marrow')).cookie];
    const change = (current: string) =>
      server.app.inject({
        method: 'PUT',
        url: '/api/session/password',
        headers: { cookie: here },
        payload: { current, password: 'another one' },
      });
    expect((await change('wrong')).statusCode).to.equal(401);
    const changed = await change(testPassword);
    expect(changed.statusCode).to.equal(204);
    expect(await who(there)).to.equal(null);
    expect((await who(String(changed.headers['set-cookie']).split(';')[0] ?? ''))?.name).to.equal('Ines Marrow');
    expect((await signIn('Ines Marrow', 'another one')).status).to.equal(201);
  });

  it('keeps how somebody wants to see things', async () => {
    for (const change of [{ units: 'us' }, { theme: 'night' }, { textSize: 'large' }])
      expect((await server.ask('PATCH', '/api/session/preferences', change)).status).to.equal(200);
    const preferences = { units: 'us', theme: 'night', textSize: 'large' };
    expect((await server.ask('GET', '/api/session')).body.person).to.deep.include({ preferences });
    for (const wrong of [{ units: null }, { theme: 'dusk' }, { sound: 'loud' }])
      expect((await server.ask('PATCH', '/api/session/preferences', wrong)).status).to.equal(400);
    expect((await server.ask('GET', '/api/session')).body.person).to.deep.include({ preferences });
  });

  describe('managed by an administrator', () => {
    it('adds somebody, disables them, and gives a new password', async () => {
      const admin = await server.as('administrator');
      const hanna = { name: 'Hanna Creek', roles: ['technician'] };
      const added = await admin('POST', '/api/people', { ...hanna, password: testPassword });
      expect(added.status).to.equal(201);
      expect((await admin('POST', '/api/people', { ...hanna, password: testPassword })).body.code).to.equal(
        'PERSON_EXISTS',
      );
      const { cookie } = await signIn('Hanna Creek');
      await admin('PUT', `/api/people/${added.body.id}/password`, { password: 'fresh password' });
      expect(await who(cookie)).to.equal(null);
      const again = (await signIn('Hanna Creek', 'fresh password')).cookie;
      await admin('PUT', `/api/people/${added.body.id}`, { ...hanna, isDisabled: true });
      expect(await who(again)).to.equal(null);
      expect((await signIn('Hanna Creek', 'fresh password')).body.code).to.equal('SIGN_IN_FAILED');
    });

    it('does not let the last administrator go', async () => {
      const admin = await server.as('administrator');
      const change = { name: 'A administrator', roles: ['technician'], isDisabled: false };
      expect((await admin('PUT', '/api/people/A-administrator', change)).body.code).to.equal('LAST_ADMINISTRATOR');
    });

    it('says that there is nobody with an id that was guessed', async () => {
      const admin = await server.as('administrator');
      expect((await admin('PUT', '/api/people/guessed/password', { password: testPassword })).body.code).to.equal(
        'PERSON_NOT_FOUND',
      );
    });
  });
});

describe('the first start', () => {
  let server: TestServer;
  before(async () => {
    server = await aServer();
    await server.database.client.executeMultiple('DELETE FROM session; DELETE FROM person;');
  });
  after(() => server.stop());

  it('asks for the first person, who may do everything, once', async () => {
    const first = { name: 'Ines Marrow', password: testPassword, token: testSetupToken };
    expect((await server.asNobody('GET', '/api/session')).body).to.include({ needsFirstPerson: true });
    const answers = await Promise.all([
      server.asNobody('POST', '/api/people/first', first),
      server.asNobody('POST', '/api/people/first', { ...first, name: 'Tobi Lunde' }),
    ]);
    expect(answers.map(({ status }) => status).sort()).to.deep.equal([201, 409]);
    expect((await server.asNobody('GET', '/api/session')).body).to.include({ needsFirstPerson: false });
  });
});

describe('every route', () => {
  let server: TestServer;
  const asks = new Map<Role, Awaited<ReturnType<TestServer['as']>>>();
  before(async () => {
    server = await aServer();
    for (const role of roleNames) asks.set(role, await server.as(role));
  });
  after(() => server.stop());

  const body = { anything: true };
  const guarded = [
    ['POST', '/api/plans', ['author']],
    ['POST', '/api/plans/x/draft', ['author']],
    ['PUT', '/api/instruments/x', ['author', 'administrator']],
    ['PUT', '/api/plans/x/draft', ['author']],
    ['POST', '/api/plans/x/draft/release', ['author']],
    ['POST', '/api/plans/x/draft/review', ['author']],
    ['POST', '/api/plans/x/draft/back', ['author']],
    ['POST', '/api/plans/x/draft/approve', ['author']],
    ['POST', '/api/plans/x/retire', ['author']],
    ['POST', '/api/plans/x/restore', ['author']],
    ['POST', '/api/plans/x/comments', ['author']],
    ['PUT', '/api/plans/x/comments/x', ['author']],
    ['PUT', '/api/plans/x/remarks/x', ['author']],
    ['PUT', '/api/circuits/x', ['author']],
    ['DELETE', '/api/circuits/x', ['author']],
    ['PUT', '/api/library/cards/x', ['author']],
    ['DELETE', '/api/library/cards/x', ['author']],
    ['PUT', '/api/lines', ['author']],
    ['POST', '/api/trails/x/events', ['author', 'technician']],
    ['POST', '/api/jobs/x/events', ['author', 'technician', 'adviser']],
    ['POST', '/api/jobs/x/void', ['administrator']],
    ['POST', '/api/trails/x/void', ['administrator']],
    ['POST', '/api/jobs/x/sheets', ['author', 'technician']],
    ['POST', '/api/jobs/x/interface/reading', ['author', 'technician']],
    ['POST', '/api/jobs/x/interface/clearing', ['author', 'technician']],
    ['POST', '/api/jobs/x/instruments/reading', ['author', 'technician']],
    ['POST', '/api/jobs/x/instruments/capture', ['author', 'technician']],
    ['POST', '/api/jobs/x/interface/acting', ['author', 'technician']],
    ['POST', '/api/jobs/x/interface/routine', ['author', 'technician']],
    ['PUT', '/api/jobs/x/interface/acting/x', ['author', 'technician']],
    ['DELETE', '/api/jobs/x/interface/acting/x', ['author', 'technician']],
    ['DELETE', '/api/jobs/x/interface/acting', ['author', 'technician']],
    ['PUT', '/api/jobs/x/recordings/x', ['author', 'technician']],
    ['PUT', '/api/jobs/x/recordings/x/pieces', ['author', 'technician']],
    ['POST', '/api/photos', ['author', 'technician', 'adviser', 'administrator']],
    ['PUT', '/api/workshop', ['administrator']],
    ['POST', '/api/vehicles', ['author', 'technician', 'adviser', 'administrator']],
    ['PUT', '/api/vehicles/x', ['author', 'technician', 'adviser', 'administrator']],
    ['POST', '/api/vehicles/x/odometer', ['author', 'technician', 'adviser', 'administrator']],
    ['POST', '/api/people', ['administrator']],
    ['PUT', '/api/people/x', ['administrator']],
    ['PUT', '/api/people/x/password', ['administrator']],
  ] as const;

  for (const [method, url, allowed] of guarded)
    it(`${method} ${url} is for ${allowed.join(', ')} alone`, async () => {
      expect((await server.asNobody(method, url, body)).status).to.equal(401);
      for (const role of roleNames) {
        const answer = await asks.get(role)?.(method, url, body);
        if (allowed.some((one) => one === role)) expect(answer?.status, role).to.not.be.oneOf([401, 403]);
        else expect([answer?.status, answer?.body.code], role).to.deep.equal([403, 'FORBIDDEN']);
      }
    });

  for (const url of [
    '/api/plans',
    '/api/trails',
    '/api/jobs',
    '/api/vehicles',
    '/api/lines',
    '/api/instruments',
    '/api/plans/x/remarks',
    '/api/plans/x/comments',
    '/api/plans/x/versions',
    '/api/circuits',
    '/api/library/cards',
    '/api/library/usages?of=pin&what=C31',
    '/api/people',
    '/api/search?words=x',
    '/api/photos/x',
  ])
    it(`GET ${url} needs somebody who is signed in`, async () =>
      expect((await server.asNobody('GET', url)).status).to.equal(401));

  it('that changes something is in the list above, or is one’s own', async () => {
    const { body: openapi } = await server.asNobody('GET', '/api/openapi.json');
    const paths = openapi.paths as Record<string, Record<string, unknown>>;
    const changing = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods)
        .filter((method) => method !== 'get' && method !== 'head')
        .map((method) => `${method.toUpperCase()} ${path.replace(/\{\w+\}/g, 'x').replace(/\/$/, '')}`),
    );
    const known = guarded.map(([method, url]) => `${method} ${url}`);
    const own = changing.filter((route) => !known.includes(route));
    expect(own.sort()).to.deep.equal([
      'DELETE /api/session',
      'DELETE /api/session/everywhere',
      'PATCH /api/session/preferences',
      'POST /api/people/first',
      'POST /api/session',
      'PUT /api/session/password',
    ]);
  });
});
