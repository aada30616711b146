import { expect } from 'chai';
import { array, assert, boolean, property } from 'fast-check';
import type { Line } from '../vehicle/index.js';
import { type BusWatch, causesOfLoss, isThereNow, wasNeverThere, withoutLosses, withSeen } from './index.js';

const line: Line = {
  format: 'probe-trail-line',
  formatVersion: 1,
  id: 'loper-35',
  name: 'Loper 35',
  engines: [],
  supplies: [
    { id: 'bodyBus', kind: 'bus', name: 'body bus' },
    { id: 'F40', kind: 'feed', name: 'fuse F40' },
    { id: 'G7', kind: 'ground', name: 'ground stud G7' },
  ],
  units: [
    { id: 'A30', name: 'climate', aliases: [], hangsOn: ['bodyBus'] },
    { id: 'A40', name: 'door', aliases: [], hangsOn: ['bodyBus', 'F40', 'G7'] },
    { id: 'A41', name: 'ramp', aliases: [], hangsOn: ['bodyBus', 'F40', 'G7'] },
  ],
  parts: [{ id: 'E21', name: 'rear lamps', hangsOn: ['G7'] }],
  codes: [],
  covers: [],
};
const none: BusWatch = new Map();
const watched =
  (unitId: string, ...answers: readonly boolean[]) =>
  (watch: BusWatch) =>
    answers.reduce((last, isThere, index) => withSeen(last, { unitId, atMs: index * 100, isThere }), watch);

describe('a watch over the buses', () => {
  it('keeps when a unit answered and when not, and counts its losses', () => {
    const watch = watched('A40', true, true, false, false, true, false)(none);
    expect(watch.get('A40')).to.deep.equal({
      unitId: 'A40',
      stretches: [
        { fromMs: 0, isThere: true },
        { fromMs: 200, isThere: false },
        { fromMs: 400, isThere: true },
        { fromMs: 500, isThere: false },
      ],
      losses: 2,
    });
    expect(isThereNow(watch.get('A40'))).to.equal(false);
    expect(isThereNow(watch.get('A41'))).to.equal(undefined);
  });

  it('has a unit that was silent from the start on its list; that is no loss, and it is seen when it comes', () => {
    const silent = watched('A41', false, false)(none);
    const presence = silent.get('A41');
    expect(presence && [presence.losses, wasNeverThere(presence)]).to.deep.equal([0, true]);
    const back = withSeen(silent, { unitId: 'A41', atMs: 900, isThere: true }).get('A41');
    expect(back && [back.losses, wasNeverThere(back)]).to.deep.equal([0, false]);
  });

  it('counts what is lost as it is written out, whatever comes, and does not grow without end', () => {
    assert(
      property(array(boolean(), { maxLength: 900 }), (answers) => {
        const presence = watched('A40', ...answers)(none).get('A40');
        const losses = answers.filter((isThere, at) => !isThere && at > 0 && answers[at - 1] === true).length;
        expect(presence?.losses ?? 0).to.equal(losses);
        expect(presence?.stretches.length ?? 0).to.be.at.most(400);
        expect(isThereNow(presence)).to.equal(answers.at(-1));
      }),
      { numRuns: 40 },
    );
  });

  it('is the same where nothing changed: nothing is drawn anew', () => {
    const watch = watched('A40', true)(none);
    expect(withSeen(watch, { unitId: 'A40', atMs: 5000, isThere: true })).to.equal(watch);
  });

  it('names what lost units share, and forgets losses that are set back', () => {
    const dropped = [watched('A30', true), watched('A40', true, false, true), watched('A41', true, false, true)];
    const watch = dropped.reduce((last, add) => add(last), none);
    expect(causesOfLoss(watch, line).map(({ id, healthy }) => [id, healthy])).to.deep.equal([
      ['F40', []],
      ['G7', []],
      ['bodyBus', ['A30']],
    ]);
    expect(causesOfLoss(withoutLosses(watch), line)).to.deep.equal([]);
  });
});
