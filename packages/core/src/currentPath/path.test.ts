import { expect } from 'chai';
import fc from 'fast-check';
import { evidenceTable, lineUp } from '../evidence/index.js';
import { type CurrentPath, pathSchema } from '../plan/index.js';
import { validate } from '../schema/index.js';
import { aPlan } from '../testing/aPlan.js';
import { events, opened, walk } from '../testing/aWalk.js';
import { reduceTrail, type TrailEvent, trailEventSchema } from '../trail/index.js';
import { foundOn, locate, nextPoint, type PathReadings } from './index.js';

const point = (id: string, name = id): CurrentPath['points'][number] => ({
  id,
  name,
  at: { kind: 'place', name },
  minutes: 2,
  access: 'inReach',
});
const section = (mostDrop: number, ...suspectIds: string[]) => ({ isLoad: false, suspectIds, mostDrop });
const load = (...suspectIds: string[]) => ({ isLoad: true, suspectIds, mostDrop: 0 });

/** Battery, fuse, plug, motor, ground stud, battery. */
const fanPath: CurrentPath = {
  id: 'fan-feed',
  name: 'Feed of the fan',
  points: [
    point('plus', 'bat+'),
    point('fuse'),
    point('c51', 'C5·1'),
    point('c52', 'C5·2'),
    point('stud'),
    point('minus', 'bat−'),
  ],
  sections: [section(0.1, 'fuse'), section(0.2, 'feed'), load('motor'), section(0.1, 'ground'), section(0.1, 'ground')],
};
const volts = (...pairs: readonly (readonly [string, number])[]): PathReadings => ({
  volts: new Map(pairs),
  flows: undefined,
});

