import { readdirSync, readFileSync } from 'node:fs';
import { expect } from 'chai';
import fc from 'fast-check';
import { checkPlan, errorsOf, letterOf, type Plan, pictureText, readPlan, readPlanFile } from '../plan/index.js';
import type { Spec } from '../spec/index.js';
import { aPartCard, aPlan, aReading, withStep } from '../testing/aPlan.js';
import { limitsToCsv, paperOf, readLimits, readOutline, toMarkdown, toMermaid } from './index.js';

const demo = new URL('../../../../demo/plans/', import.meta.url);
const demoPlans = readdirSync(demo).map((file): Plan => {
  const read = readPlanFile(readFileSync(new URL(file, demo), 'utf8'));
  if (!read.ok) throw new Error(`${file} is not a plan`);
  return read.value.plan;
});

const withSpec = (spec: Spec): Plan =>
  withStep(aPlan(), 'feed', (step) => ({ ...step, readings: [aReading('volts', spec)] }));
const specOf = (plan: Plan) => plan.steps.find(({ id }) => id === 'feed')?.readings[0]?.spec;

describe('the paper version of a plan', () => {
  it('numbers the steps, letters the ends, and says where each outcome leads', () => {
    const { steps, ends } = paperOf(aPlan(), undefined);
    expect(steps.map(({ number, title }) => [number, title])).to.deep.equal([
      [1, 'look'],
      [2, 'feed'],
      [3, 'ground'],
    ]);
    expect(steps[0]?.outcomes.map(({ when, goTo }) => [when, goTo])).to.deep.equal([
      ['fuse element broken', 'end A'],
      ['nothing seen', 'step 2'],
    ]);
    expect(ends.map(({ letter }) => letter)).to.deep.equal(['A', 'B', 'C', 'D']);
  });

  it('begins with the first step of the trail, wherever it stands in the plan', () => {
    const plan = aPlan({ steps: [...aPlan().steps].reverse() });
    expect(paperOf(plan, undefined).steps.map(({ title }) => title)).to.deep.equal(['look', 'ground', 'feed']);
  });

  it('has letters for more ends than the alphabet has', () =>
    expect([0, 25, 26, 27, 52, 701, 702].map(letterOf)).to.deep.equal(['A', 'Z', 'AA', 'AB', 'BA', 'ZZ', 'AAA']));

  it('is Markdown with a box for every reading, and limits in words', () => {
    const text = toMarkdown(aPlan(), undefined);
    expect(text).to.include('### 2. feed');
    expect(text).to.include('- Feed: ▢ ________ — 11.5 to 14.8 V');
    expect(text).to.include('Vehicle: ignition on');
    expect(text).to.include('- too low → **end B**');
    expect(text).to.include('fuse: Replace the fuse. Switch the fan on: it runs.');
  });

  it('says the wires of the pins that an instruction mentions, and has the captions of its pictures', () => {
    const plan = withStep(aPlan({ partCards: [aPartCard('sensor', 'C31', ['2'])] }), 'feed', (step) => ({
      ...step,
      instruction: `Probe @C31.2, not @C31.7. ${pictureText('a'.repeat(64), 'the plug')}`,
    }));
    expect(toMarkdown(plan, undefined)).to.include('Probe C31·2 (brown), not @C31.7. *(picture: the plug)*');
  });

  it('of every demo plan leads nowhere open', () => {
    for (const plan of demoPlans) expect(toMarkdown(plan, undefined), plan.id).to.not.include('nowhere yet');
  });
});

describe('the map in Mermaid', () => {
  it('has every step, every conclusion, and an arrow for every outcome', () =>
    expect(toMermaid(aPlan()).split('\n')).to.include.members([
      'flowchart TD',
      '  s1["look"]',
      '  c1(["Found: fuse"])',
      '  s1 -->|"Fuse is fuse element broken"| c1',
      '  s2 -->|"Feed is in spec or too high"| s3',
    ]));

  it('lets no title end its label', () => {
    const text = toMermaid(withStep(aPlan(), 'look', (step) => ({ ...step, title: 'A "quoted"\n] title' })));
    expect(text).to.include('  s1["A #quot;quoted#quot; ] title"]');
  });
});

