import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { aServer, type TestServer, testPassword } from '../testing/aServer.js';
import { largestPhoto } from './index.js';

// The smallest whole PNG: one pixel.
const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
  'base64',
);

describe('photos over HTTP', () => {
  let server: TestServer;
  let cookie: string;
  before(async () => {
    server = await aServer();
    cookie = (await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword })).cookie;
  });
  after(() => server.stop());

  const send = async (bytes: Buffer, name = 'photo.jpg') => {
    const form = new FormData();
    form.append('photo', new Blob([bytes]), name);
    const request = new Request('http://test', { method: 'POST', body: form });
    return server.app.inject({
      method: 'POST',
      url: '/api/photos',
      headers: { cookie, 'x-probe-trail': '1', 'content-type': request.headers.get('content-type') ?? '' },
      payload: Buffer.from(await request.arrayBuffer()),
    });
  };

  it('keeps a picture under its content, once, and gives it back', async () => {
    const [first, second] = [(await send(png)).json(), (await send(png, 'other.png')).json()];
    expect(first.photoId).to.match(/^[0-9a-f]{64}$/);
    expect(second).to.deep.equal(first);
    const back = await server.app.inject({ url: `/api/photos/${first.photoId}`, headers: { cookie } });
    expect(back.headers['content-type']).to.equal('image/png');
    expect(back.rawPayload.equals(png)).to.equal(true);
  });

  it('refuses a file that says it is a picture and is not', async () => {
    const answer = await send(Buffer.from('<script>alert(1)</script>'), 'photo.jpg');
    expect([answer.statusCode, answer.json().code]).to.deep.equal([415, 'PHOTO_INVALID']);
    expect(answer.json().detail).to.include('“photo.jpg” is not a picture');
  });

  it('refuses a photo of 40 MB with a sentence, and keeps nothing of it', async () => {
    const answer = await send(Buffer.concat([png, Buffer.alloc(40 * 1024 * 1024)]));
    expect([answer.statusCode, answer.json().code]).to.deep.equal([413, 'REQUEST_TOO_LARGE']);
    expect(largestPhoto).to.be.lessThan(40 * 1024 * 1024);
  });

  it('keeps one picture that many send at once, once', async () => {
    const picture = Buffer.concat([png, Buffer.from('at once')]);
    const answers = await Promise.all(Array.from({ length: 12 }, () => send(picture)));
    expect(new Set(answers.map(({ statusCode, body }) => `${statusCode} ${body}`)).size).to.equal(1);
    expect(
      readdirSync(join(server.folder, 'photos'), { recursive: true }).filter((name) => String(name).includes('.part')),
    ).to.deep.equal([]);
  });

  it('refuses a picture whose header says that it is as large as a wall', async () => {
    const wall = Buffer.from(png);
    wall.writeUInt32BE(50_000, 16);
    wall.writeUInt32BE(50_000, 20);
    const answer = await send(wall);
    expect([answer.statusCode, answer.json().code]).to.deep.equal([415, 'PHOTO_INVALID']);
    expect(answer.json().detail).to.include('50000 × 50000');
  });

  for (const [what, payload] of [
    ['that ends in the middle', '--x\r\ncontent-disposition: form-data; name="photo"; filename="a.png"\r\n\r\nabc'],
    ['without any part', '--x--\r\n'],
    ['that is no form', 'nothing of the kind'],
    ['with a part without a name', '--x\r\n\r\nabc\r\n--x--\r\n'],
  ] as const)
    it(`refuses a form ${what}`, async () => {
      const answer = await server.app.inject({
        method: 'POST',
        url: '/api/photos',
        headers: { cookie, 'x-probe-trail': '1', 'content-type': 'multipart/form-data; boundary=x' },
        payload,
      });
      expect([answer.statusCode, answer.json().code]).to.deep.equal([415, 'PHOTO_INVALID']);
    });

  it('shows none to who has signed out, also not from what the browser keeps', async () => {
    const { photoId } = (await send(png)).json();
    const { headers } = await server.app.inject({ url: `/api/photos/${photoId}`, headers: { cookie } });
    expect(headers['cache-control']).to.equal('private, no-cache');
    const again = (withCookie: string) =>
      server.app.inject({
        url: `/api/photos/${photoId}`,
        headers: { cookie: withCookie, 'if-none-match': String(headers.etag) },
      });
    expect((await again(cookie)).statusCode).to.equal(304);
    expect((await again('')).statusCode).to.equal(401);
  });

  it('gives nothing for an id that was guessed', async () => {
    expect((await server.ask('GET', `/api/photos/${'0'.repeat(64)}`)).body.code).to.equal('PHOTO_NOT_FOUND');
    expect((await server.ask('GET', '/api/photos/..%2F..%2Fprobe-trail.db')).body.code).to.equal('REQUEST_INVALID');
  });
});
