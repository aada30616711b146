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

/** Parts side by side in one grid that lie over each other: one hides what the other says. */
const overlapping = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    for (const grid of document.querySelectorAll<HTMLElement>('main *, main')) {
      if (getComputedStyle(grid).display !== 'grid') continue;
      const parts = [...grid.children].filter((part) => {
        const { position, visibility } = getComputedStyle(part);
        // A cut is drawn out over the numbers beside it, so that a finger hits it.
        const isCut = part.getAttribute('role') === 'slider';
        return !isCut && !['absolute', 'fixed', 'sticky'].includes(position) && visibility !== 'hidden';
      });
      for (const [at, one] of parts.entries())
        for (const other of parts.slice(at + 1)) {
          const [a, b] = [one.getBoundingClientRect(), other.getBoundingClientRect()];
          const across = Math.min(a.right, b.right) - Math.max(a.left, b.left);
          const down = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
          if (across > 4 && down > 4)
            found.push(`${Math.round(down)} px: ${one.outerHTML.slice(0, 90)} over ${other.outerHTML.slice(0, 90)}`);
        }
    }
    return found.slice(0, 3);
  });

/** What lies beyond the edge of a page at any width or over something else, and what is too small to press; nothing where all is well. */
export const lookAtWidths = async (user: User, name: string, sign: string): Promise<readonly string[]> => {
  const found: string[] = [];
  for (const width of widths) {
    // With touch turned on or off the page would be loaded anew, and nothing would stand on it yet.
    await user.page.setViewport({ width, height, hasTouch: false });
    await seenAt(user, sign);
    found.push(...(await tooWide(user.page)).map((one) => `${name} at ${width}: ${one}`));
    found.push(...(await overlapping(user.page)).map((one) => `${name} at ${width}: ${one}`));
    if (width === 390 || width === 820)
      found.push(...(await tooSmall(user.page)).map((one) => `${name} at ${width}: ${one}`));
  }
  return found;
};
