import { mkdtemp, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import type { User } from './user.js';

/** Keeps what this person takes out. @returns the folder it comes into */
export async function keepDownloads({ page }: User): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'probe-trail-taken-out-'));
  const client = await page.createCDPSession();
  await client.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
    browserContextId: page.browserContext().id ?? '',
  });
  return folder;
}

/** The bytes of a file that is still being written, once it ends as it should. */
export async function untilRead(file: string, ending: string): Promise<Buffer> {
  for (let tries = 0; tries < 100; tries += 1) {
    const bytes = await readFile(file).catch(() => Buffer.of());
    if (bytes.toString('latin1').trimEnd().endsWith(ending)) return bytes;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return expect.fail(`${file} was not written`);
}
