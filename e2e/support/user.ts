import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import type { Browser, BrowserContext, ElementHandle, Page } from 'puppeteer-core';
import { browserCookieOf, cookieOf } from './signIn.js';

/** Somebody at a screen: does what a person does, and sees what a person sees. */
export interface User {
  readonly page: Page;
  readonly goTo: (path: string) => Promise<void>;
  /** Clicks what bears this text or accessible name; waits for it. */
  readonly click: (text: string) => Promise<void>;
  /** Clicks the button or link of this name where it is not gone by now. @returns whether it was clicked */
  readonly clickIfThere: (text: string) => Promise<boolean>;
  /** Waits until this text is on the screen. */
  readonly see: (text: string) => Promise<void>;
  /** Waits until this text is off the screen. */
  readonly missing: (text: string) => Promise<void>;
  readonly type: (text: string) => Promise<void>;
  readonly press: (...keys: Parameters<Page['keyboard']['press']>[0][]) => Promise<void>;
  /** Replaces what stands in the field with this label. */
  readonly fill: (label: string, text: string) => Promise<void>;
  /** Types into the field for the password. */
  readonly fillPassword: (text: string) => Promise<void>;
  readonly leave: () => Promise<void>;
}

interface Screen {
  readonly width: number;
  readonly height: number;
}

export const desk: Screen = { width: 1280, height: 800 };
export const phone: Screen = { width: 390, height: 844 };
export const tablet: Screen = { width: 820, height: 1180 };

const waitMs = Number(process.env.WAIT_MS ?? 30_000);
// How long something that stood there a moment ago is looked for.
const goneMs = 1000;

/** Opens a browser window of its own for a person of the demo world, who is signed in already; for `null` nobody is. */
export async function aUser(
  browser: Browser,
  url: string,
  personId: string | null,
  screen: Screen = desk,
): Promise<User> {
  return userIn(await browser.createBrowserContext(), url, personId, screen);
}

/** The same in a context that is there already, such as the browser's own, which outlives a restart. */
export async function userIn(
  context: BrowserContext,
  url: string,
  personId: string | null,
  screen: Screen = desk,
): Promise<User> {
  const page = await context.newPage();
  await page.setViewport({ ...screen, hasTouch: screen.width < 1000 });
  if (personId !== null) await context.setCookie(await browserCookieOf(url, personId));
  page.on('pageerror', (error) => console.error('in the page:', error));
  page.setDefaultTimeout(waitMs);
  return {
    page,
    goTo: async (path) => {
      await page.goto(url + path, { waitUntil: 'domcontentloaded' });
    },
    click: async (text) => {
      await pressOn(() => reachIn(page, controls(text), 0, `“${text}”`));
    },
    clickIfThere: (text) => pressOn(() => findIn(page, (within) => named(within, text, ['button', 'link']), 0, goneMs)),
    see: (text) => waitForText(page, text, true),
    missing: (text) => waitForText(page, text, false),
    type: (text) => page.keyboard.type(text),
    press: async (...keys) => {
      for (const key of keys) await page.keyboard.press(key);
    },
    fill: async (label, text) => {
      const field = await fieldCalled(page, label);
      await field.click();
      // All of it, of a text with several lines too.
      await page.keyboard.down('Control');
      await page.keyboard.press('a');
      await page.keyboard.up('Control');
      await page.keyboard.press('Backspace');
      await page.keyboard.type(text);
    },
    fillPassword: async (text) => {
      await (await page.waitForSelector('input[type="password"]'))?.click();
      await page.keyboard.type(text);
    },
    leave: () => context.close(),
  };
}

/** What may be meant, the likeliest group before the next. */
type Groups = (page: Page) => AsyncIterable<readonly ElementHandle[]>;

