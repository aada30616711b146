import { rm } from 'node:fs/promises';
import { demoWorldVariable, openServer } from './server.js';

/** Loads the demo world once; each story's server begins with a copy of its folder. */
export async function mochaGlobalSetup(): Promise<void> {
  const server = await openServer();
  await server.stop();
  process.env[demoWorldVariable] = server.folder;
}

export async function mochaGlobalTeardown(): Promise<void> {
  const folder = process.env[demoWorldVariable];
  if (folder) await rm(folder, { recursive: true, force: true });
}
