import type { Browser } from 'puppeteer-core';
import { openBrowser } from '../support/browser.js';
import { silentHorn, writeSteps } from '../support/eightSteps.js';
import { fanNeverRuns, rampIsSlow, walkAsNewcomer } from '../support/newcomer.js';
import { openServer } from '../support/server.js';
import { aUser, tablet, type User } from '../support/user.js';
import { atMost, countAtMost, type Measured } from './measured.js';

/** Somebody new at a bus that arrives, in a workshop of its own: both buses are the one that is not there yet. */
async function inWorkshop<Done>(work: (user: User, browser: Browser, url: string) => Promise<Done>): Promise<Done> {
  const server = await openServer();
  const browser = await openBrowser();
  const tobi = await aUser(browser, server.url, 'tobi', tablet);
  await tobi.goTo('/');
  await tobi.see('in the workshop');
  const done = await work(tobi, browser, server.url);
  await browser.close();
  await server.kill();
  return done;
}

/** How often somebody presses, and how long somebody new takes who reads only what is on the screen. */
export async function presses(): Promise<Measured[]> {
  const { all, written } = await inWorkshop(async (tobi, browser, url) => {
    const until = (sign: string) => walkAsNewcomer(tobi, fanNeverRuns, sign);
    const checkedIn = await until('Confirm the complaint');
    const codesKept = await until('Every unit');
    const planChosen = await until('First, on the vehicle');
    const causeAccepted = await until('Accepted by Tobi Lunde');
    const ines = await aUser(browser, url, 'ines');
    await ines.goTo('/plans');
    await ines.see('Radiator fan never runs');
    return {
      all: [checkedIn, codesKept, planChosen, causeAccepted] as const,
      written: await writeSteps(ines, silentHorn),
    };
  });
  const [checkedIn, codesKept, planChosen, causeAccepted] = all;
  const groundFound = await inWorkshop(async (tobi) => {
    await walkAsNewcomer(tobi, rampIsSlow, 'First, on the vehicle');
    return walkAsNewcomer(tobi, rampIsSlow, 'Accepted by Tobi Lunde');
  });
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
