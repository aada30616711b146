import { expect } from 'chai';
import { inBrowser } from '../testing/browser';

describe('what a device keeps of answers', () => {
  inBrowser();

  it('is forgotten with whoever signs out, and an answer that comes afterwards is not kept', async () => {
    const { keepAnswer, keptAnswer, forgetAnswers } = await import('./keptAnswers');
    const { askedNow } = await import('./askedFor');
    const asked = askedNow();
    await keepAnswer('jobs', ['a'], asked);
    expect((await keptAnswer('jobs'))?.data).to.deep.equal(['a']);
    await forgetAnswers();
    await keepAnswer('jobs', ['a'], asked);
    expect(await keptAnswer('jobs')).to.equal(undefined);
    await keepAnswer('jobs', ['b'], askedNow());
    expect((await keptAnswer('jobs'))?.data).to.deep.equal(['b']);
  });
});