describe('limits as CSV', () => {
  for (const plan of [aPlan(), ...demoPlans])
    it(`come back as they went, of ${plan.id}`, () =>
      expect(readLimits(plan, limitsToCsv(plan))).to.deep.equal({ ok: true, value: { plan, commas: undefined } }));

  const changed = (plan: Plan, from: string, to: string) => readLimits(plan, limitsToCsv(plan).replace(from, to));

  it('change a band', () => {
    const read = changed(aPlan(), '11.5,14.8', '11.2,14.8');
    expect(read.ok && specOf(read.value.plan)).to.deep.equal({ kind: 'band', unit: 'V', min: 11.2, max: 14.8 });
  });

  it('are converted where the unit is another one', () => {
    const read = changed(aPlan(), '11.5,14.8,V', '11500,14800,mV');
    expect(read).to.deep.equal({ ok: true, value: { plan: aPlan(), commas: undefined } });
  });

  it('keep a tolerance that was not touched, and make a band of one that was', () => {
    const plan = withSpec({ kind: 'tolerance', unit: 'V', nominal: 5, tolerance: 2, as: 'percent' });
    expect(readLimits(plan, limitsToCsv(plan))).to.deep.equal({ ok: true, value: { plan, commas: undefined } });
    const read = changed(plan, '4.9,5.1', '4.8,5.1');
    expect(read.ok && specOf(read.value.plan)).to.deep.equal({ kind: 'band', unit: 'V', min: 4.8, max: 5.1 });
  });

  const zones = withSpec({
    kind: 'zones',
    unit: 'V',
    cuts: [1, 4],
    zones: ['low', 'good', 'high'].map((id) => ({ id, name: id, meaning: `means ${id}`, ok: id === 'good' })),
  });

  it('move the cut of two zones, and keep what the zones mean', () => {
    const csv = limitsToCsv(zones).replace(',1,V,low', ',1.5,V,low').replace(',1,4,V', ',1.5,4,V');
    const read = readLimits(zones, csv);
    const spec = read.ok ? specOf(read.value.plan) : undefined;
    expect(spec?.kind === 'zones' && [spec.cuts, spec.zones[1]?.meaning]).to.deep.equal([[1.5, 4], 'means good']);
  });

  for (const [why, csv, message] of [
    ['a gap between zones', limitsToCsv(zones).replace(',1,4,V', ',2,4,V'), 'must be where the zone before it ends'],
    ['a zone without end', limitsToCsv(zones).replace(',1,V,low', ',,V,low'), 'only the last zone has no “to”'],
    ['a word for a number', limitsToCsv(zones).replace(',1,V,low', ',one,V,low'), 'Line 2: “one” is not a number in V'],
    ['another quantity', limitsToCsv(zones).replace(',1,V,low', ',1,Ω,low'), 'is not a number in V'],
    ['a reading that is not there', 'step,reading,from,to\nfeed,amps,1,2', 'no reading “amps” in a step “feed”'],
    ['a file of something else', 'name,age\nx,1', 'no column “step”'],
    ['limits the wrong way round', 'step,reading,from,to\nground,drop,2,1', 'lies above'],
    ['nothing at all', '', 'no column “step”'],
    ['limits of a choice', 'step,reading,from,to\nlook,seen,2,3', 'are not numbers'],
  ] as const)
    it(`refuse ${why}, with the line`, () => {
      const read = readLimits(zones, csv);
      expect(read.ok ? '' : read.problem).to.include(message);
    });

  it('never throw, whatever the file', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        const read = readLimits(zones, `step,reading,from,to\n${text}`);
        if (read.ok) expect(readPlan(read.value.plan).ok).to.equal(true);
      }),
      { seed: 9 },
    ));
});

