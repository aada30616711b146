import { rm } from 'node:fs/promises';
import type { Browser } from 'puppeteer-core';
import { openBrowser } from './browser.js';
import { openServer, type RunningServer } from './server.js';

/** A server with the demo world and a browser, for the tests of one story. */
export interface World {
  server: RunningServer;
  browser: Browser;
}

/** Opens a world before the tests of a `describe`, and closes it after them. */
export function useWorld(): World {
  const world = {} as World;
  before(async () => {
    world.server = await openServer();
    world.browser = await openBrowser();
  });
  after(async () => {
    await world.browser.close();
    await world.server.kill();
    await rm(world.server.folder, { recursive: true, force: true });
  });
  return world;
}
