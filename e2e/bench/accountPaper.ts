import { openSeenBrowser } from '../support/browser.js';
import { releasePlan } from '../support/releasePlan.js';
import { openServer } from '../support/server.js';
import { straightPlan, straightWalk } from '../support/straightPlan.js';
import { addEvents, opening } from '../support/trailAt.js';
import { aUser } from '../support/user.js';
import { atMost, clickText, type Measured, percentile } from './measured.js';

const waymarks = 60;
const runs = 5;
const [jobId, planId] = ['job-fg-10', 'straight'];

/** The account of a long trail as a PDF: how soon it begins to show, and how soon the file is there. */
export async function accountPaper(): Promise<Measured[]> {
  const server = await openServer();
  await layTrail(server.url);
  const browser = await openSeenBrowser();
  const hanna = await aUser(browser, server.url, 'hanna');
  const { page } = hanna;
  await page.evaluateOnNewDocument(noteFiles);
  await hanna.goTo(`/jobs/${jobId}/account`);
  await hanna.click('for the next technician');
  await hanna.see('Step 59');
  const shown: number[] = [];
  const written: number[] = [];
  for (let run = 0; run < runs; run += 1) {
    await hanna.click('Export');
    await page.waitForSelector('::-p-text(On paper (PDF))');
    await page.evaluate(noteClick);
    await clickText(page, 'On paper (PDF)');
    const times = await page.waitForFunction(() => {
      const { clickMs, firstPageMs, fileMs } = globalThis as unknown as Times;
      return fileMs > clickMs && firstPageMs > clickMs ? [firstPageMs - clickMs, fileMs - clickMs] : null;
    });
    const [first = Number.NaN, file = Number.NaN] = (await times.jsonValue()) ?? [];
    shown.push(first);
    written.push(file);
    await hanna.missing('The PDF is being written');
  }
  await browser.close();
  await server.kill();
  return [
    atMost(`the account of ${waymarks} waymarks as a PDF, saved, median`, percentile(written, 0.5), 2000, 'ms'),
    atMost('its first page on the screen meanwhile, median', percentile(shown, 0.5), 500, 'ms'),
  ];
}

/** What the page notes of its own. */
interface Times {
  clickMs: number;
  firstPageMs: number;
  fileMs: number;
}

const noteClick = () => {
  document.addEventListener(
    'click',
    () => {
      (globalThis as unknown as Times).clickMs = performance.now();
    },
    { capture: true, once: true },
  );
};

/** Runs in the page before anything else. */
const noteFiles = () => {
  const times = Object.assign(globalThis as unknown as Times, { clickMs: 0, firstPageMs: 0, fileMs: 0 });
  const make = URL.createObjectURL.bind(URL);
  URL.createObjectURL = (of) => {
    if (of instanceof Blob && of.type === 'application/pdf') times.fileMs = performance.now();
    return make(of);
  };
  document.addEventListener(
    'load',
    ({ target }) => {
      if (target instanceof HTMLIFrameElement)
        requestAnimationFrame(() => {
          times.firstPageMs = performance.now();
        });
    },
    true,
  );
};

async function layTrail(url: string): Promise<void> {
  await releasePlan(url, straightPlan(planId, waymarks));
  await addEvents(url, 'account-bench', [opening(planId, { jobId, fleetNumber: 'FG-10' }), ...straightWalk(waymarks)]);
}
