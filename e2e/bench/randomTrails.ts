import { randomTrails } from '../simulation/randomTrails';
import { openServer } from '../support/server.js';
import { atLeast, type Measured } from './measured.js';

const count = 1000;
const killEvery = 50;

/** The full size of the property that `npm test` runs small: it throws where one trail breaks it. */
export async function randomTrailCount(): Promise<Measured[]> {
  const server = await openServer();
  const { trails, events, refused, reloads, kills } = await randomTrails(server, count, killEvery);
  await server.kill();
  return [
    {
      ...atLeast('random trails, two devices each, in agreement with the server', trails, count, ''),
      value: `${trails} trails: ${events} events, ${refused} refused and known, ${reloads} reloads, ${kills} server kills`,
    },
  ];
}
