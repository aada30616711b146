import { expect } from 'chai';
import { aPlan } from '../../testing/aPlan.js';
import { completionsAt, mentionOf, withMentions } from '../index.js';

const wire = { colour: 'violet', tracer: 'white' };
const plan = aPlan({
  partCards: [
    {
      id: 'B4',
      name: 'Coolant sensor B4',
      place: '',
      howItWorks: '',
      values: [],
      physicalChecks: [],
      references: [],
      connectors: [
        {
          id: 'C31',
          name: '',
          face: null,
          pins: ['1', '2'].map((pin) => ({ pin, name: pin === '2' ? 'signal' : 'ground', wire })),
        },
      ],
    },
  ],
});

describe('mentions of pins', () => {
  const write = (text: string) => withMentions(plan, text, ({ connector, pin }) => `<${connector.id}/${pin.pin}>`);

  it('are found in a text, with a dot or a point between', () =>
    expect(write('From @C31.2 to @C31·1.')).to.equal('From <C31/2> to <C31/1>.'));

  it('stay as they are where the plan has no such pin', () =>
    expect(write('@C31.9, someone@example, @C9.1')).to.equal('@C31.9, someone@example, @C9.1'));

  for (const [before, found] of [
    ['Measure at @', ['@C31.1', '@C31.2']],
    ['Measure at @C31.2', ['@C31.2']],
    ['Measure at @sig', ['@C31.2']],
    ['Measure at @cool', ['@C31.1', '@C31.2']],
    ['Measure at @C9', []],
  ] as const)
    it(`completes “${before}” by what begins so`, () =>
      expect(completionsAt(plan, before)?.pins.map(mentionOf)).to.deep.equal(found));

  it('completes nothing where nothing was begun', () =>
    expect([completionsAt(plan, 'Measure'), completionsAt(plan, '@C31.2 is done')]).to.deep.equal([
      undefined,
      undefined,
    ]));
});
