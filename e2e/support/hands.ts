import { expect } from 'chai';
import type { User } from './user.js';

/** How somebody works at a screen. With the mouse, `eightSteps` says how. */
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
    // What the field itself says is on: another list may still be closing.
    const isOn = () =>
      page.evaluate((wanted) => {
        const optionId = document.activeElement?.getAttribute('aria-activedescendant');
        return document.getElementById(optionId ?? '')?.textContent?.startsWith(wanted) === true;
      }, option);
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
