import { createHash } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { recordingOf, writeRecording } from '@probe-trail/core/recording';
import { expect } from 'chai';
import { takeInVehicle } from '../testing/aJob.js';
import { aServer, type TestServer, testPassword } from '../testing/aServer.js';

const boost = { key: 'A10.boost', name: 'boost pressure', unitName: 'engine control unit', unit: 'kPa(abs)' };
const rows = 3000;
const bytes = Buffer.from(
  writeRecording(
    recordingOf(
      1000,
      [boost],
      [
        {
          times: Float64Array.from({ length: rows }, (_, row) => row * 100),
          columns: [Float64Array.from({ length: rows }, (_, row) => 98 + (row % 40))],
        },
      ],
      [],
    ),
  ),
);
const idOf = (content: Buffer) => createHash('sha256').update(content).digest('hex');
const recordingId = idOf(bytes);
const info = {
  kind: 'drive',
  name: 'Test drive',
  startedAtMs: 1000,
  lengthMs: 299_900,
  channels: ['boost pressure'],
  markCount: 0,
  byteCount: bytes.length,
};

describe('recordings of a job', () => {
  let server: TestServer;
  let cookie: string;
  beforeEach(async () => {
    server = await aServer();
    await takeInVehicle(server);
    const signedIn = await server.asNobody('POST', '/api/session', {
      name: 'Ines Marrow',
      password: testPassword,
    });
    cookie = String(signedIn.cookie);
  });
  afterEach(() => server.stop());

  const put = (id = recordingId, more: object = {}) =>
    server.ask('PUT', `/api/jobs/j1/recordings/${id}`, { ...info, ...more });
  const sendPiece = (from: number, piece: Buffer, id = recordingId) =>
    server.app.inject({
      method: 'PUT',
      url: `/api/jobs/j1/recordings/${id}/pieces?from=${from}`,
      headers: { cookie, 'x-probe-trail': '1', 'content-type': 'application/octet-stream' },
      payload: piece,
    });
  const download = () =>
    server.app.inject({ method: 'GET', url: `/api/jobs/j1/recordings/${recordingId}`, headers: { cookie } });

  it('come in pieces, go on where they were after the server was stopped, and come back as they were sent', async () => {
    expect((await put()).body).to.deep.equal({ storedBytes: 0 });
    expect((await download()).json()).to.include({ code: 'RECORDING_NOT_FOUND' });
    expect((await sendPiece(0, bytes.subarray(0, 20_000))).json()).to.deep.equal({ storedBytes: 20_000 });
    server = await server.restart();
    expect((await put()).body).to.deep.equal({ storedBytes: 20_000 });
    expect((await sendPiece(20_000, bytes.subarray(20_000))).json()).to.deep.equal({ storedBytes: bytes.length });
    expect((await download()).rawPayload.equals(bytes)).to.equal(true);
    expect((await server.ask('GET', '/api/jobs/j1/recordings')).body).to.deep.equal([
      { ...info, recordingId, addedBy: 'Ines Marrow', storedBytes: bytes.length },
    ]);
  });

  it('take a piece twice, and none that does not follow', async () => {
    await put();
    await sendPiece(0, bytes.subarray(0, 100));
    expect((await sendPiece(0, bytes.subarray(0, 100))).json()).to.deep.equal({ storedBytes: 100 });
    const misplaced = await sendPiece(300, bytes.subarray(300, 400));
    expect([misplaced.statusCode, misplaced.json().code]).to.deep.equal([409, 'RECORDING_PIECE_MISPLACED']);
    expect((await sendPiece(100, Buffer.alloc(bytes.length))).json()).to.include({ code: 'RECORDING_PIECE_MISPLACED' });
    expect((await sendPiece(100, bytes.subarray(100))).json()).to.deep.equal({ storedBytes: bytes.length });
  });

  it('are put away where the whole is not what its name says', async () => {
    const other = idOf(Buffer.from('something else'));
    await put(other);
    const broken = await sendPiece(0, bytes, other);
    expect([broken.statusCode, broken.json().code]).to.deep.equal([422, 'RECORDING_BROKEN']);
    expect((await put(other)).body).to.deep.equal({ storedBytes: 0 });
  });

  it('are of a job that is there, and no larger than they may be', async () => {
    expect((await server.ask('PUT', `/api/jobs/none/recordings/${recordingId}`, info)).status).to.equal(404);
    expect((await put(recordingId, { byteCount: 1e9 })).status).to.equal(400);
    expect((await sendPiece(0, bytes)).json()).to.include({ code: 'RECORDING_NOT_FOUND' });
    await put();
    expect((await sendPiece(0, Buffer.alloc(5 * 1024 * 1024))).statusCode).to.equal(413);
    expect((await server.ask('PUT', `/api/jobs/j1/recordings/${recordingId}/pieces?from=0`, {})).status).to.equal(400);
  });

  it('are kept once, however often a piece comes at the same time', async () => {
    await put();
    const first = await Promise.all([1, 2, 3].map(() => sendPiece(0, bytes.subarray(0, 10_000))));
    expect(first.map((answer) => answer.json())).to.deep.equal(Array(3).fill({ storedBytes: 10_000 }));
    expect((await sendPiece(10_000, bytes.subarray(10_000))).json()).to.deep.equal({ storedBytes: bytes.length });
    const folder = join(server.folder, 'recordings', recordingId.slice(0, 2));
    expect(readdirSync(folder)).to.deep.equal([recordingId]);
  });
});
