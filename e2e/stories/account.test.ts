import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Account } from '@probe-trail/core/account';
import type { JobLog } from '@probe-trail/core/job';
import type { Workshop } from '@probe-trail/core/workshop';
import { expect } from 'chai';
import { keepDownloads, untilRead } from '../support/downloads.js';
import { aUser, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('the account of a job', () => {
  const world = useWorld();
  let hanna: User;
  before(async () => {
    hanna = await aUser(world.browser, world.server.url, 'hanna');
  });
  const path = '/jobs/job-fg-10-fan/account';
  const given = async () => {
    const log = (await (await send(world.server.url, 'GET', '/api/jobs/job-fg-10-fan')).json()) as JobLog;
    return log.events.flatMap((event) => (event.kind === 'accountGiven' ? [event.parts] : []));
  };
  const untilGiven = async (times: number) => {
    while ((await given()).length < times) await new Promise((resolve) => setTimeout(resolve, 100));
  };
  const written = (label: string): Promise<string> =>
    hanna.page.evaluate(
      (name) =>
        [...document.querySelectorAll('textarea')].find((one) => one.labels[0]?.textContent === name)?.value ?? '',
      label,
    );

  it('is written from what is recorded, with the numbers in it', async () => {
    await hanna.goTo(path);
    await hanna.see('What we checked');
    await hanna.page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some(({ value }) => value.includes('0.011 V now, 0.240 V before.')),
    );
    expect(await written('What you told us')).to.include('“Fan runs slowly, gets hot on the climb.”');
    expect(await written('What we did')).to.include('Serrated washer M8, LP35-0118');
    expect(await written('What we checked')).to.include('The repair is proven.');
  });

  it('keeps what is changed through a reload, and is handed over as it stands', async () => {
    await hanna.fill('What we did', 'We cleaned the ground <b>G3</b>.');
    await hanna.page.reload();
    await hanna.see('Write it anew from what is recorded');
    expect(await written('What we did')).to.equal('We cleaned the ground <b>G3</b>.');
    await hanna.click('Hand it over');
    await hanna.see('Handed over by Hanna Creek');
    await untilGiven(1);
    expect((await given())[0]?.find(({ part }) => part === 'done')?.text).to.equal('We cleaned the ground <b>G3</b>.');
  });

  it('is another version once it is changed, on the device of whoever has not seen the first', async () => {
    const pell = await aUser(world.browser, world.server.url, 'pell');
    await pell.goTo(path);
    await pell.see('Handed over by Hanna Creek');
    await pell.fill('What we did', 'We cleaned the ground stud G3.');
    await pell.click('Hand it over again');
    await pell.see('version 2');
    await untilGiven(2);
    await pell.leave();
  });

  it('goes out as PDF, HTML, Markdown and JSON, and what was typed stays text', async () => {
    await hanna.page.reload();
    await hanna.see('version 2');
    await hanna.fill('What we did', 'We cleaned <script>G3</script>.');
    const folder = await keepDownloads(hanna);
    const take = async (way: string, file: string, ending: string) => {
      await hanna.click('Export');
      await hanna.click(way);
      if (ending === '%%EOF') await hanna.page.waitForSelector('iframe[title="How it begins"]');
      return untilRead(join(folder, file), ending);
    };
    const paper = await take('On paper (PDF)', 'FG-10-customer.pdf', '%%EOF');
    expect(paper.subarray(0, 5).toString()).to.equal('%PDF-');
    const html = (await take('For an e-mail (HTML)', 'FG-10-customer.html', '</html>')).toString();
    expect(html).to.include('We cleaned &lt;script&gt;G3&lt;/script&gt;.').and.to.not.include('<script');
    const markdown = (await take('Markdown', 'FG-10-customer.md', 'proven.')).toString();
    expect(markdown).to.include('## What we checked');
    await hanna.click('for the next technician');
    await hanna.see('Correction');
    const file = JSON.parse(
      (await take('Account file (JSON)', 'FG-10-technician.account.json', '}')).toString(),
    ) as Account;
    expect([file.format, file.version, file.technician.cause]).to.deep.equal([
      'probe-trail-account',
      2,
      'Ground stud G3.',
    ]);
    expect(file.technician.readings.filter(({ when }) => when === 'after')).to.have.length(2);
  });

  it('bears the letterhead of the workshop, which an administrator keeps', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/workshop');
    await ines.fill('Name of the workshop', 'Fellgate Depot Workshop');
    await ines.fill('Address', 'Moor Lane 4');
    await ines.click('Letter');
    const logo = await ines.page.waitForSelector('input[type="file"]');
    await logo?.uploadFile(fileURLToPath(new URL('../../README.md', import.meta.url)));
    await ines.see('“README.md” is not a picture that can be read here. It was not added.');
    await logo?.uploadFile(fileURLToPath(new URL('../../docs/screenshots/board.png', import.meta.url)));
    await ines.see('Remove it');
    await ines.click('Save');
    await ines.see('It is saved.');
    const kept = (await (await send(world.server.url, 'GET', '/api/workshop')).json()) as Workshop;
    expect(kept).to.deep.include({ name: 'Fellgate Depot Workshop', address: 'Moor Lane 4', paper: 'Letter' });
    expect(kept.logoId).to.match(/^[0-9a-f]{64}$/);
    await ines.leave();
    const folder = await keepDownloads(hanna);
    await hanna.goTo(path);
    await hanna.click('Export');
    await hanna.click('On paper (PDF)');
    const pdf = await untilRead(join(folder, 'FG-10-customer.pdf'), '%%EOF');
    // Letter paper, in points.
    expect(pdf.toString('latin1')).to.match(/MediaBox \[0 0 612(\.0+)? 792(\.0+)?\]/);
    await hanna.click('Export');
    await hanna.click('For an e-mail (HTML)');
    const html = await untilRead(join(folder, 'FG-10-customer.html'), '</html>');
    expect(String(html)).to.include('<b>Fellgate Depot Workshop</b><br>Moor Lane 4');
  });

  it('is signed on the screen, and the drawing goes with it', async () => {
    await hanna.goTo(path);
    await hanna.click('Let the customer sign');
    await hanna.fill('Name', 'Mr Vale');
    const pad = await hanna.page.waitForSelector('canvas');
    const box = await pad?.boundingBox();
    if (!box) throw new Error('there is no field to sign in');
    await hanna.page.mouse.move(box.x + 40, box.y + 60);
    await hanna.page.mouse.down();
    await hanna.page.mouse.move(box.x + 160, box.y + 120, { steps: 6 });
    await hanna.page.mouse.up();
    await hanna.page.waitForSelector('[role="dialog"] button:not(:disabled) ::-p-text(Hand it over, signed)');
    await hanna.click('Hand it over, signed');
    await hanna.see('signed by Mr Vale');
    await untilGiven(3);
    const log = (await (await send(world.server.url, 'GET', '/api/jobs/job-fg-10-fan')).json()) as JobLog;
    const given = log.events.findLast((event) => event.kind === 'accountGiven');
    const photoId = given?.kind === 'accountGiven' ? given.signature?.photoId : undefined;
    const drawn = await send(world.server.url, 'GET', `/api/photos/${photoId}`);
    expect([drawn.status, drawn.headers.get('content-type')]).to.deep.equal([200, 'image/png']);
  });
});
