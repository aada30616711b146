import { readFileSync } from 'node:fs';
import { httpStatus, problemTitles } from '@probe-trail/core/problem';
import { expect } from 'chai';
import { aServer, type TestServer } from './testing/aServer.js';

describe('the server', () => {
  let server: TestServer;
  before(async () => {
    server = await aServer();
  });
  after(() => server.stop());

  it('describes every route with the schemas that check it', async () => {
    const { body } = await server.ask('GET', '/api/openapi.json');
    const paths = body.paths as Record<string, Record<string, { requestBody?: unknown }>>;
    expect(Object.keys(paths)).to.include.members([
      '/api/plans/',
      '/api/plans/{planId}/draft',
      '/api/trails/{trailId}/events',
      '/api/people/',
    ]);
    expect(JSON.stringify(paths['/api/trails/{trailId}/events'])).to.include('readingEntered');
  });

  it('sends headers that keep foreign script and frames out', async () => {
    const { headers } = await server.app.inject('/api/health');
    expect(headers['content-security-policy']).to.equal("default-src 'none'; frame-ancestors 'none'");
    expect(headers['x-content-type-options']).to.equal('nosniff');
  });

  it('says in problem+json that there is nothing at an address', async () => {
    const { status, body, type } = await server.ask('GET', '/api/nothing');
    expect([status, body.code, type]).to.deep.equal([
      404,
      'ROUTE_NOT_FOUND',
      'application/problem+json; charset=utf-8',
    ]);
  });

  it('says that a body is not JSON', async () => {
    const response = await server.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: '{"name":',
      headers: { 'content-type': 'application/json' },
    });
    expect([response.statusCode, response.json().code]).to.deep.equal([400, 'REQUEST_INVALID']);
  });

  it('documents every problem code, with its status and title', () => {
    const documented = readFileSync(new URL('../../../docs/problems.md', import.meta.url), 'utf8');
    const rows = [...documented.matchAll(/^\| `([A-Z_]+)` \| (\d+) \| (.*) \|$/gm)].map(([, code, status, title]) => [
      code,
      Number(status),
      title,
    ]);
    const inCode = Object.entries(httpStatus).map(([code, status]) => [
      code,
      status,
      problemTitles[code as keyof typeof problemTitles],
    ]);
    expect(rows).to.deep.equal(inCode);
  });
});
