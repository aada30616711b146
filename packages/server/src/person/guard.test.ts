import type { AddressInfo } from 'node:net';
import { expect } from 'chai';
import { aServer, type TestServer } from '../testing/aServer.js';
import { rawRequest } from '../testing/rawRequest.js';

const letter = (character: string) => `%${character.charCodeAt(0).toString(16)}`;
const encoded = (text: string) => [...text].map((one) => (/\w/.test(one) ? letter(one) : one)).join('');

/** Ways to write an address so that it may look like another one. */
const spellings: Readonly<Record<string, (path: string) => string>> = {
  plain: (path) => path,
  'one letter encoded': (path) => path.replace('/a', '/%61'),
  'all letters encoded': encoded,
  'upper-case hex': (path) => encoded(path).toUpperCase().replaceAll('%6A', '%6a'),
  'encoded twice': (path) => path.replace('/a', '/%2561'),
  'encoded slash': (path) => path.replace('/api/', '/api%2F'),
  'upper case': (path) => path.replace('/api', '/API'),
  'two slashes': (path) => path.replace('/api/', '//api//'),
  'a dot segment': (path) => path.replace('/api/', '/./api/./'),
  'a way back': (path) => path.replace('/api/', '/x/../api/'),
  'an encoded way back': (path) => path.replace('/api/', '/x/%2e%2e/api/'),
  'matrix parameters': (path) => path.replace('/api', '/api;x=1'),
  'matrix parameters at the end': (path) => `${path};x=1`,
  'a dot at the end': (path) => `${path}.`,
  'a slash at the end': (path) => `${path}/`,
  'a query': (path) => `${path}?x=/api/session`,
  'a fragment': (path) => `${path}#/api/session`,
  'absolute form': (path) => `http://localhost${path}`,
  'absolute form, encoded': (path) => `http://localhost${path.replace('/a', '/%61')}`,
  'a backslash': (path) => path.replace('/api/', '\\api\\'),
  'a tab that is cut': (path) => path.replace('/api', '/a%09pi'),
};

describe('whoever is nobody', () => {
  let server: TestServer;
  let port: number;
  let routes: readonly (readonly [method: string, path: string])[];
  const forAll = new Set(['GET /api/session', 'HEAD /api/session', 'POST /api/session', 'POST /api/people/first']);
  const health = new Set(['GET /api/health', 'HEAD /api/health']);

  before(async () => {
    server = await aServer();
    await server.app.listen({ port: 0, host: '127.0.0.1' });
    port = (server.app.server.address() as AddressInfo).port;
    const { paths } = (await server.asNobody('GET', '/api/openapi.json')).body as {
      paths: Record<string, Record<string, unknown>>;
    };
    routes = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => [method.toUpperCase(), plainOf(path)] as const),
    );
  });
  after(() => server.stop());

  const plainOf = (path: string) => path.replace(/\{\w+\}/g, 'x').replace(/(.)\/$/, '$1');
  const body = JSON.stringify({ name: 'Mal Stray', roles: ['administrator'], password: 'a stranger walks in' });
  const headers = { 'content-type': 'application/json', host: 'localhost', 'x-probe-trail': '1' };

  it('gets nothing from any route, however its address is written', async function () {
    this.timeout(60_000);
    const guarded = routes.filter(
      ([method, path]) => !forAll.has(`${method} ${path}`) && !health.has(`${method} ${path}`),
    );
    expect(guarded.length).to.be.greaterThan(50);
    for (const [method, path] of guarded)
      for (const [how, spell] of Object.entries(spellings)) {
        const sent = method === 'GET' || method === 'HEAD' ? {} : { body };
        const answer = await rawRequest(port, method, spell(path), { headers, ...sent });
        expect(answer.status, `${method} ${spell(path)} (${how})`).to.be.oneOf([400, 401, 404]);
      }
    const people = (await server.ask('GET', '/api/people')).body as unknown as readonly { name: string }[];
    expect(people.map(({ name }) => name)).to.deep.equal(['Ines Marrow']);
  });

  it('is told what an address of the API lacks in the same words, however it is written', async () => {
    for (const path of ['/api/nothing', '/%61pi/nothing', '/api//']) {
      const { status, body: said } = await rawRequest(port, 'GET', path, { headers });
      expect([status, JSON.parse(said).code], path).to.deep.equal([404, 'ROUTE_NOT_FOUND']);
    }
    const broken = await rawRequest(port, 'GET', '/api/%zz', { headers });
    expect([broken.status, JSON.parse(broken.body).code]).to.deep.equal([400, 'REQUEST_INVALID']);
  });

  it('gets the headers of the API with each of its answers', async () => {
    const { headers: sent } = await server.app.inject('/%61pi/health');
    expect(sent['content-security-policy']).to.equal("default-src 'none'; frame-ancestors 'none'");
  });

  it('cannot be let in by forgetting: a route that does not say whom it is for is not registered', async () => {
    const { default: Fastify } = await import('fastify');
    const { guardPlugin } = await import('./guard.js');
    const app = Fastify();
    const { people, sessions } = server.services;
    await app.register(guardPlugin, { people, sessions, sessionSecret: 'a secret of the tests that is long enough' });
    expect(() => app.get('/open', () => 'to all')).to.throw('does not say whom it is for');
    await app.close();
  });
});
