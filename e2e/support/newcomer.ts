import type { User } from './user.js';

/** What somebody knows who has never seen the program, and reads only what is on the screen. */
export interface Newcomer {
  /** What to write into a field of this label; each once. */
  readonly knows: Readonly<Record<string, string>>;
  /** What the vehicle shows at a step of this title: numbers to type one after the other, or what is seen, in the words on the screen. */
  readonly vehicle: Readonly<Record<string, string | readonly string[]>>;
}

export interface Walked {
  /** Buttons that were pressed. */
  readonly presses: number;
  /** Fields and readings that were typed. */
  readonly typed: number;
  readonly minutes: number;
}

interface Screen {
  readonly heading: string;
  /** What is pressed next: the buttons that are filled with colour, in the order of the screen. */
  readonly mains: readonly string[];
  readonly emptyFields: readonly string[];
  readonly asksForReading: boolean;
  /** Everything else that can be pressed. */
  readonly buttons: readonly string[];
}

/** As text: a function that is handed over is compiled with helpers that the page does not have. */
const readScreen = `(() => {
  const isSeen = (element) => element.getClientRects().length > 0;
  const nameOf = (element) => element.getAttribute('aria-label') ?? element.innerText.trim().replace(/\\s+/g, ' ');
  const all = (selector) => [...document.querySelectorAll(selector)].filter(isSeen);
  const can = (element) => !element.disabled && !element.hasAttribute('data-disabled');
  const mains = all('[class*="Button-root"]:is([data-variant="filled"], :not([data-variant]))').filter(can);
  return {
    heading: all('h1')[0]?.innerText ?? '',
    mains: mains.map(nameOf),
    emptyFields: all('input, textarea')
      .filter((field) => field.value === '')
      .map((field) => (field.labels?.[0]?.innerText ?? '').replace(/ \\*$/, '')),
    asksForReading: all('article input').some((field) => field.value === ''),
    buttons: all('main button').filter(can).map(nameOf),
  };
})()`;

const restMs = 200;
const mostMs = 2000;
const mostTurns = 200;
const mostWaits = 15;

/**
 * Does what the screen says, as somebody does who is here for the first time: writes what is asked for, measures what a step shows, and
 * otherwise presses the one button that stands out. Ends when this text is on the screen.
 */
export async function walkAsNewcomer(user: User, { knows, vehicle }: Newcomer, until: string): Promise<Walked> {
  const startedMs = Date.now();
  const written = new Set<string>();
  let [presses, typed, waits] = [0, 0, 0];
  const screenNow = async () => (await user.page.evaluate(readScreen)) as Screen;
  const press = async (name: string) => {
    // What was slow to come of the last press may have taken the button away: then one looks again.
    if (await user.clickIfThere(name)) presses += 1;
  };
  /** Looks up again once something has come of it, as one does before pressing once more. */
  const changed = async (before: Screen) => {
    for (let waited = 0; waited < mostMs; waited += restMs) {
      await new Promise((resolve) => setTimeout(resolve, restMs));
      if (JSON.stringify(await screenNow()) !== JSON.stringify(before)) return;
    }
  };
  const act = async ({ heading, mains, emptyFields, asksForReading, buttons }: Screen): Promise<boolean> => {
    const field = emptyFields.find((label) => knows[label] !== undefined && !written.has(label));
    if (field !== undefined) {
      written.add(field);
      typed += 1;
      await user.fill(field, knows[field] ?? '');
      // In a text of several lines, Enter begins the next one.
      const isLine = await user.page.evaluate(() => document.activeElement instanceof HTMLInputElement);
      if (isLine) await user.press('Enter');
      return true;
    }
    const shown = [vehicle[heading] ?? []].flat();
    if (shown.length > 0 && !written.has(heading)) {
      const seen = buttons.find((name) => shown.some((words) => name.includes(words)));
      if (seen !== undefined) await press(seen);
      else if (!asksForReading) return pressMain(mains);
      else
        for (const reading of shown) {
          typed += 1;
          await user.type(reading);
          await user.press('Enter');
        }
      written.add(heading);
      return true;
    }
    return pressMain(mains);
  };
  const pressMain = async ([main]: readonly string[]): Promise<boolean> => {
    if (main === undefined) return false;
    await press(main);
    return true;
  };
  for (let turn = 0; turn < mostTurns && waits < mostWaits; turn += 1) {
    if (await user.page.evaluate((text) => document.body.innerText.includes(text), until))
      return { presses, typed, minutes: (Date.now() - startedMs) / 60_000 };
    const before = await screenNow();
    waits = (await act(before)) ? 0 : waits + 1;
    await changed(before);
  }
  const screen = await user.page.evaluate(() => document.body.innerText);
  throw new Error(`somebody new does not get to “${until}”; the screen shows:\n${screen}`);
}

/** A bus whose fan never runs, as its relay K7 has an open coil. */
export const fanNeverRuns: Newcomer = {
  knows: {
    Bus: 'FG-04',
    Complaint: 'Engine gets hot in traffic, I never hear the fan',
    'System voltage': '12,6',
    'What did you see?': 'Fan stays still at 104 °C',
  },
  vehicle: {
    'Look first': 'Blade turns free',
    'Battery voltage at rest': '12,6',
    'Run the fan by actuator test': 'Stays still',
    'Voltage after fuse F31': '12,5',
    'Voltage after fuse F31, under load': '12,3',
    'Coil of relay K7': 'OL',
  },
};

/** A bus whose ramp is slow, as the ground of its pump has 15 mΩ. */
export const rampIsSlow: Newcomer = {
  knows: {
    Bus: 'FG-04',
    Complaint: 'Ramp slow',
    'System voltage': '12,7',
    'What did you see?': 'Ramp takes 20 seconds',
  },
  vehicle: {
    'Look first': 'Oil at the middle',
    'Does the contactor pull?': 'the ramp is slow',
    'Current, and what each side takes': ['60', '11,4', '0,2', '0,9'],
  },
};