describe('where on the wire', () => {
  for (const [message, measured, states, sentence] of [
    ['nothing without the supply', [['c51', 0]], '?????', 'Nothing is known yet: the supply comes first.'],
    ['that it is anywhere at first', [['plus', 12.4]], 'ppppp', 'The fault is left between bat+ and bat−.'],
    [
      'an open feed by what arrives',
      [
        ['plus', 12.4],
        ['fuse', 12.4],
        ['c51', 0],
      ],
      'cF???',
      'The fault lies between fuse and C5·1. What lies before it is connected, and not proven under load.',
    ],
    [
      'an open ground by what stands on both sides of the load',
      [
        ['plus', 12.4],
        ['c51', 12.4],
        ['c52', 12.4],
        ['stud', 12.4],
      ],
      'ccccF',
      'The fault lies between stud and bat−. What lies before it is connected, and not proven under load.',
    ],
    [
      'resistance in the feed while current flows, and that the ground is good',
      [
        ['plus', 12.4],
        ['fuse', 12.35],
        ['c51', 9.1],
        ['c52', 0.05],
      ],
      'gFcgg',
      'The fault lies between fuse and C5·1.',
    ],
    [
      'good only of what would be good with all of the current too',
      [
        ['plus', 12.4],
        ['fuse', 12.32],
        ['c51', 5.9],
        ['c52', 0.02],
      ],
      'cFcgg',
      'The fault lies between fuse and C5·1.',
    ],
    [
      'the load where it gets all of it',
      [
        ['plus', 12.4],
        ['c51', 12.3],
        ['c52', 0.05],
      ],
      'ggFgg',
      'The load gets its voltage, between C5·1 and C5·2: it is the load itself.',
    ],
    [
      'both places where there are two',
      [
        ['plus', 12.4],
        ['fuse', 10.0],
        ['c51', 9.95],
        ['c52', 2.1],
      ],
      'Fgcpp',
      'The fault lies between C5·2 and bat−. Too much is lost between bat+ and fuse too.',
    ],
    [
      'that something feeds it from elsewhere',
      [
        ['plus', 12.4],
        ['fuse', 3],
        ['c51', 9],
      ],
      '?????',
      'There is more at C5·1 than before it: it is fed from elsewhere, or one of the two was read wrongly.',
    ],
    [
      'nothing of a supply that is not there',
      [['plus', 0]],
      '?????',
      'The supply itself is too low at bat+: find out why before you go along the path.',
    ],
    [
      'nothing of a load that a supply of 3 V feeds',
      [
        ['plus', 3],
        ['c51', 2.98],
        ['c52', 0.01],
      ],
      '?????',
      'The supply itself is too low at bat+: find out why before you go along the path.',
    ],
    [
      'of a load that may be open only that the wires before it are connected',
      [
        ['plus', 12.4],
        ['c51', 12.4],
        ['c52', 0],
      ],
      'ccF??',
      'The load gets its voltage, between C5·1 and C5·2: it is the load itself.',
    ],
  ] as const)
    it(`says ${message}`, () => {
      const signs = { good: 'g', continuous: 'c', fault: 'F', possible: 'p', unknown: '?' };
      const found = locate(fanPath, volts(...measured));
      expect(found.states.map((state) => signs[state]).join('')).to.equal(states);
      expect(foundOn(fanPath, volts(...measured)).text).to.equal(sentence);
    });

  it('clears what carries current, and no wire that goes on where nothing is known', () => {
    const { clears, pointsTo } = foundOn(
      fanPath,
      volts(['plus', 12.4], ['fuse', 12.35], ['c51', 9.1], ['c52', 0.15], ['stud', 0.02]),
    );
    expect(pointsTo).to.deep.equal(['feed', 'ground']);
    expect(clears).to.deep.equal(['fuse']);
  });

  it('points to nobody where the fault is only left over', () => {
    const { clears, pointsTo } = foundOn(fanPath, volts(['plus', 12.4], ['fuse', 12.35]));
    expect([clears, pointsTo]).to.deep.equal([['fuse'], []]);
  });

  it('takes nothing for good under load while no current is known to flow', () => {
    const full = volts(['plus', 12.4], ['fuse', 12.4], ['c51', 12.4], ['c52', 0.0]);
    expect(foundOn(fanPath, full).clears).to.deep.equal([]);
    expect(foundOn(fanPath, { ...full, flows: false }).clears).to.deep.equal([]);
    expect(foundOn(fanPath, { ...full, flows: true }).clears).to.deep.equal(['fuse', 'feed', 'ground']);
    // A meter that shows 0.01 V less has not shown a current.
    expect(foundOn(fanPath, volts(['plus', 12.4], ['fuse', 12.39])).clears).to.deep.equal([]);
  });

  describe('the point that comes next', () => {
    it('is the supply first, then whatever halves the rest', () => {
      expect(nextPoint(fanPath, volts())).to.deep.include({ pointId: 'plus' });
      expect(nextPoint(fanPath, volts(['plus', 12.4]))?.pointId).to.be.oneOf(['c51', 'c52']);
      expect(nextPoint(fanPath, volts(['plus', 12.4]))?.reason).to.equal(
        'splits off 40 % of what is left: 2 min, in reach',
      );
    });

    it('goes by the weights of what lies on either side, and by how hard it is to reach', () => {
      const heavy = nextPoint(fanPath, volts(['plus', 12.4]), ({ suspectIds }) => (suspectIds[0] === 'fuse' ? 4 : 1));
      expect(heavy).to.deep.equal({ pointId: 'fuse', reason: 'halves what is left: 2 min, in reach' });
      const hard = {
        ...fanPath,
        points: fanPath.points.map((one) => (one.id.startsWith('c5') ? { ...one, minutes: 20 } : one)),
      };
      expect(nextPoint(hard, volts(['plus', 12.4]))?.pointId).to.be.oneOf(['fuse', 'stud']);
    });

    it('goes on in the stretch that can still be narrowed down, where there are two faults', () => {
      const two = volts(['plus', 12.4], ['fuse', 10.0], ['c51', 9.95], ['c52', 2.1]);
      expect(nextPoint(fanPath, two)?.pointId).to.equal('stud');
    });

    it('is none where one section is left, and never NaN for weights of nothing', () => {
      expect(nextPoint(fanPath, volts(['plus', 12.4], ['fuse', 12.4], ['c51', 0]))).to.equal(undefined);
      expect(nextPoint(fanPath, volts(['plus', 12.4]), () => 0)?.reason).to.not.include('NaN');
    });
  });

  /** Voltages of a series circuit with these resistances, by Ohm's law; an open section is a resistance beyond every meter. */
  const series = (supply: number, ohms: readonly number[]): readonly number[] => {
    const total = ohms.reduce((sum, one) => sum + one, 0);
    let left = supply;
    return [supply, ...ohms.map((one) => (left -= (supply * one) / total))];
  };

  it('ends at the section with the fault, whatever section it is and however much it takes', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 15 }),
        fc.nat(),
        fc.nat(),
        fc.constantFrom(1, 3, 20, 1e9),
        (count, loadPick, faultPick, extra) => {
          const loadAt = loadPick % count;
          const faultAt = faultPick % count;
          const ohms = Array.from(
            { length: count },
            (_, at) => (at === loadAt ? 4 : 0.001) + (at === faultAt ? extra : 0),
          );
          const path: CurrentPath = {
            id: 'p',
            name: 'p',
            points: Array.from({ length: count + 1 }, (_, at) => point(`p${at}`)),
            sections: ohms.map((_, at) => (at === loadAt ? load(`s${at}`) : section(0.1, `s${at}`))),
          };
          const real = series(12.6, ohms);
          const measured = new Map<string, number>();
          const readings = { volts: measured, flows: undefined };
          let next = nextPoint(path, readings);
          while (next) {
            measured.set(next.pointId, real[Number(next.pointId.slice(1))] ?? 0);
            next = nextPoint(path, readings);
          }
          expect(foundOn(path, readings).pointsTo).to.deep.equal([`s${faultAt}`]);
          expect(measured.size).to.be.at.most(2 + Math.ceil(Math.log2(count)) + 1);
        },
      ),
      { numRuns: 300 },
    ));
});

