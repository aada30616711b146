import { choose, fieldCalled, type User } from './user.js';

/** What is written: a plan in which each step finds a suspect. */
interface Written {
  readonly suspects: readonly string[];
  readonly steps: readonly {
    readonly title: string;
    readonly proves: string;
    readonly instruction: string;
    readonly red: string;
    readonly reading: string;
    /** The lower limit. */
    readonly from: string;
    /** What a reading below it points to. */
    readonly suspect: string;
  }[];
}

const suspects = [
  'Fuse F7',
  'Horn relay K9',
  'Horn H1',
  'Ground of the horn',
  'Horn button S4',
  'Wire to the horn',
  'Feed of the relay',
  'Clock spring',
] as const;

const places = ['F7, output', 'K9·30', 'H1·1', 'H1·2', 'S4·1', 'H1·1, harness side', 'K9·86', 'S4·2'];

/** The horn stays silent: eight suspects, each found by a step of its own. */
export const silentHorn: Written = {
  suspects,
  steps: suspects.map((suspect, at) => ({
    title: `Voltage for ${suspect}`,
    proves: `Tells ${suspect} from what follows`,
    instruction: 'Press the horn button and measure.',
    red: places[at] ?? '',
    reading: `Voltage ${at + 1}`,
    from: '11',
    suspect,
  })),
};

/** Writes it with the mouse from the list of plans on, clicking everything first that has not the focus already, until the plan check finds no error. @returns how often the mouse was pressed */
export async function writeSteps(user: User, { suspects, steps }: Written): Promise<number> {
  const { page } = user;
  await page.evaluate(`
    window.mousePresses = 0;
    window.addEventListener('pointerdown', () => { window.mousePresses += 1; }, { capture: true });
  `);
  const hasFocus = (label: string) =>
    page.evaluate(
      (wanted) =>
        document.activeElement?.getAttribute('aria-label') === wanted ||
        (document.activeElement as HTMLInputElement | null)?.labels?.[0]?.textContent === wanted,
      label,
    );
  const fill = async (label: string, text: string, nth = 0) => {
    if (nth > 0 || !(await hasFocus(label))) await (await fieldCalled(page, label, nth)).click();
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.type(text);
  };
  await user.click('Write a new plan');
  await user.see('The plan has no step yet.');
  await user.click('About');
  await fill('Title', 'Horn stays silent');
  await user.click('Suspects');
  await user.click('Add a suspect');
  for (const [at, name] of suspects.entries()) {
    await user.type(name);
    if (at < suspects.length - 1) await user.press('Enter');
    await page.waitForFunction((count) => document.querySelectorAll('input').length >= count, {}, at);
  }
  await user.click('Conclusions');
  await user.click(`One for each suspect without one (${suspects.length})`);
  await user.click('Add a conclusion');
  await user.type('No fault found');
  await user.click('Map');
  for (const { title, proves, instruction, red, reading, from, suspect } of steps) {
    await user.click('Add a step');
    await page.waitForSelector('input[aria-label="Title"][value="New step"]');
    await fill('Title', title);
    await fill('What it proves', proves);
    await fill('Instruction', instruction);
    await user.click('Hook something up');
    await fill('Where', red);
    await fill('Where', 'battery −', 1);
    await user.click('Add a reading');
    await fill('Name of the reading', reading);
    await fill('From', from);
    await user.click(`An outcome for each zone of ${reading}`);
    await user.click('Edit outcome 1');
    await choose(user, 'points to', suspect);
    await user.click('Edit outcome 2');
    await choose(user, 'clears', suspect);
  }
  await choose(user, 'go to', 'No fault found');
  await page.waitForSelector('button[aria-label="Release version 1"]:not([disabled])');
  await user.see('all saved');
  return Number(await page.evaluate('window.mousePresses'));
}
