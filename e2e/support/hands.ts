import { expect } from 'chai';
import { choose, fieldCalled, middleOf, reach, type User } from './user.js';

/** How somebody works at a screen: with the mouse, or with the keyboard alone. */
export interface Hands {
  /** Presses the button, link or tab of this name. */
  readonly press: (name: string) => Promise<void>;
  /** Replaces what stands in the nth field with this label. */
  readonly fill: (label: string, text: string, nth?: number) => Promise<void>;
  /** Picks an option in the nth list with this label. */
  readonly pick: (label: string, option: string, nth?: number) => Promise<void>;
  /** Adds a step behind the chosen one on the map. */
  readonly addStep: (chosenTitle: string) => Promise<void>;
  /** Chooses the step of this title on the map. */
  readonly chooseStep: (title: string) => Promise<void>;
  /** Lets the nth outcome of the chosen step lead to a step or a conclusion. */
  readonly lead: (fromTitle: string, nth: number, goal: string) => Promise<void>;
}

export const mouse = (user: User): Hands => {
  const { page } = user;
  return {
    press: user.click,
    fill: async (label, text, nth = 0) => {
      await (await fieldCalled(page, label, nth)).click({ count: 3 });
      await page.keyboard.press('Backspace');
      await page.keyboard.type(text);
    },
    pick: (label, option, nth = 0) => choose(user, label, option, nth),
    addStep: () => user.click('Add a step'),
    chooseStep: async (title) => {
      await user.click('Fit View');
      await (await reach(page, [`[data-step] ::-p-text(${title})`])).click();
    },
    lead: async (fromTitle, nth, goal) => {
      await user.click('Fit View');
      const head = await page.waitForSelector(`[data-step] ::-p-text(${fromTitle})`);
      const stepId = await head?.evaluate((element) => element.closest('[data-step]')?.getAttribute('data-step'));
      const outcomeId = await page.$$eval(
        `.source[data-nodeid="${stepId}"]`,
        (handles, at) => handles[at]?.getAttribute('data-handleid'),
        nth,
      );
      const from = await middleOf(user, `[data-nodeid="${stepId}"][data-handleid="${outcomeId}"]`);
      const to = await middleOf(user, `:is([data-step], [data-conclusion]) ::-p-text(${goal})`);
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(to.x, to.y, { steps: 8 });
      await page.mouse.up();
    },
  };
};

const mostTabs = 400;
const mostOptions = 40;

export const keyboard = ({ page }: User): Hands => {
  /** Goes from field to field until the nth one of this name has the focus. */
  const tabTo = async (name: string, nth = 0): Promise<void> => {
    for (let tabs = 0; tabs < mostTabs; tabs += 1) {
      const isThere = await page.evaluate(
        (wanted, index) => {
          const named = [...document.querySelectorAll<HTMLElement>('a, button, input, textarea')].filter((one) => {
            const said =
              one.getAttribute('aria-label') ??
              (one instanceof HTMLInputElement || one instanceof HTMLTextAreaElement
                ? one.labels?.[0]?.innerText
                : one.innerText.split('\n')[0]);
            return said === wanted && one.getClientRects().length > 0;
          });
          return named[index] !== undefined && named[index] === document.activeElement;
        },
        name,
        nth,
      );
      if (isThere) return;
      // Among tabs and in a menu the arrows go on.
      const key = await page.evaluate((wanted) => {
        if (document.querySelector('[role="menu"]')) return 'ArrowDown';
        const tabs = document.activeElement?.closest('[role="tablist"]')?.children ?? [];
        return [...tabs].some((one) => one.textContent === wanted) ? 'ArrowRight' : 'Tab';
      }, name);
      await page.keyboard.press(key);
    }
    expect.fail(`the keyboard does not come to “${name}”`);
  };
  const press = async (name: string) => {
    await tabTo(name);
    await page.keyboard.press('Enter');
  };
  const fill = async (label: string, text: string, nth = 0) => {
    await tabTo(label, nth);
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.press('Backspace');
    await page.keyboard.type(text);
  };
  const pick = async (label: string, option: string, nth = 0) => {
    await tabTo(label, nth);
    await page.keyboard.press('ArrowDown');
    const isOn = () =>
      page.evaluate(
        (wanted) => document.querySelector('[data-combobox-selected]')?.textContent?.startsWith(wanted) === true,
        option,
      );
    for (let downs = 0; !(await isOn()); downs += 1) {
      if (downs === mostOptions) expect.fail(`“${label}” does not offer “${option}”`);
      await page.keyboard.press('ArrowDown');
    }
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
  };
  return {
    press,
    fill,
    pick,
    addStep: async (chosenTitle) => {
      await tabTo(chosenTitle);
      await page.keyboard.press('a');
    },
    chooseStep: async (title) => {
      await fill('Find steps', title);
      await page.keyboard.press('Enter');
    },
    lead: async (_, nth, goal) => {
      const name = `Edit outcome ${nth + 1}`;
      // One that was added just now is open already.
      if (await page.$(`[aria-label="${name}"]`)) await press(name);
      await pick('go to', goal);
    },
  };
};
