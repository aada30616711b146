import { expect } from 'chai';
import { aServer, makeAsk, type TestServer, testPassword } from '../testing/aServer.js';

describe('guessing passwords', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const signIn = async (name: string, password: string, remoteAddress = '10.0.0.1') => {
    const headers = { 'content-type': 'application/json' };
    const payload = { name, password };
    return (await server.app.inject({ method: 'POST', url: '/api/session', payload, headers, remoteAddress }))
      .statusCode;
  };
  const wrong = (count: number, name: string, address?: string) =>
    Promise.all(Array.from({ length: count }, (_, at) => signIn(name, `guess number ${at}`, address)));
  const refused = (answers: readonly number[]) => answers.filter((status) => status === 429).length;

  it('at one name from one address ends after ten, also when all come at once', async () =>
    expect(refused(await wrong(60, 'Ines Marrow'))).to.equal(50));

  it('at many names from one address ends too', async () => {
    const answers: number[] = [];
    for (let at = 0; at < 12; at += 1) answers.push(...(await wrong(9, `Somebody ${at}`)));
    expect(refused(answers)).to.be.at.least(12 * 9 - 60);
    expect(await signIn('Ines Marrow', testPassword)).to.equal(429);
    expect(await signIn('Ines Marrow', testPassword, '10.0.0.2')).to.equal(201);
  });

  it('at one name from many addresses ends too, and filling the table does not undo it', async () => {
    const answers: number[] = [];
    for (let at = 0; at < 12; at += 1) answers.push(...(await wrong(9, 'Ines Marrow', `10.0.1.${at}`)));
    expect(refused(answers)).to.equal(12 * 9 - 60);
    for (let at = 0; at < 60; at += 1) await signIn(`Filler ${at}`, 'guess', `10.0.2.${at}`);
    expect(await signIn('Ines Marrow', testPassword, '10.0.3.1')).to.equal(429);
  });

  it('is not what somebody does who knows theirs: a right one does not count', async () => {
    for (let at = 0; at < 25; at += 1) expect(await signIn('Ines Marrow', testPassword)).to.equal(201);
  });

  it('at one’s own old password ends too', async () => {
    const { cookie } = await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword });
    const change = (current: string) =>
      makeAsk(server.app, cookie)('PUT', '/api/session/password', { current, password: 'quite another one' });
    const answers = [];
    for (let at = 0; at < 14; at += 1) answers.push((await change(`guess ${at}`)).status);
    expect(refused(answers)).to.equal(4);
  });

  for (const [password, code] of [
    ['too short', 'REQUEST_INVALID'],
    ['1234567890', 'PASSWORD_COMMON'],
    ['Password123', 'PASSWORD_COMMON'],
    ['QWERTYUIOP', 'PASSWORD_COMMON'],
    ['aaaaaaaaaaaa', 'PASSWORD_COMMON'],
    ['abcdefghijkl', 'PASSWORD_COMMON'],
  ] as const)
    it(`is made easy by “${password}”, which is not taken`, async () => {
      const admin = await server.as('administrator');
      const added = await admin('POST', '/api/people', { name: 'Hanna Creek', roles: ['technician'], password });
      expect(added.body.code).to.equal(code);
    });

  it('and names that look alike are told apart from the start: the second is not taken', async () => {
    const admin = await server.as('administrator');
    const add = async (name: string) =>
      (await admin('POST', '/api/people', { name, roles: ['technician'], password: 'the van is green' })).body;
    expect((await add('Іnes Marrow')).detail).to.include('looks like Ines Marrow');
    expect((await add('Hanna Créek'.normalize('NFD'))).name).to.equal('Hanna Créek'.normalize('NFC'));
    expect((await add('Hanna Creek')).detail).to.include('looks like');
  });
});
