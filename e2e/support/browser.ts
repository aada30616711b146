import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser } from 'puppeteer-core';

const flags = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-prefers-reduced-motion',
];

/** Debian's Chromium, headless, with a profile of its own. */
export async function openBrowser(): Promise<Browser> {
  return puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    args: flags,
    userDataDir: await mkdtemp(join(tmpdir(), 'probe-trail-browser-')),
  });
}
