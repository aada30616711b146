import { expect } from 'chai';
import { aPartCard, aPlan, withStep } from '../../testing/aPlan.js';
import { photoIdOf, picturesIn, picturesOfText, pictureText } from '../index.js';

const [one, other] = ['a'.repeat(64), 'b'.repeat(64)];

describe('pictures in instructions', () => {
  it('stand as Markdown, whatever the caption has in it', () =>
    expect(pictureText(one, 'Plug [C31] (left)')).to.equal(`![Plug  C31   left](photo:${one})`));

  it('are found in instructions and on part cards, each once', () => {
    const card = aPartCard('x', 'C1', [], { howItWorks: pictureText(other, '') });
    const plan = withStep(aPlan({ partCards: [card] }), 'feed', (step) => ({
      ...step,
      instruction: `Look: ${pictureText(one, 'here')} and again ${pictureText(one, '')}. ![](https://x.test/a.png)`,
    }));
    expect(picturesIn(plan)).to.deep.equal([one, other]);
  });

  it('are told with their captions, in their order', () =>
    expect(
      picturesOfText(`${pictureText(other, 'plug')} ![far](https://x.test/a.png) ${pictureText(one, '')}`),
    ).to.deep.equal([
      { photoId: other, caption: 'plug' },
      { photoId: one, caption: '' },
    ]));

  for (const [address, isOurs] of [
    [`photo:${one}`, true],
    [`photo:${one.slice(1)}`, false],
    ['https://x.test/a.png', false],
    ['javascript:alert(1)', false],
    [`photo:${one}/../x`, false],
  ] as const)
    it(`${address.slice(0, 30)} is ${isOurs ? 'one' : 'none'}`, () =>
      expect(photoIdOf(address)).to.equal(isOurs ? one : undefined));
});