describe('a path on a trail', () => {
  const plan = { ...aPlan(), paths: [fanPath] };
  const measured = (pointId: string, text: string) =>
    ({ kind: 'pointMeasured', pathId: 'fan-feed', pointId, text }) as const;
  const all = [
    measured('plus', '12,4'),
    measured('fuse', '12.35 V'),
    measured('c51', '9100 mV'),
    measured('c52', '0,05'),
  ];

  it('is evidence as a waymark is, whatever step is open', () => {
    const trail = walk(plan, ...all);
    expect(trail.at).to.deep.equal({ kind: 'step', stepId: 'look' });
    expect(lineUp(trail).map(({ suspect, clearedBy }) => [suspect.id, clearedBy !== undefined])).to.deep.equal([
      ['feed', false],
      ['motor', false],
      ['fuse', true],
      ['ground', true],
    ]);
    expect(evidenceTable(trail).columns.map(({ title }) => title)).to.deep.equal(['Feed of the fan']);
    expect(lineUp(walk(plan)).every(({ clearedBy }) => !clearedBy)).to.equal(true);
  });

  it('counts what was measured last, and no more what was taken back', () => {
    const again = walk(plan, ...all, measured('c51', '12,3'));
    expect(lineUp(again)[0]?.suspect.id).to.equal('motor');
    const back = walk(plan, ...all, { kind: 'pointTakenBack', pathId: 'fan-feed', pointId: 'c51' });
    expect(back.pathReadings['fan-feed']).to.have.keys('plus', 'fuse', 'c52');
  });

  it('refuses what cannot be measured or read, and a path that is there', () => {
    const misfit = (event: Parameters<typeof events>[number]) => {
      const result = reduceTrail(plan, events(opened, event));
      return result.ok ? 'fits' : result.problem.misfit.kind;
    };
    expect(misfit(measured('minus', '0'))).to.equal('noSuchPoint');
    expect(misfit(measured('ghost', '0'))).to.equal('noSuchPoint');
    expect(misfit(measured('fuse', '3 ohm'))).to.equal('entry');
    expect(misfit(measured('fuse', 'OL'))).to.equal('entry');
    expect(misfit({ kind: 'pathAdded', path: fanPath })).to.equal('thereAlready');
    expect(misfit({ kind: 'pointTakenBack', pathId: 'fan-feed', pointId: 'fuse' })).to.equal('noSuchPoint');
    const ghost = { ...fanPath, id: 'x', sections: fanPath.sections.map((one) => ({ ...one, suspectIds: ['ghost'] })) };
    expect(misfit({ kind: 'pathAdded', path: ghost })).to.equal('noSuchSuspect');
  });

  it('has a schema for itself and its events', () => {
    expect(validate(pathSchema, fanPath).ok).to.equal(true);
    const problem = (path: unknown) => {
      const checked = validate(pathSchema, path);
      return checked.ok ? '' : JSON.stringify(checked.problem);
    };
    expect(problem({ ...fanPath, sections: fanPath.sections.slice(1) })).to.include('one section less');
    expect(problem({ ...fanPath, sections: fanPath.sections.map(() => load()) })).to.include('more than one load');
    const sent: readonly TrailEvent[] = events(...all, { kind: 'pathAdded', path: fanPath });
    for (const event of sent) expect(validate(trailEventSchema, event).ok).to.equal(true);
  });
});
