import { expect } from 'chai';
import { aUser, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('a report of many megabytes', () => {
  const world = useWorld();
  let tobi: User;

  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi');
    await tobi.goTo('/');
    const jobs = await tobi.page.evaluate(async () => (await (await fetch('/api/jobs')).json()) as { jobId: string }[]);
    await tobi.goTo(`/jobs/${jobs[0]?.jobId}/codes/new?from=text`);
    await tobi.see('Choose a file');
  });

  /** Drops a file of so many lines on the field of the report. */
  const drop = (lines: number) =>
    tobi.page.evaluate((count) => {
      const data = new DataTransfer();
      const text = 'Engine control unit P0118 coolant temperature circuit high 🚌, present\n'.repeat(count);
      data.items.add(new File([text], 'report.txt', { type: 'text/plain' }));
      const field = document.querySelector('textarea');
      field?.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
    }, lines);

  it('is read aside, says how far it is, and can be broken off', async () => {
    await drop(700_000);
    await tobi.see('% read');
    await tobi.click('Cancel');
    await tobi.missing('% read');
    expect(await tobi.page.$eval('textarea', (field) => field.value)).to.equal('');
  });

  it('is read to its end, and shows its beginning', async () => {
    await drop(20_000);
    await tobi.see('found in 20000 lines');
    const shown = await tobi.page.$eval('textarea', (field) => field.value);
    expect([shown.length <= 100_000, shown.startsWith('Engine control unit P0118')]).to.deep.equal([true, true]);
  });
});
