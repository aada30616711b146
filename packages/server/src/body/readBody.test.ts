import { expect } from 'chai';
import { readBodyApart } from './readBody.js';

describe('reading bodies in another thread', () => {
  it('says what is no JSON, and what is no such body', async () => {
    expect(await readBodyApart('trailEvents', '{"events":')).to.deep.include({ ok: false });
    expect(await readBodyApart('trailEvents', '{"events":[]}'))
      .to.have.property('message')
      .that.includes('events');
  });

  it('asks to come again when more waits than can be read, and reads on afterwards', async () => {
    const text = JSON.stringify({ events: Array(2000).fill({}) });
    const answers = await Promise.allSettled(Array.from({ length: 120 }, () => readBodyApart('trailEvents', text)));
    const refused = answers.filter((one) => one.status === 'rejected' && one.reason.code === 'OVERLOADED');
    expect(refused.length).to.be.greaterThan(0);
    expect(answers.filter(({ status }) => status === 'fulfilled').length).to.be.greaterThan(50);
    expect(await readBodyApart('trailEvents', text)).to.have.property('ok', false);
  });
});
