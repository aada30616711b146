import { expect } from 'chai';
import fc from 'fast-check';
import {
  aHookUp,
  aNeed,
  anOutcome,
  aPath,
  aPlan,
  aReading,
  aStep,
  toConclusion,
  toStep,
  withOutcome,
  withStep,
} from '../../testing/aPlan.js';
import { comparePlans, type Plan } from '../index.js';

const said = (before: Plan, after: Plan) =>
  comparePlans(before, after).map(({ kind, about, what, ...one }) => [kind, about, what, one.before, one.after]);

const ground = (change: Parameters<typeof withStep>[2]) => withStep(aPlan(), 'ground', change);

describe('comparePlans', () => {
  it('finds nothing between two equal plans', () => expect(said(aPlan(), aPlan())).to.deep.equal([]));

  for (const [why, after, want] of [
    [
      'limits',
      ground((step) => ({
        ...step,
        readings: [aReading('drop', { kind: 'band', unit: 'V', min: null, max: 0.3 }, { name: 'Drop' })],
      })),
      ['changed', 'ground', 'limits of Drop', '0.2 V or less', '0.3 V or less'],
    ],
    [
      'what a suspect would make a reading show',
      ground((step) => ({
        ...step,
        readings: step.readings.map((reading) => ({
          ...reading,
          expects: [{ kind: 'range', suspectId: 'ground', min: 0.4, max: null }],
        })),
      })),
      ['added', 'ground', 'what Drop is expected to show', '', 'ground: 0.4 to '],
    ],
    [
      'which experiment a step is',
      ground((step) => ({ ...step, experiment: 'voltageDrop' })),
      ['added', 'ground', 'experiment', '', 'voltage drop'],
    ],
    [
      'a new current path',
      aPlan({ paths: [aPath('lamp', ['battery', 'lamp', 'stud'], ['feed'])] }),
      ['added', 'lamp', 'current path', '', 'lamp'],
    ],
    [
      'where a branch leads',
      withOutcome(aPlan(), 'feed', 'missing', { goTo: toStep('ground') }),
      ['changed', 'feed', 'when Feed is too low, it leads to', 'Found: feed', 'ground'],
    ],
    [
      'what an outcome clears',
      withOutcome(aPlan(), 'feed', 'there', { clears: ['feed', 'fuse'] }),
      ['changed', 'feed', 'when Feed is in spec or too high, it clears', 'feed', 'feed, fuse'],
    ],
    [
      'when an outcome holds',
      withOutcome(aPlan(), 'feed', 'there', { when: [{ readingId: 'volts', zoneIds: ['inSpec'] }] }),
      ['changed', 'feed', 'an outcome holds when', 'Feed is in spec or too high', 'Feed is in spec'],
    ],
    [
      'a new step',
      aPlan({
        steps: [...aPlan().steps, aStep('new', [anOutcome('on', toConclusion('fuse'))], { title: 'Lamp on the feed' })],
      }),
      ['added', 'Lamp on the feed', 'step', '', 'Lamp on the feed'],
    ],
    ['a step that is gone', aPlan({ steps: aPlan().steps.slice(0, 2) }), ['removed', 'ground', 'step', 'ground', '']],
    [
      'the vehicle state',
      ground((step) => ({ ...step, needs: [aNeed('ignition', 'on'), aNeed('buses', 'asleep', 120)] })),
      ['changed', 'ground', 'vehicle state', 'ignition on', 'ignition on, buses asleep, for 120 s'],
    ],
    [
      'the hook-up',
      ground((step) => ({ ...step, hookUp: aHookUp({ range: { value: 2, unit: 'V' } }) })),
      ['added', 'ground', 'hook-up', '', 'DC volts; range 2 V'],
    ],
    [
      'a weight',
      aPlan({ suspects: aPlan().suspects.map((one) => (one.id === 'fuse' ? { ...one, weight: 6 } : one)) }),
      ['changed', 'fuse', 'weight', '4', '6'],
    ],
    [
      'a new name',
      ground((step) => ({ ...step, title: 'Ground stud' })),
      ['changed', 'Ground stud', 'name', 'ground', 'Ground stud'],
    ],
    [
      'the order of the outcomes',
      ground((step) => ({ ...step, outcomes: [...step.outcomes].reverse() })),
      ['changed', 'ground', 'order of the outcomes', 'Drop is in spec; otherwise', 'always; Drop is in spec'],
    ],
    [
      'what too close to call does',
      aPlan({ tooClose: 'repeat' }),
      [
        'changed',
        'The plan',
        'a reading that is too close to call',
        'goes by the displayed value',
        'is measured once more',
      ],
    ],
  ] as const)
    it(`says ${why} in a technician's words`, () => expect(said(aPlan(), after)).to.deep.include(want));

  it('takes a step with another name for the same step, wherever something leads to it', () => {
    const plan = withStep(aPlan(), 'look', (step) => ({ ...step, title: 'Look at the fuse' }));
    const looped = (one: Plan) => withOutcome(one, 'ground', 'bad', { goTo: toStep('look') });
    expect(said(looped(aPlan()), looped(plan))).to.deep.equal([
      ['changed', 'Look at the fuse', 'name', 'look', 'Look at the fuse'],
    ]);
  });

  it('says what of a current path is another', () => {
    const withPath = (suspectId: string) => aPlan({ paths: [aPath('lamp', ['battery', 'lamp', 'stud'], [suspectId])] });
    expect(said(withPath('feed'), withPath('fuse'))).to.deep.equal([
      [
        'changed',
        'lamp',
        'points and sections',
        'battery (2 min, in reach), at most 0.1 V, feed; lamp (2 min, in reach), the load; stud (2 min, in reach)',
        'battery (2 min, in reach), at most 0.1 V, fuse; lamp (2 min, in reach), the load; stud (2 min, in reach)',
      ],
    ]);
  });

  it('says which wire of a pin has another colour', () => {
    const card = (colour: string): Plan =>
      aPlan({
        partCards: [
          {
            id: 'B4',
            name: 'Sensor B4',
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
                pins: [{ pin: '2', name: 'signal', wire: { colour, tracer: 'white' } }],
              },
            ],
          },
        ],
      });
    expect(said(card('violet'), card('green'))).to.deep.equal([
      ['changed', 'Sensor B4', 'C31·2', 'signal, violet/white', 'signal, green/white'],
    ]);
  });

  it('finds something whenever a field of a step is another, and the reverse the other way round', () => {
    const field = fc.record({ title: fc.string(), proves: fc.string(), instruction: fc.string() });
    fc.assert(
      fc.property(field, field, (a, b) => {
        const [before, after] = [a, b].map((change) => ground((step) => ({ ...step, ...change }))) as [Plan, Plan];
        const swap = { added: 'removed', removed: 'added', changed: 'changed' } as const;
        const there = comparePlans(before, after);
        const back = comparePlans(after, before);
        const isSame = JSON.stringify(before) === JSON.stringify(after);
        // A step without a title goes by its id.
        const sayTitle = (title: string) => title || 'ground';
        if (sayTitle(a.title) === sayTitle(b.title) || isSame)
          expect(there.length === 0).to.equal(a.proves === b.proves && a.instruction === b.instruction);
        expect(back.map(({ what, kind }) => [what, kind])).to.deep.equal(
          there.map(({ what, kind }) => [what, swap[kind]]),
        );
      }),
      { seed: 3 },
    );
  });
});
