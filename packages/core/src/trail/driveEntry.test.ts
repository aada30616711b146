import { expect } from 'chai';
import { casesOf, type DriveSpec, sayDriveValues, saySpec } from '../spec/index.js';
import { aReading } from '../testing/aPlan.js';
import { drivenAs, judgeEntry, type MeasuringContext, sampleEntry, sayMisfit } from './index.js';

const context: MeasuringContext = {
  ambientKPa: 101.3,
  valueFor: () => 'unknown',
  uncertaintyOf: () => null,
  instrumentEnd: () => undefined,
};

const boost: DriveSpec = {
  kind: 'drive',
  unit: 'kPa(g)',
  values: [
    { id: 'boost', name: 'boost', key: 'A10.boost', unit: 'kPa(abs)' },
    { id: 'air', name: '', key: 'A10.air', unit: 'kPa(abs)' },
    { id: 'rpm', name: 'engine speed', key: 'A10.rpm', unit: 'rpm' },
  ],
  compares: { kind: 'formula', formula: 'boost - air', min: 35, max: 60 },
  during: [{ of: 'rpm', min: 1500, max: null }],
  mayLastSeconds: 2,
  leastSeconds: 10,
};
const wheels: DriveSpec = {
  ...boost,
  unit: 'km/h',
  values: ['a', 'b', 'c'].map((id) => ({ id, name: `wheel ${id}`, key: `A20.${id}`, unit: 'km/h' })),
  compares: { kind: 'alike', of: ['a', 'b', 'c'], spread: 3 },
  during: [],
};

describe('a drive that is entered for a reading', () => {
  const judge = (spec: DriveSpec, levels: readonly number[]) => {
    const judged = judgeEntry(aReading('drive', spec), drivenAs(spec, levels), context);
    if (!judged.ok) throw new Error(sayMisfit({ kind: 'entry', problem: judged.problem }));
    return judged.value;
  };

  for (const [level, zone, kind] of [
    [34, 'below', 'outOfSpec'],
    [35, 'inSpec', 'inSpec'],
    [60, 'inSpec', 'inSpec'],
    [61, 'above', 'outOfSpec'],
  ] as const)
    it(`of ${level} kPa is ${zone}`, () => {
      const { verdict, reading } = judge(boost, [level]);
      expect([verdict.zone.id, verdict.kind]).to.deep.equal([zone, kind]);
      expect(reading).to.deep.include({ value: level, unit: 'kPa(g)' });
    });

  it('without a value is none', () => expect(judge(boost, [Number.NaN]).verdict.zone.id).to.equal('noValue'));

  it('names the odd one of alike things by its own case', () => {
    expect(judge(wheels, [0, -30, 1]).verdict.zone).to.deep.include({ id: 'b', name: 'wheel b is the odd one' });
    expect(judge(wheels, [0, -30, 30]).verdict.zone.id).to.equal('several');
    expect(judge(wheels, [0, -3, 3]).verdict.zone.id).to.equal('inSpec');
  });

  it('is refused where something else is entered, or it was read for other limits', () => {
    const other = drivenAs({ ...boost, mayLastSeconds: 9 }, [40]);
    const say = (entry: Parameters<typeof judgeEntry>[1]) => {
      const judged = judgeEntry(aReading('drive', boost), entry, context);
      return judged.ok ? '' : sayMisfit({ kind: 'entry', problem: judged.problem });
    };
    expect(say({ kind: 'typed', text: '40' })).to.equal('This reading expects a recorded drive.');
    expect(say(other)).to.equal('This recording was read for other limits. Choose it again.');
    expect(say({ ...drivenAs(boost, [40]), countedSeconds: 3.25 })).to.equal(
      'The conditions held for 3.3 of 10 s. Drive again for longer, or choose another recording.',
    );
    expect(say(drivenAs(wheels, [0, 0, 0]))).to.equal('This recording was read for other limits. Choose it again.');
  });

  it('comes out as one of its cases, whatever is drawn', () => {
    for (const spec of [boost, wheels]) {
      const cases = new Set(casesOf(spec).map(({ id }) => id));
      const seen = new Set<string>();
      let at = 7;
      for (let draw = 0; draw < 200; draw += 1) {
        const entry = sampleEntry(aReading('drive', spec), context, () => {
          at = (at * 16_807 + 11) % 2_147_483_647;
          return at / 2_147_483_647;
        });
        const judged = judgeEntry(aReading('drive', spec), entry, context);
        if (!judged.ok) throw new Error('not judged');
        seen.add(judged.value.verdict.zone.id);
      }
      expect([...seen].every((id) => cases.has(id))).to.equal(true);
      expect(seen.size).to.be.greaterThan(2);
    }
  });

  it('is said in one line, with its values', () => {
    expect(saySpec(boost)).to.equal(
      'over a drive, boost - air: 35 to 60 kPa(g), outside for 2 s at most, while engine speed is 1500 rpm or more; 10 s of it are needed',
    );
    expect(sayDriveValues(boost)).to.equal(
      'boost: boost, A10.boost in kPa(abs); air: no name, A10.air in kPa(abs); rpm: engine speed, A10.rpm in rpm',
    );
    expect(saySpec(wheels)).to.include('wheel a, wheel b, wheel c within 3 km/h of the median of all');
  });
});
