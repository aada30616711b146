import { expect } from 'chai';
import { lastingStates, movesTo } from './index.js';

const state = (text: string) => {
  const [what = '', is = ''] = text.split(': ');
  return { what, is };
};
const moves = (believed: Record<string, string>, ...needs: string[]) =>
  movesTo(believed, needs.map(state)).map(({ what, is, because }) => `${what}: ${is}${because ? ' (first)' : ''}`);

describe('movesTo', () => {
  for (const [why, believed, needs, want] of [
    ['asks for nothing that is so already', { ignition: 'on' }, ['ignition: on'], []],
    ['asks only for what changes', { ignition: 'on' }, ['ignition: on', 'engine: off'], ['engine: off']],
    [
      'switches on from the supply to the load',
      {},
      ['loads: on', 'engine: running', 'ignition: on', 'charger: on'],
      ['charger: on', 'ignition: on', 'engine: running', 'loads: on'],
    ],
    [
      'switches off from the load to the supply, and waits for the buses last',
      {},
      ['buses: asleep', 'doors: closed', 'ignition: off', 'loads: off'],
      ['loads: off', 'ignition: off', 'doors: closed', 'buses: asleep'],
    ],
    [
      'unplugs between off and on',
      { ignition: 'on' },
      ['ignition: on', 'C31: unplugged'],
      ['ignition: off (first)', 'C31: unplugged', 'ignition: on'],
    ],
    [
      'stops a running engine before anything is plugged in',
      { ignition: 'on', engine: 'running' },
      ['C31: plugged in'],
      ['engine: off (first)', 'ignition: off (first)', 'C31: plugged in'],
    ],
    [
      'takes the ignition for on where nobody has said',
      {},
      ['relay K7: pulled out'],
      ['ignition: off (first)', 'relay K7: pulled out'],
    ],
    [
      'leaves it where the step itself wants it off',
      { ignition: 'on' },
      ['relay K7: pulled out', 'ignition: off'],
      ['ignition: off', 'relay K7: pulled out'],
    ],
    [
      'lets pressure out before a part is opened',
      { ignition: 'off' },
      ['hose: removed', 'pressure: released'],
      ['pressure: released', 'hose: removed'],
    ],
  ] as const)
    it(why, () => expect(moves({ ...believed }, ...needs)).to.deep.equal(want));
});

describe('lastingStates', () => {
  it('keeps what nobody changes by chance', () =>
    expect(lastingStates({ ignition: 'on', C31: 'unplugged', buses: 'asleep' })).to.deep.equal({ C31: 'unplugged' }));
});
