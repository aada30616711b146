import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { expect } from 'chai';
import Fastify, { type FastifyInstance } from 'fastify';
import { webPlugin } from './index.js';

describe('the built interface', () => {
  let folder: string;
  let app: FastifyInstance;
  before(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-web-'));
    await mkdir(join(folder, 'assets'));
    await writeFile(join(folder, 'index.html'), '<title>the interface</title>');
    await writeFile(join(folder, 'assets', 'map-1a2b.js'), 'drawTheMap();');
    await writeFile(join(folder, 'assets', 'map-1a2b.js.gz'), gzipSync('drawTheMap();'));
    app = Fastify();
    await app.register(webPlugin, { folder, hasTls: false });
  });
  after(async () => {
    await app.close();
    await rm(folder, { recursive: true });
  });

  it('opens at any address that is not the API’s', async () => {
    const { body, headers } = await app.inject('/plans/radiator-fan/edit');
    expect(body).to.equal('<title>the interface</title>');
    expect(headers['content-security-policy']).to.include("default-src 'self'");
  });

  it('sends what was compressed when it was built, to be kept for good', async () => {
    const { rawPayload, headers } = await app.inject({
      url: '/assets/map-1a2b.js',
      headers: { 'accept-encoding': 'gzip' },
    });
    expect(gunzipSync(rawPayload).toString()).to.equal('drawTheMap();');
    expect([headers['content-type'], headers['content-encoding']]).to.deep.equal([
      'application/javascript; charset=utf-8',
      'gzip',
    ]);
    expect(headers['cache-control']).to.include('immutable');
  });

  it('sends it plain to whoever takes nothing else', async () => {
    const { body, headers } = await app.inject({ url: '/assets/map-1a2b.js', headers: { 'accept-encoding': '' } });
    expect([body, headers['content-encoding']]).to.deep.equal(['drawTheMap();', undefined]);
  });
});
