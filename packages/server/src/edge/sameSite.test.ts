import { expect } from 'chai';
import { aServer, type TestServer, testPassword } from '../testing/aServer.js';

describe('a request from another site', () => {
  let server: TestServer;
  let cookie: string;
  before(async () => {
    server = await aServer();
    cookie = (await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword })).cookie;
  });
  after(() => server.stop());

  const post = async (
    headers: Record<string, string>,
    payload = '{"units":"us","theme":"auto","textSize":"normal"}',
  ) => {
    const answer = await server.app.inject({
      method: 'PATCH',
      url: '/api/session/preferences',
      headers: { cookie, host: 'localhost:4180', ...headers },
      payload,
    });
    return [answer.statusCode, answer.json().code ?? 'ok'];
  };
  const json = { 'content-type': 'application/json' };

  it('from our own page is taken', async () => {
    expect(await post(json)).to.deep.equal([200, 'ok']);
    expect(await post({ ...json, origin: 'http://localhost:4180', 'sec-fetch-site': 'same-origin' })).to.deep.equal([
      200,
      'ok',
    ]);
  });

  for (const [what, headers] of [
    ['another origin', { ...json, origin: 'http://elsewhere.example' }],
    ['another port', { ...json, origin: 'http://localhost:9999' }],
    ['a page without an origin', { ...json, origin: 'null' }],
    ['what the browser calls cross-site', { ...json, 'sec-fetch-site': 'cross-site' }],
    ['a form', { 'content-type': 'text/plain' }],
    ['a form with fields', { 'content-type': 'application/x-www-form-urlencoded' }],
  ] as const)
    it(`from ${what} is refused`, async () => expect(await post(headers)).to.deep.equal([403, 'CROSS_SITE']));

  it('under a name that is not ours is not answered, whatever it asks for', async () => {
    for (const host of ['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example:4180']) {
      const answer = await server.app.inject({ url: '/api/health', headers: { host } });
      expect([answer.statusCode, answer.json().code], host).to.deep.equal([421, 'HOST_UNKNOWN']);
    }
  });
});
