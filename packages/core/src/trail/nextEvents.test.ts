import { expect } from 'chai';
import fc from 'fast-check';
import { aPlan } from '../testing/aPlan.js';
import {
  applyTrailEvent,
  measuringContextOf,
  nextEvent,
  openingOf,
  reduceTrail,
  sampleEntry,
  stampTrailEvent,
  type Trail,
} from './index.js';

const plan = aPlan();
const opening = openingOf(plan.id, { fleetNumber: 'FG-07', line: 'Loper 35' });
const stampAt = (atMs: number) => ({ id: `e${atMs}`, atMs, by: 'Tobi Lunde' });
const opened = (): Trail => {
  const reduced = reduceTrail(plan, [stampTrailEvent(opening, stampAt(0))]);
  if (!reduced.ok) throw new Error(reduced.problem.misfit.kind);
  return reduced.value;
};

describe('what comes next on a trail', () => {
  it('fits whatever is read, and comes to a conclusion or to a step that has no outcome for it', () =>
    fc.assert(
      fc.property(fc.infiniteStream(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true })), (numbers) => {
        const random = () => numbers.next().value as number;
        let trail = opened();
        for (let nth = 1; nth < 200; nth += 1) {
          const event = nextEvent(trail, {
            entryFor: (reading, step) => sampleEntry(reading, measuringContextOf(trail, step, reading), random),
            nowMs: nth,
            reason: 'only tried',
          });
          if (!event) break;
          const next = applyTrailEvent(trail, stampTrailEvent(event, stampAt(nth)));
          if (!next.ok) throw new Error(`${event.kind}: ${next.problem.kind}`);
          trail = next.value;
        }
        const isStuck = trail.at.kind === 'step' && Object.keys(trail.taken).length > 0;
        expect(trail.at.kind === 'conclusion' || isStuck).to.equal(true);
      }),
    ));

  it('is nothing where no step is open', () => {
    const trail: Trail = { ...opened(), at: { kind: 'conclusion', conclusionId: 'x' } as Trail['at'] };
    expect(nextEvent(trail, { entryFor: () => ({ kind: 'typed', text: '1' }), nowMs: 0 })).to.equal(undefined);
  });

  it('waits for what settles where no reason is given not to', () => {
    const trail = opened();
    const confirmed = nextEvent(trail, { entryFor: () => ({ kind: 'typed', text: '1' }), nowMs: 0 });
    expect(confirmed?.kind).to.be.oneOf(['stateConfirmed', 'readingEntered']);
  });
});
