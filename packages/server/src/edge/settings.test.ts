import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { StartProblem } from '../db/startProblem.js';
import { readSettings } from './settings.js';

describe('settings from outside', () => {
  const folder = mkdtempSync(join(tmpdir(), 'probe-trail-settings-'));
  const notPem = join(folder, 'empty.pem');
  before(() => writeFileSync(notPem, ''));
  after(() => rmSync(folder, { recursive: true }));

  for (const [name, env, message] of [
    [
      'a port that is a word',
      { PORT: 'http' },
      'PORT is “http”. It must be a whole number from 1 to 65535, such as 4180.',
    ],
    ['a port beyond the ports', { PORT: '70000' }, 'PORT is “70000”'],
    ['port 0', { PORT: '0' }, 'PORT is “0”'],
    ['a port with a sign', { PORT: '-1' }, 'PORT is “-1”'],
    ['an empty port', { PORT: '' }, 'PORT is “”'],
    ['an interface that is no address', { PROBE_TRAIL_INTERFACE: 'the bay' }, 'PROBE_TRAIL_INTERFACE is “the bay”'],
    [
      'an interface beyond the ports',
      { PROBE_TRAIL_INTERFACE: '10.0.0.7:99999' },
      'It can be none, discover, or an address',
    ],
    ['a level of the log that is none', { LOG_LEVEL: 'loud' }, 'LOG_LEVEL is “loud”. It can be fatal'],
    ['half of a certificate', { PROBE_TRAIL_TLS_CERT: notPem }, 'Name both'],
    ['an empty certificate', { PROBE_TRAIL_TLS_CERT: notPem, PROBE_TRAIL_TLS_KEY: notPem }, 'is not a PEM file'],
    [
      'a certificate that is not there',
      { PROBE_TRAIL_TLS_CERT: '/no', PROBE_TRAIL_TLS_KEY: '/no' },
      '/no cannot be read',
    ],
  ] as const)
    it(`with ${name} end the start with a sentence`, () =>
      expect(() => readSettings(env, '/')).to.throw(StartProblem, message));

  it('give the names of this machine and those that were listed', () => {
    const { hosts, proxies, port } = readSettings(
      { PROBE_TRAIL_HOSTS: 'Bay.Fellgate.example, 10.0.0.7', PROBE_TRAIL_PROXIES: '10.0.0.1' },
      '/',
    );
    expect([...hosts]).to.include.members(['localhost', '127.0.0.1', '[::1]', 'bay.fellgate.example', '10.0.0.7']);
    expect([proxies, port]).to.deep.equal([['10.0.0.1'], 4180]);
  });

  it('say where vehicles are found', () => {
    const at = (text: string) => readSettings({ PROBE_TRAIL_INTERFACE: text }, '/').vehicleInterface;
    expect(at('none')).to.equal(undefined);
    expect(at('discover')).to.deep.equal({ host: '255.255.255.255', port: 13_400 });
    expect(at('192.168.8.10')).to.deep.equal({ host: '192.168.8.10', port: 13_400 });
    expect(at('127.0.0.1:4100')).to.deep.equal({ host: '127.0.0.1', port: 4100 });
  });
});
