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

/** A folder for a profile: whoever opens a browser on it again finds what was kept there. */
export const newProfile = (): Promise<string> => mkdtemp(join(tmpdir(), 'probe-trail-browser-'));

/** Debian's Chromium, headless, with a profile of its own where none is given. */
export async function openBrowser(profile?: string): Promise<Browser> {
  return puppeteer.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    headless: true,
    args: flags,
    userDataDir: profile ?? (await newProfile()),
  });
}
