import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { blankOutcome, blankPlan, blankStep, type Picture, type Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { keepDownloads, untilRead } from '../support/downloads.js';
import { openServer } from '../support/server.js';
import { aUser, choose, chooseFile, fieldCalled, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('the library', () => {
  const world = useWorld();
  let ines: User;
  beforeEach(async () => {
    ines = await aUser(world.browser, world.server.url, 'ines');
  });
  afterEach(() => ines.leave());

  const ask = async (method: string, path: string) => (await send(world.server.url, method, path)).json();
  const draftOf = async (planId: string): Promise<Plan> =>
    ((await ask('GET', `/api/plans/${planId}/draft`)) as { document: Plan }).document;
  const placeIn = async (planId: string, cardId: string) =>
    (await draftOf(planId)).partCards.find(({ id }) => id === cardId)?.place;
  /** Until the draft on the server is so. */
  const until = async (planId: string, isSo: (plan: Plan) => boolean) => {
    for (let tries = 0; tries < 60 && !isSo(await draftOf(planId)); tries += 1)
      await new Promise((resolve) => setTimeout(resolve, 100));
    expect(isSo(await draftOf(planId))).to.equal(true);
  };

  before(async () => {
    await ask('POST', '/api/plans/radiator-fan/draft');
    await ask('POST', '/api/plans/coolant-temperature/draft');
  });

  it('shows which plans have a part card; changed there, it is put into all drafts, and put back', async () => {
    const before = await placeIn('radiator-fan', 'coolantSensor');
    await ines.goTo('/library');
    await ines.click('Coolant temperature sensor B11');
    await ines.see('in 2 plans');
    await ines.click('Change the card');
    await ines.fill('Where it is', 'Below the thermostat.');
    await ines.click('Save the card');
    await ines.see('Where it is used');
    expect(await placeIn('radiator-fan', 'coolantSensor'), 'drafts are changed only when asked').to.equal(before);
    await ines.click('Put it into the drafts');
    await ines.see('Radiator fan never runs, draft 2');
    await ines.see('Coolant temperature reading not believable, draft 2');
    await ines.click('Coolant temperature reading not believable, draft 2');
    await ines.click('Change 1 draft');
    await ines.see('“Radiator fan never runs” is changed.');
    expect(await placeIn('radiator-fan', 'coolantSensor')).to.equal('Below the thermostat.');
    expect(await placeIn('coolant-temperature', 'coolantSensor')).to.equal(before);
    await ines.click('Undo');
    await ines.see('“Radiator fan never runs” is as it was.');
    expect(await placeIn('radiator-fan', 'coolantSensor')).to.equal(before);
  });

  it('keeps a half-written card on the device', async () => {
    await ines.goTo('/library?card=battery');
    await ines.click('Change the card');
    await ines.fill('Where it is', 'Under the step');
    await ines.press('Tab');
    await ines.page.reload();
    await ines.click('Change the card');
    await ines.page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some(({ value }) => value === 'Under the step'),
    );
    await ines.click('Discard changes');
    await ines.see('Tray under the driver’s seat.');
  });

  it('says in the editor how a card stands to the library’s, and takes or gives it', async () => {
    await ines.goTo('/plans/radiator-fan/edit?part=cards&card=coolantSensor');
    await ines.see('The card in the library differs, saved by Ines Marrow.');
    await ines.click('Use the library’s card');
    await ines.see('Below the thermostat.');
    await ines.click('Put it into the draft');
    await ines.see('The library has the same card.');
    await until('radiator-fan', ({ partCards }) => partCards.some(({ place }) => place === 'Below the thermostat.'));
  });

  it('finds every step that measures at a pin, and renames it in the drafts; what is followed keeps it', async () => {
    await ines.goTo('/library?part=pins');
    await ines.fill('Pin or connector', 'C31.2');
    await ines.see('measured at C31·2');
    await ines.see('version 1, released');
    await ines.see('version 2, a draft');
    await ines.fill('New name of C31·2', '1');
    await ines.press('Enter');
    await ines.see('has a pin C31·1 already.');
    await ines.press('Escape');
    await ines.missing('has a pin C31·1 already.');
    await ines.fill('New name of C31·2', '2b');
    await ines.press('Enter');
    await ines.click('Change 1 draft');
    await ines.see('is changed.');
    const after = await draftOf('coolant-temperature');
    expect(JSON.stringify(after)).to.include('"pin":"2b"').and.not.include('"connectorId":"C31","pin":"2"}');
    const released = (await ask('GET', '/api/plans/coolant-temperature/versions/1')) as { document: Plan };
    expect(JSON.stringify(released.document)).to.not.include('"2b"');
  });

  it('makes a block of steps, which asks for a pin; a plan fills it in and leads its results on', async () => {
    const step = {
      ...blankStep('drop', 'Drop at {pin}'),
      hookUp: null,
      outcomes: [blankOutcome('on', { goTo: { kind: 'conclusion' as const, conclusionId: 'end' } })],
    };
    const end = { id: 'end', title: 'Measured', summary: '', suspectIds: [] };
    await send(world.server.url, 'POST', '/api/plans', {
      document: { ...blankPlan('source', 'Source'), steps: [step], startStepId: 'drop', conclusions: [end] },
    });
    await ines.goTo('/plans/source/edit');
    await ines.page.waitForSelector('[data-step="drop"]');
    await ines.click('This step');
    await ines.click('Make a block of these');
    await ines.see('is begun in the library');
    await ines.goTo('/library?part=blocks');
    await ines.click('Block from Drop at {pin}');
    await ines.see('Only a released block can be put into plans.');
    await ines.click('Open the draft');
    await ines.see('1 error left');
    await ines.click('About');
    await ines.click('Ask for something');
    await ines.fill('Name in the steps', 'pin');
    await ines.fill('What to fill in', 'Pin to measure at');
    await ines.fill('Title', 'Measure a drop');
    await ines.see('all saved');
    await ines.click('Release version 1');
    await ines.click('Release it');
    await ines.see('a block, used inside other plans');
    await ines.missing('Follow this plan');

    await ines.goTo('/plans/coolant-temperature/edit');
    await ines.page.waitForSelector('[data-step]');
    await ines.page.focus('[data-step][tabindex="0"]');
    await ines.press('b');
    await ines.click('Block');
    await ines.click('Measure a drop');
    await ines.fill('Pin to measure at', 'C31.1');
    await ines.press('Tab');
    await ines.click('Insert it');
    await ines.see('Drop at C31·1');
    await ines.see('From the block Measure a drop, version 1.');
    await choose(ines, '“Measured” leads to', 'Sensor ground');
    await until('coolant-temperature', ({ steps }) =>
      steps.some(({ use, outcomes }) => use !== null && outcomes[0]?.goTo.kind === 'step'),
    );
    // Its steps are written in the block: nothing of them can be opened, typed or dragged here.
    const usable = await ines.page.$$eval(
      'fieldset[aria-label="What is written of the step"] :is(button, input, textarea, [role="slider"])',
      (all) => all.filter((one) => one.getAttribute('role') === 'slider' || !one.matches(':disabled')).length,
    );
    expect(usable).to.equal(0);
  });

  it('says that a block has a newer version, what that changes, and brings it up to date', async () => {
    const blocks = (await ask('GET', '/api/plans')) as { planId: string; title: string }[];
    const planId = blocks.find(({ title }) => title === 'Measure a drop')?.planId;
    await ines.goTo(`/plans/${planId}`);
    await ines.see('Coolant temperature reading not believable');
    await ines.click('Write the next version');
    await ines.see('draft 2, all saved');
    await ines.fill('Title', 'Drop at {pin}, loaded');
    await ines.see('all saved');
    await ines.click('Release version 2');
    await ines.click('Release it');
    await ines.see('version 2 · a block');
    await ines.goTo('/plans/coolant-temperature/edit?part=steps&step=drop');
    await ines.see('The block has a newer version 2.');
    // What the plan check finds stands above it, and comes a moment later.
    await ines.see('1 error left');
    await ines.click('See what changes');
    await ines.see('from Drop at C31·1 to Drop at C31·1, loaded');
    await ines.click('Update it');
    await ines.see('From the block Measure a drop, version 2.');
    await until('coolant-temperature', ({ steps }) => steps.some(({ title }) => title === 'Drop at C31·1, loaded'));
    await ines.click('Make its steps part of this plan');
    await ines.missing('From the block');
    await ines.click('Undo');
    await ines.see('From the block Measure a drop, version 2.');
  });

  it('puts a pasted picture into an instruction, where the technician sees it; a table takes none', async () => {
    const rows = [0, 50].map((at) => ({ at, limits: { kind: 'band' as const, min: 0, max: 1 } }));
    const curve = { kind: 'curve' as const, unit: 'V', of: 'temperature', ofUnit: '°C', rows };
    const step = {
      ...blankStep('one', 'One'),
      readings: [
        {
          id: 'v',
          name: 'V',
          derivedFrom: null,
          hookUp: null,
          live: null,
          capture: null,
          watches: [],
          expects: [],
          spec: curve,
        },
      ],
    };
    await send(world.server.url, 'POST', '/api/plans', {
      document: { ...blankPlan('pictures', 'Pictures'), steps: [step], startStepId: 'one' },
    });
    await ines.goTo('/plans/pictures/edit');
    await ines.page.waitForSelector('[data-step]');
    await ines.fill('Instruction', 'Look here: ');
    await pastePicture(ines, 'Instruction');
    await until('pictures', ({ steps }) => /^Look here: !\[plug]\(photo:/.test(steps[0]?.instruction ?? ''));
    await ines.click('Edit the reading V');
    await pastePicture(ines, 'Rows');
    await ines.see('That is a picture, not a table');
    expect((await draftOf('pictures')).steps[0]?.readings[0]?.spec).to.deep.equal(curve);
    await ines.goTo('/plans/pictures/try');
    await ines.page.waitForFunction(
      () => (document.querySelector('img[alt="plug"]') as HTMLImageElement | null)?.naturalWidth === 60,
    );
  });

  it('takes a plan out with its pictures, on paper too, and into another workshop', async () => {
    const folder = await keepDownloads(ines);
    await ines.goTo('/plans/pictures');
    await ines.click('Export');
    await ines.click('On paper (PDF)');
    const paper = await untilRead(join(folder, 'pictures.pdf'), '%%EOF');
    expect(paper.toString('latin1')).to.include('/Subtype /Image');
    await ines.click('Export');
    await ines.click('Plan file (JSON)');
    const file = join(folder, 'pictures.plan.json');
    const { pictures } = JSON.parse((await untilRead(file, '}')).toString()) as { pictures: Picture[] };
    expect(pictures.map(({ mediaType }) => mediaType)).to.deep.equal(['image/jpeg']);

    const other = await openServer();
    const there = await aUser(world.browser, other.url, 'ines');
    await takeIn(there, await changed(file, pictures[0]?.base64 ?? '', '/9j/4AAQSkZJRg=='));
    await there.see('A picture in this file is not the one that the plan names');
    await takeIn(there, file);
    await there.see('draft 1, all saved');
    await there.goTo('/plans/pictures/try');
    await there.page.waitForFunction(
      () => (document.querySelector('img[alt="plug"]') as HTMLImageElement | null)?.naturalWidth === 60,
    );
    await there.leave();
    await other.kill();
  });
});

async function takeIn(user: User, file: string): Promise<void> {
  await user.goTo('/plans');
  await user.click('Import a plan');
  await user.see('Choose a file');
  await chooseFile(user.page, () => user.click('Choose a file'), file);
  await user.see('1 picture');
  await user.click('Import');
}

/** A copy of a file with another text in one place. */
async function changed(file: string, from: string, to: string): Promise<string> {
  const copy = `${file}.changed.json`;
  await writeFile(copy, (await readFile(file, 'utf8')).replace(from, to));
  return copy;
}

/** Pastes a picture of 60 × 30 into the field of that label. */
async function pastePicture({ page }: User, label: string): Promise<void> {
  const field = await fieldCalled(page, label);
  await field.click();
  await field.evaluate(async (element) => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [60, 30];
    canvas.getContext('2d')?.fillRect(5, 5, 20, 20);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    const clipboardData = new DataTransfer();
    clipboardData.items.add(new File(blob ? [blob] : [], 'plug.png', { type: 'image/png' }));
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
  });
}
