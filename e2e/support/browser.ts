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

// What a screen reader is told is kept up to date, also of what is scrolled away: the stories find things by it.
const forReaders = '--force-renderer-accessibility';

/** Debian's Chromium without its window, with a profile for the while where none is given. */
export const openBrowser = (profile?: string): Promise<Browser> =>
  launch(process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell', 'shell', [...flags, forReaders], profile);

/** The whole of it, without what is kept for screen readers, as most people have it: for measuring. */
export const openSeenBrowser = (profile?: string): Promise<Browser> =>
  launch('/usr/bin/chromium', true, flags, profile);

async function launch(
  executablePath: string,
  headless: true | 'shell',
  args: string[],
  profile: string | undefined,
): Promise<Browser> {
  return puppeteer.launch({
    executablePath,
    headless,
    args,
    // Without one, a folder is made for it and removed when it closes.
    ...(profile === undefined ? {} : { userDataDir: profile }),
  });
}
