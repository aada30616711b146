import type { KeyInput, Page } from 'puppeteer-core';

/** One figure of the bench beside what it must reach. */
export interface Measured {
  readonly what: string;
  readonly value: string;
  readonly target: string;
  readonly reached: boolean;
}

/** The value below which this share of the samples lies. */
export function percentile(samples: readonly number[], share: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)] ?? Number.NaN;
}

/** Milliseconds that a piece of work takes: the median of several runs, after some to warm up. */
export function medianMs(work: () => void, runs = 9, warmUp = 4): number {
  for (let run = 0; run < warmUp; run += 1) work();
  const times = Array.from({ length: runs }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  });
  return percentile(times, 0.5);
}

export const atMost = (what: string, value: number, limit: number, unit: string): Measured => ({
  what,
  value: `${value.toFixed(limit < 10 ? 2 : 1)} ${unit}`,
  target: `≤ ${limit} ${unit}`,
  reached: value <= limit,
});

/** The same of what is counted. */
export const countAtMost = (what: string, count: number, limit: number): Measured => ({
  what,
  value: String(count),
  target: `≤ ${limit}`,
  reached: count <= limit,
});

export const atLeast = (what: string, value: number, limit: number, unit: string): Measured => ({
  what,
  value: `${Math.round(value).toLocaleString('en')} ${unit}`,
  target: `≥ ${limit.toLocaleString('en')} ${unit}`,
  reached: value >= limit,
});

/**
 * Clicks what bears this text. A search by accessible name would have the browser keep what it tells screen readers up to date from then
 * on, with every key that is measured.
 */
export async function clickText(page: Page, text: string): Promise<void> {
  await (await page.waitForSelector(`::-p-text(${text})`))?.click();
}

// No hand lets go of a key sooner.
const heldMs = 50;

/** Presses a key as a hand does. @returns once the next one may come, ten to a second: faster than anybody types with gloves on */
export async function stroke(page: Page, key: KeyInput): Promise<void> {
  await page.keyboard.press(key, { delay: heldMs });
  await new Promise((resolve) => setTimeout(resolve, heldMs));
}

/** A device that is opened for the first time brings the interface and the plans onto it; what is measured is the day after that. */
export const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 10_000));

// The browser says nothing of what took less.
const shortestTimedMs = 16;

/**
 * From now on, notes for each key and tap how long it takes until the frame after it is on the screen, as the browser times it (Event
 * Timing, in steps of 8 ms), and whether anything changed in what the selector finds. As text: it runs in the page as it is.
 */
export async function timeKeys(page: Page, selector: string): Promise<void> {
  await page.evaluate(`
    window.keysPressed = [];
    window.keyDelays = new Map();
    window.keysThatChanged = 0;
    let isPressed = false;
    for (const kind of ['keydown', 'pointerdown'])
      window.addEventListener(kind, (event) => { isPressed = true; window.keysPressed.push(event.timeStamp); }, { capture: true });
    new MutationObserver(() => {
      if (isPressed) window.keysThatChanged += 1;
      isPressed = false;
    }).observe(document.querySelector(${JSON.stringify(selector)}), { subtree: true, childList: true, attributes: true, characterData: true });
    new PerformanceObserver((list) => {
      for (const { name, startTime, duration } of list.getEntries())
        if (name === 'keydown' || name === 'pointerdown') window.keyDelays.set(startTime, duration);
    }).observe({ type: 'event', durationThreshold: ${shortestTimedMs} });
  `);
}

/** @returns 95 of a hundred delays are no longer than this, in ms, without the first ones; all these keys must have changed something */
export async function keyDelay(page: Page, pressed: number, warmUp: number): Promise<number> {
  const [delays, timed, changed] = (await page.evaluate(
    `[window.keysPressed.map((at) => window.keyDelays.get(at) ?? ${shortestTimedMs}), window.keyDelays.size, window.keysThatChanged]`,
  )) as [number[], number, number];
  if (timed === 0 || Math.min(delays.length, changed) < pressed * 0.9)
    throw new Error(
      `of ${pressed} keys ${delays.length} arrived, ${changed} changed anything, and ${timed} were timed`,
    );
  return percentile(delays.slice(warmUp), 0.95);
}
