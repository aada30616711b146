import { existsSync, readFileSync, statSync, symlinkSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { expect } from 'chai';
import { openLog } from './openLog.js';

describe('the log file', () => {
  let folder: string;
  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-log-'));
  });
  afterEach(() => rm(folder, { recursive: true }));

  it('is begun anew when it is large; the full ones are kept beside it, but not without end', async () => {
    const file = join(folder, 'server.log');
    const log = openLog(file, 'info', { largestFile: 2000, lookEveryMs: 5 });
    for (let at = 0; at < 400; at += 1) {
      log.logger.info({ at, text: 'x'.repeat(100) }, 'a line');
      if (at % 20 === 0) await delay(12);
    }
    await delay(60);
    log.close();
    expect(existsSync(`${file}.1`) && existsSync(`${file}.3`)).to.equal(true);
    expect(existsSync(`${file}.4`)).to.equal(false);
    expect(statSync(file).mode & 0o077).to.equal(0);
    expect(readFileSync(`${file}.1`, 'utf8')).to.include('a line');
  });

  it('on a full disk loses its lines, and nothing else', async () => {
    const file = join(folder, 'server.log');
    symlinkSync('/dev/full', file);
    const log = openLog(file, 'info');
    for (let at = 0; at < 50; at += 1) log.logger.info({ text: 'x'.repeat(5000) }, 'nobody will read this');
    await delay(50);
    log.close();
    expect(statSync(file).size).to.equal(0);
  });
});
