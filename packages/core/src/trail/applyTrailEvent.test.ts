import { expect } from 'chai';
import fc from 'fast-check';
import { validate } from '../schema/index.js';
import { aPlan, withOutcome } from '../testing/aPlan.js';
import { chosen, events, ignitionOn, opened, taken, typed, walk } from '../testing/aWalk.js';
import {
  applyTrailEvent,
  earlierReading,
  outcomeOfTaken,
  reduceTrail,
  sayMisfit,
  standingWaymarks,
  type Trail,
  type TrailEvent,
  trailEventSchema,
} from './index.js';

const plan = aPlan();
const toGround = [
  chosen('look', 'seen', 'fine'),
  taken('look', 'fine'),
  ignitionOn('feed'),
  typed('feed', 'volts', '12,4'),
  taken('feed', 'there'),
] as const;

const misfitOf = (...loose: Parameters<typeof walk> extends [unknown, ...infer Rest] ? Rest : never) => {
  const result = reduceTrail(plan, events(opened, ...loose));
  return result.ok ? 'none' : result.problem.misfit.kind;
};

describe('applyTrailEvent', () => {
  it('walks from the first step to an accepted conclusion', () => {
    const trail = walk(plan, ...toGround, typed('ground', 'drop', '20 mV'), taken('ground', 'good'), {
      kind: 'concluded',
      conclusionId: 'motor',
    });
    expect(trail.at).to.deep.include({ kind: 'concluded', conclusionId: 'motor', by: 'Tobi Lunde' });
    expect(trail.waymarks.map(({ stepId, outcomeId }) => [stepId, outcomeId])).to.deep.equal([
      ['look', 'fine'],
      ['feed', 'there'],
      ['ground', 'good'],
    ]);
  });

  it('keeps the text as typed beside the value in the unit of the step', () => {
    const [, feed] = walk(plan, ...toGround).waymarks;
    expect(feed?.taken[0]?.reading).to.deep.include({ value: 12.4, unit: 'V', text: '12,4' });
    expect(feed?.taken[0]?.verdict.kind).to.equal('inSpec');
  });

  it('lets a reading be corrected until its outcome is taken', () => {
    const trail = walk(plan, ...toGround.slice(0, 4), typed('feed', 'volts', '3.1'));
    expect(plan.steps.map((step) => outcomeOfTaken(step, trail.taken)?.id)).to.include('missing');
  });

  it('believes a confirmed state on later steps too', () =>
    expect(walk(plan, ...toGround).believed).to.deep.equal({ ignition: 'on' }));

  describe('a state that cannot be had', () => {
    const without = (stepId: string, what = 'ignition', is = 'on') =>
      ({ kind: 'stateOverridden', stepId, state: [{ what, is }], reason: 'key is lost' }) as const;
    const atFeed = [chosen('look', 'seen', 'fine'), taken('look', 'fine')] as const;

    it('opens the step all the same, and the reason stays with the waymark', () => {
      const trail = walk(plan, ...atFeed, without('feed'), typed('feed', 'volts', '12,4'), taken('feed', 'there'));
      expect(trail.waymarks.at(-1)?.overridden).to.deep.equal([
        { what: 'ignition', is: 'on', reason: 'key is lost', by: 'Tobi Lunde' },
      ]);
    });

    it('is not believed: the next step asks for it again', () => {
      const trail = walk(plan, ...atFeed, without('feed'), typed('feed', 'volts', '12,4'), taken('feed', 'there'));
      expect([trail.overridden, trail.believed]).to.deep.equal([[], {}]);
      expect(
        misfitOf(
          ...atFeed,
          without('feed'),
          typed('feed', 'volts', '12,4'),
          taken('feed', 'there'),
          typed('ground', 'drop', '1'),
        ),
      ).to.equal('stateNotConfirmed');
    });

    it('is only overridden where the step needs it and does not have it', () => {
      expect(misfitOf(without('look'))).to.equal('nothingToOverride');
      expect(misfitOf(...atFeed, without('feed', 'ignition', 'off'))).to.equal('nothingToOverride');
      expect(misfitOf(...atFeed, ignitionOn('feed'), without('feed'))).to.equal('nothingToOverride');
      expect(misfitOf(without('feed'))).to.equal('notAtStep');
    });

    it('is set aside with the waymark by going back', () => {
      const trail = walk(plan, ...atFeed, without('feed'), typed('feed', 'volts', '12,4'), {
        kind: 'wentBack',
        toWaymarkId: 'e2',
      });
      expect(trail.overridden).to.deep.equal([]);
      expect(trail.waymarks.at(-1)).to.deep.include({ setAside: true, outcomeId: null });
      expect(trail.waymarks.at(-1)?.overridden).to.have.length(1);
    });
  });

  describe('going back', () => {
    const back = walk(plan, ...toGround, { kind: 'wentBack', toWaymarkId: 'e2' });

    it('opens the step of the waymark again', () => expect(back.at).to.deep.equal({ kind: 'step', stepId: 'look' }));
    it('sets that waymark and all later ones aside, and keeps them', () => {
      expect(back.waymarks.map(({ setAside }) => setAside)).to.deep.equal([true, true]);
      expect(standingWaymarks(back)).to.deep.equal([]);
    });
    it('offers the earlier reading again', () => {
      expect(earlierReading(back, 'feed', 'volts')?.entry).to.deep.equal({ kind: 'typed', text: '12,4' });
      expect(earlierReading(back, 'ground', 'drop')).to.equal(undefined);
    });
    it('keeps a reading of the step that was being left', () => {
      const left = walk(plan, ...toGround, typed('ground', 'drop', '0.5'), { kind: 'wentBack', toWaymarkId: 'e5' });
      expect(earlierReading(left, 'ground', 'drop')?.entry).to.deep.equal({ kind: 'typed', text: '0.5' });
    });
    it('cannot go back to a waymark that was set aside', () =>
      expect(
        misfitOf(...toGround, { kind: 'wentBack', toWaymarkId: 'e2' }, { kind: 'wentBack', toWaymarkId: 'e5' }),
      ).to.equal('noSuchWaymark'));
    it('can leave a conclusion that has not been accepted', () => {
      const trail = walk(plan, chosen('look', 'seen', 'broken'), taken('look', 'broken'), {
        kind: 'wentBack',
        toWaymarkId: 'e2',
      });
      expect(trail.at).to.deep.equal({ kind: 'step', stepId: 'look' });
    });
  });

  it('a skipped step leads on by the chosen outcome, with the reason kept', () => {
    const trail = walk(plan, { kind: 'skipped', stepId: 'look', reason: 'fuse box seized', outcomeId: 'fine' });
    expect(trail.at).to.deep.equal({ kind: 'step', stepId: 'feed' });
    expect(trail.waymarks[0]?.skippedBecause).to.equal('fuse box seized');
  });

  describe('refuses an event that does not fit', () => {
    for (const [what, loose, kind] of [
      ['a second opening', [opened], 'alreadyOpened'],
      ['a reading of another step', [typed('ground', 'drop', '0.1')], 'notAtStep'],
      [
        'a reading before the vehicle state is confirmed',
        [chosen('look', 'seen', 'fine'), taken('look', 'fine'), typed('feed', 'volts', '12')],
        'stateNotConfirmed',
      ],
      ['a reading that the step does not take', [chosen('look', 'other', 'fine')], 'noSuchReading'],
      ['an option that cannot be seen', [chosen('look', 'seen', 'purple')], 'entry'],
      ['a number where a choice is due', [typed('look', 'seen', '12')], 'entry'],
      [
        'a reading that cannot be understood',
        [chosen('look', 'seen', 'fine'), taken('look', 'fine'), ignitionOn('feed'), typed('feed', 'volts', '12 Ω')],
        'entry',
      ],
      ['an outcome before its reading', [taken('look', 'fine')], 'readingMissing'],
      [
        'an outcome that the readings do not lead to',
        [chosen('look', 'seen', 'fine'), taken('look', 'broken')],
        'otherOutcome',
      ],
      [
        'an unknown outcome on a skip',
        [{ kind: 'skipped', stepId: 'look', reason: 'dark', outcomeId: 'gone' }],
        'noSuchOutcome',
      ],
      ['a conclusion that was not reached', [{ kind: 'concluded', conclusionId: 'motor' }], 'notAtConclusion'],
      [
        'anything after the conclusion',
        [
          chosen('look', 'seen', 'broken'),
          taken('look', 'broken'),
          { kind: 'concluded', conclusionId: 'fuse' },
          ignitionOn('look'),
        ],
        'alreadyConcluded',
      ],
    ] as const)
      it(what, () => {
        const result = reduceTrail(plan, events(opened, ...loose));
        expect(result.ok ? 'none' : result.problem.misfit.kind).to.equal(kind);
        expect(result.ok ? '' : sayMisfit(result.problem.misfit)).to.match(/^[A-Z“].*\.$/);
      });
    it('an outcome that leads nowhere', () => {
      const unfinished = withOutcome(plan, 'look', 'fine', { goTo: { kind: 'nowhere' } });
      const result = reduceTrail(unfinished, events(opened, chosen('look', 'seen', 'fine'), taken('look', 'fine')));
      expect(result.ok ? 'none' : result.problem.misfit.kind).to.equal('leadsNowhere');
    });
    it('an event before the opening, and a log without one', () => {
      expect(reduceTrail(plan, events(ignitionOn('look'))).ok).to.equal(false);
      for (const event of events(ignitionOn('look'))) expect(applyTrailEvent({ plan }, event).ok).to.equal(false);
      expect(reduceTrail(plan, []).ok).to.equal(false);
    });
    it('a plan that is not the one it was opened with', () =>
      expect(reduceTrail(aPlan({ id: 'other' }), events(opened)).ok).to.equal(false));
  });

  it('random events: one by one and all at once give the same state, and a refused one changes nothing', () => {
    const reached = { concluded: 0, refused: 0, setAside: 0, skipped: 0 };
    const possible = fc.constantFrom(
      chosen('look', 'seen', 'fine'),
      chosen('look', 'seen', 'broken'),
      taken('look', 'fine'),
      taken('look', 'broken'),
      ignitionOn('feed'),
      typed('feed', 'volts', '12.4'),
      typed('feed', 'volts', '2'),
      taken('feed', 'there'),
      taken('feed', 'missing'),
      typed('ground', 'drop', '0.02'),
      typed('ground', 'drop', 'OL'),
      taken('ground', 'good'),
      taken('ground', 'bad'),
      { kind: 'skipped' as const, stepId: 'look', reason: 'x', outcomeId: 'fine' },
      { kind: 'wentBack' as const, toWaymarkId: 'e2' },
      { kind: 'wentBack' as const, toWaymarkId: 'e5' },
      { kind: 'concluded' as const, conclusionId: 'motor' },
      { kind: 'concluded' as const, conclusionId: 'fuse' },
    );
    fc.assert(
      fc.property(fc.array(possible, { minLength: 40, maxLength: 160, size: 'max' }), (loose) => {
        const fitting: TrailEvent[] = [];
        let trail: Trail | undefined;
        for (const event of events(opened, ...loose)) {
          const before = JSON.stringify(trail);
          const next = applyTrailEvent(trail ?? { plan }, event);
          expect(JSON.stringify(trail)).to.equal(before);
          reached.refused += Number(!next.ok);
          if (!next.ok) continue;
          fitting.push(event);
          trail = next.value;
        }
        const again = reduceTrail(plan, fitting);
        expect(again.ok && again.value).to.deep.equal(trail);
        reached.concluded += Number(trail?.at.kind === 'concluded');
        reached.setAside += Number(trail?.waymarks.some(({ setAside }) => setAside));
        reached.skipped += Number(trail?.waymarks.some(({ skippedBecause }) => skippedBecause));
      }),
      { numRuns: 200, seed: 7 },
    );
    for (const [what, count] of Object.entries(reached)) expect(count, what).to.be.greaterThan(10);
  });
});

describe('trailEventSchema', () => {
  it('takes every kind of event as it is', () => {
    const all = events(
      opened,
      ...toGround,
      { kind: 'wentBack', toWaymarkId: 'e2' },
      { kind: 'concluded', conclusionId: 'x' },
      { kind: 'skipped', stepId: 'a', reason: 'b', outcomeId: 'c' },
    );
    for (const event of all) expect(validate(trailEventSchema, event)).to.deep.equal({ ok: true, value: event });
  });
  for (const [what, bad] of [
    ['a time that is text', { atMs: 'now' }],
    ['a kind nobody knows', { kind: 'flew' }],
    ['a field too many', { extra: 1 }],
    ['no person', { by: '' }],
  ] as const)
    it(`refuses ${what}`, () =>
      expect(validate(trailEventSchema, { ...events(ignitionOn('look'))[0], ...bad }).ok).to.equal(false));
});