/** The nth of the first group that has so many, once a hand could reach it; `undefined` where none is there within that time. */
async function findIn(page: Page, groups: Groups, nth: number, mostMs: number): Promise<ElementHandle | undefined> {
  for (let waited = 0; waited <= mostMs; waited += 50) {
    for await (const group of groups(page)) {
      const found = group[nth];
      if (!found || !(await found.isVisible())) continue;
      if (await isWithinReach(found)) return found;
      // It is scrolled to: what a later group has must not be scrolled to instead.
      break;
    }
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  return undefined;
}

/** The same, which must be there. */
const reachIn = async (page: Page, groups: Groups, nth: number, said: string): Promise<ElementHandle> =>
  (await findIn(page, groups, nth, waitMs)) ?? expect.fail(`within reach there is no ${said}, place ${nth + 1}`);

/** Presses what is found; where it moved away under the pointer, once more, as a person would. Says whether it was there at all. */
export async function pressOn(find: () => Promise<ElementHandle | undefined>): Promise<boolean> {
  for (let left = 5; left > 0; left -= 1) {
    const found = await find();
    if (!found) return false;
    const press = await found.evaluateHandle((element) => {
      const seen = { isMissed: false };
      document.addEventListener(
        'pointerdown',
        ({ target }) => {
          const at = target instanceof Node ? target : document;
          seen.isMissed = !element.contains(at) && !at.contains(element);
        },
        { capture: true, once: true },
      );
      return seen;
    });
    // What was drawn anew before it could be pressed is looked for again.
    const isThere = () => found.evaluate((element) => element.isConnected).catch(() => false);
    const isPressed = await found.click().then(
      () => true,
      async (error: unknown) => {
        if (await isThere()) throw error;
        return false;
      },
    );
    if (!isPressed) continue;
    // A press that leads to another page takes the note with it.
    if (!(await press.evaluate(({ isMissed }) => isMissed).catch(() => false))) return true;
  }
  expect.fail('what was to be pressed moves away each time');
}

/** The nth of what these selectors find, the first selector before the next. */
export const reach = (page: Page, selectors: readonly string[], nth = 0): Promise<ElementHandle> =>
  reachIn(
    page,
    async function* (within) {
      for (const selector of selectors) yield await within.$$(selector);
    },
    nth,
    selectors.join(' nor '),
  );

/**
 * What bears this name, by these roles: by what is written on it or beside it, else by its accessible name, which the browser takes long
 * to tell after each change of a page.
 */
async function* named(page: Page, name: string, roles: readonly string[]): AsyncIterable<readonly ElementHandle[]> {
  let isFound = false;
  for (const role of roles) {
    const selector = [`[role="${role}"]`, tags[role] ?? ''].filter((one) => one !== '').join();
    const all = await page.evaluateHandle(findNamed, name, role, selector);
    const found = [...(await all.getProperties()).values()].flatMap((one) => one.asElement() ?? []);
    if (found.length === 0) continue;
    isFound = true;
    yield found as ElementHandle[];
  }
  if (!isFound) for (const role of roles) yield await page.$$(`::-p-aria([name="${name}"][role="${role}"])`);
}

const tags: Readonly<Record<string, string>> = {
  button: 'button',
  link: 'a[href]',
  textbox: 'input, textarea',
  combobox: 'input[aria-haspopup="listbox"]',
  searchbox: 'input[type="search"]',
  radio: 'input[type="radio"]',
  switch: 'input[type="checkbox"]',
};

/** No function within it has a name: it runs in the page as it is. */
const findNamed = (name: string, role: string, selector: string): readonly Element[] =>
  [...document.querySelectorAll<HTMLElement>(selector)].filter((element) => {
    if ((element.getAttribute('role') ?? role) !== role) return false;
    const isField = element instanceof HTMLInputElement || element instanceof HTMLTextAreaElement;
    const beside = isField ? element.labels?.[0]?.textContent : element.innerText;
    const said = (beside ?? '').trim().replace(/\s+/g, ' ').replace(/ \*$/, '');
    return (element.getAttribute('aria-label') ?? said) === name;
  });

/** The nth field with this label; waits for it. */
export const fieldCalled = (page: Page, label: string, nth = 0): Promise<ElementHandle> =>
  reachIn(page, (within) => named(within, label, ['textbox', 'combobox', 'searchbox']), nth, `field “${label}”`);

/** The control of that name; where none has it, the text itself. */
const controls = (text: string): Groups =>
  async function* (within) {
    yield* named(within, text, ['button', 'link', 'tab', 'radio', 'switch']);
    yield await within.$$(`::-p-text(${text})`);
  };

/** Whether a click in its middle would reach it: a drawer that slides away still covers what is under it, and one that slides in does not stand still. */
const isWithinReach = (found: ElementHandle): Promise<boolean> =>
  found.evaluate(async (element) => {
    const before = element.getBoundingClientRect();
    await new Promise((resolve) => setTimeout(resolve, 25));
    const { left, top, width, height } = element.getBoundingClientRect();
    const hit = document.elementFromPoint(left + width / 2, top + height / 2);
    const isReached = hit !== null && (element.contains(hit) || hit.contains(element));
    if (!isReached) element.scrollIntoView({ block: 'center' });
    return isReached && before.left === left && before.top === top;
  });

async function waitForText(page: Page, text: string, isThere: boolean): Promise<void> {
  const seen = (wanted: string, there: boolean) =>
    document.body.innerText.replace(/\s+/g, ' ').includes(wanted) === there;
  try {
    await page.waitForFunction(seen, {}, text, isThere);
  } catch {
    const screen = await page.evaluate(() => document.body.innerText);
    expect.fail(`“${text}” should ${isThere ? '' : 'not '}be on the screen, which shows:\n${screen.slice(0, 1500)}`);
  }
}

/** Waits until it is so: what a device records is on its way for a moment. */
export async function until(isSo: () => Promise<boolean>): Promise<void> {
  while (!(await isSo())) await new Promise((resolve) => setTimeout(resolve, 100));
}

/** Chooses a file where a press of something asks for one. */
export async function chooseFile(page: Page, press: () => Promise<void>, file: string): Promise<void> {
  const [chooser] = await Promise.all([page.waitForFileChooser(), press()]);
  await chooser.accept([file]);
}

/** The events of a trail as the server has them. */
export async function eventsOf(url: string, trailId: string): Promise<readonly TrailEvent[]> {
  const answer = await send(url, 'GET', `/api/trails/${trailId}`);
  const body = (await answer.json()) as { readonly events: readonly TrailEvent[] };
  return body.events;
}

/** The trail that a page has open, by its address. */
export const trailIdOf = (page: Page): string => new URL(page.url()).pathname.split('/')[2] ?? '';

/** Sends a request as Ines, who may write plans and manage people. */
export const send = async (
  url: string,
  method: string,
  path: string,
  body?: object,
  headers: Record<string, string> = {},
): Promise<Response> =>
  fetch(`${url}${path}`, {
    method,
    headers: {
      cookie: await cookieOf(url, 'ines'),
      'x-probe-trail': '1',
      ...(body ? { 'content-type': 'application/json' } : {}),
      ...headers,
    },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });

/** Picks an option in the list that opens under a field. */
export async function choose(user: User, label: string, option: string, index = 0): Promise<void> {
  await (await fieldCalled(user.page, label, index)).click();
  const found = await user.page.waitForFunction(
    (wanted) =>
      [...document.querySelectorAll<HTMLElement>('[role="option"]')].find(
        (one) => one.offsetParent !== null && one.innerText.startsWith(wanted),
      ),
    {},
    option,
  );
  await (found as ElementHandle<HTMLElement>).click();
  // A list of which several can be chosen stays open; elsewhere the key would close the dialog.
  const isListOpen = () =>
    [...document.querySelectorAll<HTMLElement>('[role="option"]')].some((one) => one.offsetParent);
  await new Promise((resolve) => setTimeout(resolve, stillMs));
  if (await user.page.evaluate(isListOpen)) await user.press('Escape');
}

/** Types into the field that opens a list until one option is left, and takes it by the keys. */
export async function pickFirst(user: User, label: string, text: string): Promise<void> {
  await user.fill(label, text);
  await user.page.waitForFunction(
    () =>
      [...document.querySelectorAll<HTMLElement>('[role="option"]')].filter((one) => one.offsetParent !== null)
        .length === 1,
  );
  await user.press('ArrowDown', 'Enter');
}

/** The middle of what this selector finds, once it stands still: a map glides to where it is shown. */
export async function middleOf({ page }: User, selector: string): Promise<{ x: number; y: number }> {
  const found = await page.waitForSelector(selector);
  let before = await found?.boundingBox();
  for (let waited = 0; waited <= waitMs; waited += stillMs) {
    await new Promise((resolve) => setTimeout(resolve, stillMs));
    const box = await found?.boundingBox();
    if (box && before && box.x === before.x && box.y === before.y)
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    before = box;
  }
  return expect.fail(`${selector} is not in the picture, or does not come to rest`);
}

const stillMs = 150;

/** Presses the button of the line that says this. */
export async function pressIn({ page }: User, line: string, button: string): Promise<void> {
  const found = await page.waitForFunction(
    (said, name) =>
      [...document.querySelectorAll('li')]
        .filter((one) => one.querySelector('li') === null && one.textContent?.includes(said))
        .flatMap((one) => [...one.querySelectorAll('button')])
        .find((one) => one.textContent === name),
    {},
    line,
    button,
  );
  await (found as ElementHandle<HTMLElement>).click();
}
