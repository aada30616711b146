import type { Plan } from '@probe-trail/core/plan';
import { blankOutcome, blankPlan, blankStep } from '@probe-trail/core/plan';
import { openSeenBrowser } from '../support/browser.js';
import { releasePlan } from '../support/releasePlan.js';
import { openServer } from '../support/server.js';
import { addEvents, opening, trailAt } from '../support/trailAt.js';
import { aUser, type User } from '../support/user.js';
import { atMost, clickText, keyDelay, type Measured, settled, stroke, timeKeys } from './measured.js';

const strokes = 60;
const warmUpStrokes = 20;
const betweenMs = 100;
const slowdown = 4;
const longRows = 200;

interface Kind {
  readonly name: string;
  readonly planId: string;
  readonly stepId: string;
  /** Brings the step to where typing is measured. */
  readonly prepare: (user: User) => Promise<unknown>;
  readonly stroke: (user: User, nth: number) => Promise<unknown>;
}

const rows =
  (...texts: string[]) =>
  async (user: User) => {
    for (const text of texts) {
      await user.type(text);
      await user.press('Enter');
    }
  };
const digit = ({ page }: User, nth: number) => stroke(page, nth % 2 === 0 ? '2' : 'Backspace');

const kinds: readonly Kind[] = [
  { name: 'curve', planId: 'slow-cranking', stepId: 'crank', prepare: (user) => user.type('9'), stroke: digit },
  { name: 'formula', planId: 'passenger-door', stepId: 'motorVolts', prepare: (user) => user.type('9'), stroke: digit },
  {
    name: 'siblings',
    planId: 'saloon-blower',
    stepId: 'motors',
    prepare: async (user) => {
      await rows('4.1', '4.0')(user);
      await user.type('4');
    },
    stroke: digit,
  },
  {
    name: 'change',
    planId: 'passenger-door',
    stepId: 'press',
    prepare: async (user) => {
      await rows('8.2')(user);
      await user.type('1');
    },
    stroke: digit,
  },
  {
    name: 'sweep',
    planId: 'accelerator-pedal',
    stepId: 'sweep1',
    prepare: async (user) => {
      await rows('0.8', '1.2', '1.6')(user);
      await user.type('2');
    },
    stroke: digit,
  },
  {
    name: 'count',
    planId: 'passenger-door',
    stepId: 'move',
    prepare: () => Promise.resolve(),
    stroke: async ({ page }) => {
      // The clock of a section runs for ten seconds: less than it takes to measure.
      if (!(await page.$('[data-running]'))) {
        await clickText(page, 'Start over');
        await clickText(page, 'Start the clock');
      }
      await (await page.$('[data-running]'))?.click();
      await new Promise((resolve) => setTimeout(resolve, betweenMs));
    },
  },
  {
    name: `sweep of ${longRows} rows`,
    planId: 'long-sweep',
    stepId: 'long',
    prepare: async (user) => {
      for (let row = 0; row < longRows - 20; row += 1) await rows(String(row))(user);
      await user.type('1');
    },
    stroke: digit,
  },
];

/** From a key or a tap to the frame that shows what it changed, in every kind, with the processor slowed in Chromium. */
export async function everyKindDelay(): Promise<Measured[]> {
  const server = await openServer();
  await releaseLongSweep(server.url);
  const browser = await openSeenBrowser();
  const measured: Measured[] = [];
  for (const kind of kinds) {
    const path =
      kind.planId === 'long-sweep'
        ? await longTrail(server.url)
        : await trailAt(server.url, `bench-${kind.stepId}-${kind.name.replace(/\W/g, '')}`, kind.planId, kind.stepId);
    const user = await aUser(browser, server.url, 'hanna');
    await user.goTo(path);
    await clickText(user.page, 'Understood');
    await kind.prepare(user);
    await settled();
    await user.page.emulateCPUThrottling(slowdown);
    await timeKeys(user.page, 'main');
    for (let nth = 0; nth < warmUpStrokes + strokes; nth += 1) await kind.stroke(user, nth);
    measured.push(
      atMost(
        `${kind.name}: a key to its verdict, p95, processor slowed ${slowdown}×`,
        await keyDelay(user.page, warmUpStrokes + strokes, warmUpStrokes),
        32,
        'ms',
      ),
    );
    await user.leave();
  }
  await browser.close();
  await server.kill();
  return measured;
}

async function releaseLongSweep(url: string): Promise<void> {
  const document: Plan = {
    ...blankPlan('long-sweep', 'A long sweep'),
    startStepId: 'long',
    steps: [
      {
        ...blankStep('long', 'A long sweep'),
        readings: [
          {
            id: 'long',
            name: 'Long',
            derivedFrom: null,
            hookUp: null,
            live: null,
            capture: null,
            watches: [],
            expects: [],
            spec: {
              kind: 'sweep',
              unit: 'V',
              command: 'step',
              commandUnit: '%',
              rows: Array.from({ length: longRows }, (_, at) => ({
                at,
                limits: { kind: 'tolerance', nominal: at, tolerance: 2, as: 'absolute' } as const,
              })),
            },
          },
        ],
        outcomes: [blankOutcome('end', { goTo: { kind: 'conclusion', conclusionId: 'end' } })],
      },
    ],
    conclusions: [{ id: 'end', title: 'The end', summary: '', suspectIds: [] }],
  };
  await releasePlan(url, document);
}

async function longTrail(url: string): Promise<string> {
  await addEvents(url, 'bench-long', [opening('long-sweep')]);
  return '/trails/bench-long';
}