describe('readOutline', () => {
  const text = `Radiator fan never runs:

1. Look at fuse F12
   expected: whole
   if not: end Fuse F12 is blown
2. Voltage at the fan plug
   expected: 11.5 to 14.8 V
   if so: Drop of the ground
   if not: end Feed is open
3. Drop of the ground
   expected: under 0.2 V
   if so: end Fan motor
`;
  const read = (outline: string) => {
    const result = readOutline(outline, 'fan');
    if (!result.ok) throw new Error(result.problem);
    return result.value;
  };

  it('makes steps, limits, branches and ends of indented text', () => {
    const { plan } = read(text);
    expect(plan.title).to.equal('Radiator fan never runs');
    expect(plan.steps.map(({ title, readings }) => [title, readings[0]?.spec])).to.deep.include([
      'Voltage at the fan plug',
      { kind: 'band', unit: 'V', min: 11.5, max: 14.8 },
    ]);
    expect(plan.steps.map(({ outcomes }) => outcomes.map(({ goTo }) => goTo))).to.deep.equal([
      [
        { kind: 'step', stepId: 'step2' },
        { kind: 'conclusion', conclusionId: 'end1' },
      ],
      [
        { kind: 'step', stepId: 'step3' },
        { kind: 'conclusion', conclusionId: 'end2' },
      ],
      [{ kind: 'conclusion', conclusionId: 'end3' }, { kind: 'nowhere' }],
    ]);
    expect(plan.conclusions.map(({ title }) => title)).to.deep.equal([
      'Fuse F12 is blown',
      'Feed is open',
      'Fan motor',
    ]);
  });

  it('marks every gap, and the plan check finds the same at the step', () => {
    const { plan, gaps } = read(text);
    expect(gaps.map(({ message }) => message)).to.include(
      '“Drop of the ground”: it is not said where it goes on if not.',
    );
    expect(errorsOf(checkPlan(plan)).map(({ rule, at }) => [rule, at.stepId])).to.deep.equal([
      ['outcomeWithoutTarget', 'step3'],
    ]);
    expect(readPlan(plan).ok).to.equal(true);
  });

  for (const separator of [',', ';', '\t'])
    it(`reads CSV with ${JSON.stringify(separator)} between the columns`, () => {
      const rows = [
        ['step', 'expected', 'if so', 'if not'],
        ['Fuse F12', 'whole', '', 'Fuse is blown'],
        ['Feed', 'at least 11.5 V', 'end Motor', ''],
      ];
      const { plan } = read(rows.map((row) => row.join(separator)).join('\n'));
      expect(plan.steps.map(({ readings }) => readings[0]?.spec.kind)).to.deep.equal(['choice', 'band']);
      expect(plan.conclusions.map(({ title }) => title)).to.deep.equal(['Fuse is blown', 'Motor']);
    });

  for (const [expected, spec] of [
    ['11.5 to 14.8 V', { kind: 'band', unit: 'V', min: 11.5, max: 14.8 }],
    ['12 V or more', { kind: 'band', unit: 'V', min: 12, max: null }],
    ['less than 5 Ω', { kind: 'band', unit: 'Ω', min: null, max: 5 }],
    ['2,2 to 2,4 kΩ', { kind: 'band', unit: 'kΩ', min: 2.2, max: 2.4 }],
  ] as const)
    it(`takes “${expected}” for limits`, () =>
      expect(read(`Step\n  expected: ${expected}`).plan.steps[0]?.readings[0]?.spec).to.deep.equal(spec));

  for (const expected of ['from dusk to dawn', '2 to 3 bar', '14 to 12 V', 'clean and dry'])
    it(`takes “${expected}” for something to be seen`, () =>
      expect(read(`Step\n  expected: ${expected}`).plan.steps[0]?.readings[0]?.spec.kind).to.equal('choice'));

  it('says why there is no draft', () => {
    for (const [outline, message] of [
      ['', 'no step'],
      ['step,expected\nFuse,whole', 'no column “if so”'],
      [Array.from({ length: 10_000 }, (_, index) => `Step ${index}`).join('\n'), '10000 steps'],
    ] as const) {
      const result = readOutline(outline, 'x');
      expect(result.ok ? '' : result.problem).to.include(message);
    }
  });

  it('gives a sound draft or a sentence, whatever the text', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (outline) => {
        const result = readOutline(outline, 'x');
        if (result.ok) expect(readPlan(result.value.plan).ok).to.equal(true);
        else expect(result.problem).to.match(/\.$/);
      }),
      { seed: 11 },
    ));
});
