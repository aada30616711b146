import { expect } from 'chai';
import { trailAt } from '../support/trailAt.js';
import { aUser, chooseFile, eventsOf, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('instruments, close calls and notes', () => {
  const world = useWorld();
  const at = async (trailId: string, planId: string, stepId: string): Promise<User> => {
    const path = await trailAt(world.server.url, trailId, planId, stepId);
    const hanna = await aUser(world.browser, world.server.url, 'hanna');
    await hanna.goTo(path);
    await hanna.click('Understood');
    return hanna;
  };

  it('the instrument is chosen once on a device, is remembered, and its accuracy counts', async () => {
    const hanna = await at('meter', 'slow-cranking', 'rest');
    await hanna.type('12.23');
    await hanna.see('In spec: half full');
    await hanna.click('Choose instrument');
    await hanna.click('Meter 2, old');
    await hanna.see('The calibration of Meter 2, old has expired.');
    await hanna.see('Too close to call');
    await hanna.click('Meter 2, old');
    await hanna.click('Meter 1');
    await hanna.missing('has run out');
    await hanna.goTo(await trailAt(world.server.url, 'meter-next', 'boarding-ramp', 'contacts'));
    await hanna.click('Understood');
    await hanna.see('Meter 1');
    await hanna.type('0.05');
    await hanna.press('Enter');
    await hanna.see('all saved');
    const kinds = (await eventsOf(world.server.url, 'meter-next')).slice(-2).map(({ kind }) => kind);
    expect(kinds).to.deep.equal(['instrumentChosen', 'readingEntered']);
    await hanna.leave();
  });

  it('swapped leads are turned round before they are judged', async () => {
    const hanna = await at('swap', 'accelerator-pedal', 'supply');
    await hanna.click('Swap the leads');
    await hanna.type('-5.02');
    await hanna.see('In spec');
    await hanna.press('Enter');
    await hanna.see('5.02 V');
    await hanna.click('Swap back');
    await hanna.leave();
  });

  it('a plan that wants a better instrument keeps the way shut, until there is one or a reason', async () => {
    const hanna = await at('close', 'slow-cranking', 'rest');
    await hanna.type('12.2');
    await hanna.press('Enter');
    await hanna.see('use a better instrument');
    await hanna.click('Measure again');
    await hanna.type('12.2');
    await hanna.press('Enter');
    await hanna.click('Go by the displayed value');
    await hanna.fill('Why', 'The good meter is out for calibration');
    await hanna.press('Enter');
    await hanna.see('Go on: Battery while cranking');
    await hanna.click('Go on: Battery while cranking');
    await hanna.goTo('/trails/close/record');
    await hanna.see('accepted: The good meter is out for calibration');
    await hanna.leave();
  });

  it('a plan that wants it measured once more then goes by the displayed value', async () => {
    const hanna = await at('repeat', 'boarding-ramp', 'contacts');
    await hanna.type('0.1');
    await hanna.press('Enter');
    await hanna.see('Too close to call: measure again');
    await hanna.click('Measure again');
    await hanna.type('0.1');
    await hanna.press('Enter');
    await hanna.see('Go on:');
    await hanna.leave();
  });

  it('the same number again is a second reading, however quick the hands are', async () => {
    const hanna = await at('quick', 'boarding-ramp', 'contacts');
    await hanna.type('0.1');
    await hanna.press('Enter');
    await hanna.see('Too close to call: measure again');
    // As quick as the page goes, which is quicker than a press that bounces.
    await hanna.page.evaluate(async () => {
      for (const again of ['Measure again', 'Type again']) {
        [...document.querySelectorAll('button')].find(({ innerText }) => innerText === again)?.click();
        await new Promise((resolve) => setTimeout(resolve, 30));
        const field = document.querySelector<HTMLInputElement>('input[inputmode="none"]');
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(field, '0.1');
        field?.dispatchEvent(new Event('input', { bubbles: true }));
        field?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
        await new Promise((resolve) => setTimeout(resolve, 30));
      }
    });
    await hanna.see('Go on:');
    await hanna.see('all saved');
    const readings = (await eventsOf(world.server.url, 'quick')).filter(({ kind }) => kind === 'readingEntered');
    expect(readings.length).to.equal(3);
    await hanna.leave();
  });

  it('a remark reaches the author with its step', async () => {
    const hanna = await at('remark', 'passenger-door', 'feed');
    await hanna.click('Tell the author');
    await hanna.click('wrong pin');
    await hanna.fill('What the author should know', 'On FG-12 the feed is at pin 6.');
    await hanna.click('Send it with this trail');
    await hanna.see('Tell the author (1)');
    await hanna.see('all saved');
    await hanna.leave();
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/plans/passenger-door');
    await ines.see('Remarks from the bay');
    await ines.see('wrong pin, Feed and ground of the controller: On FG-12 the feed is at pin 6.');
    await ines.leave();
  });

  it('takes pictures that are pasted, and that are dropped on the page', async () => {
    const hanna = await at('pasted', 'passenger-door', 'feed');
    await hanna.page.evaluate(async () => {
      // Two pictures that differ: the same one twice is one.
      for (const how of ['paste', 'drop']) {
        const canvas = document.createElement('canvas');
        canvas.width = how === 'paste' ? 60 : 80;
        canvas.getContext('2d')?.fillRect(5, 5, 20, 20);
        const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
        const data = new DataTransfer();
        data.items.add(new File(blob ? [blob] : [], `${how}.png`, { type: 'image/png' }));
        window.dispatchEvent(
          how === 'paste'
            ? new ClipboardEvent('paste', { clipboardData: data })
            : new DragEvent('drop', { dataTransfer: data, cancelable: true }),
        );
      }
    });
    await hanna.page.waitForFunction(() => document.querySelectorAll('button[aria-label^="Photo by"]').length === 2);
    await hanna.see('all saved');
    await hanna.leave();
    const added = (await eventsOf(world.server.url, 'pasted')).filter(({ kind }) => kind === 'photoAdded');
    expect(added).to.have.length(2);
  });

  it('a photo is scaled, marked and kept with its step', async () => {
    const hanna = await at('photo', 'passenger-door', 'feed');
    const picture = await hanna.page.screenshot({ path: `${world.server.folder}/picture.png` });
    expect(picture.length).to.be.greaterThan(1000);
    await chooseFile(hanna.page, () => hanna.click('Photo'), `${world.server.folder}/picture.png`);
    await hanna.click('Photo by Hanna Creek');
    await hanna.see('Mark the picture');
    const stage = await hanna.page.waitForSelector('[data-drawing] img');
    const box = await stage?.boundingBox();
    if (!box) throw new Error('there is no picture to draw on');
    await hanna.page.mouse.move(box.x + 40, box.y + 40);
    await hanna.page.mouse.down();
    await hanna.page.mouse.move(box.x + 200, box.y + 120, { steps: 4 });
    await hanna.page.mouse.up();
    await hanna.fill('What it shows', 'Corroded terminal');
    await hanna.click('Save');
    await hanna.missing('Mark the picture');
    await hanna.see('all saved');
    const added = (await eventsOf(world.server.url, 'photo')).filter((event) => event.kind === 'photoAdded');
    expect(added.map(({ caption, marks }) => [caption, marks.map(({ shape }) => shape)])).to.deep.equal([
      ['', []],
      ['Corroded terminal', ['arrow']],
    ]);
    const photo = await send(world.server.url, 'GET', `/api/photos/${added[0]?.photoId}`);
    expect([photo.status, photo.headers.get('content-type')]).to.deep.equal([200, 'image/jpeg']);
    await hanna.goTo('/trails/photo/record');
    await hanna.see('Corroded terminal');
    await hanna.leave();
  });

  it('a paused trail says where it stands, and asks again for what may have changed', async () => {
    const hanna = await at('pause', 'passenger-door', 'feed');
    await hanna.click('More');
    await hanna.fill('Pause it', 'Lunch');
    await hanna.click('Pause');
    await hanna.see(': Lunch');
    await hanna.click('Go on from here');
    await hanna.see('First, on the vehicle');
    await hanna.see('ignition on');
    await hanna.leave();
  });

  it('the list of instruments is kept by the author', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/instruments');
    await ines.see('calibration expired');
    await ines.click('Add an instrument');
    await ines.fill('Name', 'Meter 3');
    await ines.fill('Ranges', 'six volts');
    await ines.see('Line 1: write end of the range');
    await ines.fill('Ranges', '6; 0.3 %; 2; 0.001');
    await ines.click('Save');
    await ines.see('Meter 3');
    await ines.see('6 V ±(0.3 % + 2)');
    await ines.leave();
  });
});
