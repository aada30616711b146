import { openBrowser } from '../support/browser.js';
import { silentHorn, writeSteps } from '../support/eightSteps.js';
import { fanNeverRuns, rampIsSlow, walkAsNewcomer } from '../support/newcomer.js';
import { openServer } from '../support/server.js';
import { aUser, tablet } from '../support/user.js';
import { atMost, countAtMost, type Measured } from './measured.js';

/** How often somebody presses, and how long somebody new takes who reads only what is on the screen. */
export async function presses(): Promise<Measured[]> {
  const server = await openServer();
  const browser = await openBrowser();
  const tobi = await aUser(browser, server.url, 'tobi', tablet);
  await tobi.goTo('/');
  await tobi.see('in the workshop');
  const until = (sign: string) => walkAsNewcomer(tobi, fanNeverRuns, sign);
  const checkedIn = await until('Confirm the complaint');
  const codesKept = await until('Every unit');
  const planChosen = await until('First, on the vehicle');
  const causeAccepted = await until('Accepted by Tobi Lunde');
  const all = [checkedIn, codesKept, planChosen, causeAccepted];
  const atRamp = await aUser(browser, server.url, 'tobi', tablet);
  await atRamp.goTo('/');
  await atRamp.see('in the workshop');
  await walkAsNewcomer(atRamp, rampIsSlow, 'First, on the vehicle');
  const groundFound = await walkAsNewcomer(atRamp, rampIsSlow, 'Accepted by Tobi Lunde');
  const ines = await aUser(browser, server.url, 'ines');
  await ines.goTo('/plans');
  await ines.see('Radiator fan never runs');
  const written = await writeSteps(ines, silentHorn);
  await browser.close();
  await server.kill();
  return [
    countAtMost('presses of somebody new to check in a bus', checkedIn.presses, 3),
    countAtMost('presses to confirm the complaint, read all codes and keep them', codesKept.presses, 6),
    countAtMost('presses to choose a plan', planChosen.presses, 4),
    countAtMost('presses from the first step of the fan plan to its cause', causeAccepted.presses, 20),
    countAtMost('presses from the first step of the ramp plan to its cause', groundFound.presses, 20),
    atMost(
      'from a bus that arrives to its cause, by somebody new',
      all.reduce((sum, { minutes }) => sum + minutes, 0),
      3,
      'minutes',
    ),
    countAtMost('presses of the mouse to write a plan of eight steps', written, 155),
  ];
}
