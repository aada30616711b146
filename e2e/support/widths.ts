import type { Page } from 'puppeteer-core';
import type { User } from './user.js';
import { seenAt } from './views.js';

const widths = [360, 390, 768, 820, 1024, 1280];
const height = 900;

/** What reaches beyond the right edge of a page that is wider than its window; none where it fits. */
const tooWide = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const { clientWidth, scrollWidth } = document.documentElement;
    if (scrollWidth <= clientWidth) return [];
    const wide = [...document.querySelectorAll<HTMLElement>('body *')].filter(
      // The ways to everywhere can be pushed along.
      (one) => one.getBoundingClientRect().right > clientWidth + 1 && !one.closest('nav'),
    );
    return wide.slice(0, 3).map((one) => `${scrollWidth - clientWidth} px: ${one.outerHTML.slice(0, 160)}`);
  });

/** Buttons and fields that a gloved finger misses. A link in a sentence is as high as its line. */
const tooSmall = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const pressed =
      'button, input:not([type="checkbox"], [type="radio"], [type="file"], [type="hidden"]), [role="tab"], select';
    const seen = [...document.querySelectorAll<HTMLElement>(pressed)].filter(
      (one) => one.offsetParent !== null && !one.closest('.react-flow, [aria-hidden="true"]'),
    );
    return seen
      .map((one) => {
        const frame = one.closest<HTMLElement>('.mantine-Input-wrapper, .mantine-TagsInput-root') ?? one;
        return { px: Math.round(frame.getBoundingClientRect().height), html: one.outerHTML.slice(0, 160) };
      })
      .filter(({ px }) => px > 0 && px < 44)
      .map(({ px, html }) => `${px} px: ${html}`);
  });

/** What lies beyond the edge of a page at any width, and what is too small to press; nothing where all is well. */
export const lookAtWidths = async (user: User, name: string, sign: string): Promise<readonly string[]> => {
  const found: string[] = [];
  for (const width of widths) {
    // With touch turned on or off the page would be loaded anew, and nothing would stand on it yet.
    await user.page.setViewport({ width, height, hasTouch: false });
    await seenAt(user, sign);
    found.push(...(await tooWide(user.page)).map((one) => `${name} at ${width}: ${one}`));
    if (width === 390 || width === 820)
      found.push(...(await tooSmall(user.page)).map((one) => `${name} at ${width}: ${one}`));
  }
  return found;
};
