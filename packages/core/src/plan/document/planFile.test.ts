import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { expect } from 'chai';
import { accountSchema } from '../../account/index.js';
import { circuitSchema } from '../../circuit/index.js';
import { newSheetSchema } from '../../codes/index.js';
import { jobEventSchema } from '../../job/index.js';
import { toJsonSchema } from '../../schema/index.js';
import type { Spec } from '../../spec/index.js';
import { aPlan, aReading, withStep } from '../../testing/aPlan.js';
import { trailEventSchema } from '../../trail/index.js';
import { lineSchema } from '../../vehicle/index.js';
import {
  blankPlan,
  type Plan,
  planFileSchema,
  planFormatVersion,
  readPlan,
  readPlanFile,
  type Step,
  type StepReading,
  sayPlanFileProblem,
  upgradePlan,
  upgradeStep,
  writePlanFile,
} from '../index.js';

const problemOf = (data: unknown) => {
  const result = readPlan(data);
  return result.ok ? '' : sayPlanFileProblem(result.problem);
};

describe('readPlanFile', () => {
  it('gives back a sound plan as it is', () => {
    const result = readPlanFile(JSON.stringify(aPlan()));
    expect(result.ok && result.value).to.deep.equal({ plan: aPlan(), pictures: [] });
  });

  const pictures = [{ photoId: 'a'.repeat(64), mediaType: 'image/png', base64: 'iVBORw0KGgo=' }] as const;

  it('reads what was written, with pictures and without', () => {
    for (const file of [
      { plan: aPlan(), pictures: [] },
      { plan: aPlan(), pictures },
    ])
      expect(readPlanFile(writePlanFile(file))).to.deep.equal({ ok: true, value: file });
  });

  for (const [what, wrong, message] of [
    ['of another kind', [{ ...pictures[0], mediaType: 'image/svg+xml' }], 'pictures[0].mediaType'],
    ['without an id', [{ ...pictures[0], photoId: '../x' }], 'pictures[0].photoId'],
    ['that are no base64', [{ ...pictures[0], base64: '<script>' }], 'pictures[0].base64'],
    ['that are no list', 'none', 'pictures'],
  ] as const)
    it(`refuses pictures ${what}`, () => {
      const result = readPlanFile(JSON.stringify({ ...aPlan(), pictures: wrong }));
      expect(result.ok ? '' : sayPlanFileProblem(result.problem)).to.include(message);
    });

  it('takes an empty plan as a draft', () => expect(readPlan(blankPlan('new', '')).ok).to.equal(true));

  for (const [what, data, message] of [
    ['something else', { hello: 1 }, 'not a plan file'],
    ['a list', [], 'not a plan file'],
    ['nothing', null, 'not a plan file'],
    ['a newer format', { ...aPlan(), formatVersion: 12 }, 'format version 12; versions up to 11 can be read here'],
    ['a field that is missing', { ...aPlan(), suspects: undefined }, 'suspects'],
    ['a misspelt field', { ...aPlan(), tittle: 'x' }, 'tittle'],
    ['a weight of nothing', { ...aPlan(), suspects: [{ ...aPlan().suspects[0], weight: 0 }] }, 'more than 0'],
    ['an unknown spec', withSpec({ kind: 'guess' }), 'steps[1].readings[0].spec.kind is guess'],
    ['a number typed as text', withSpec({ kind: 'band', unit: 'V', min: '11', max: null }), 'spec.min'],
    [
      'an instruction of 5 MB',
      withStep(aPlan(), 'look', (step) => ({ ...step, instruction: 'x'.repeat(5e6) })),
      'longer than 20000',
    ],
  ] as const)
    it(`refuses ${what} with a sentence`, () => {
      expect(problemOf(data)).to.include(message);
      expect(problemOf(data).length).to.be.lessThan(600);
    });

  it('reads a file of the first format as it was meant then', () => {
    const { inputs: _, tooClose: __, offline: ___, accepted: ____, ...rest } = aPlan();
    const steps = rest.steps.map(({ needs, readings, outcomes, ...step }) => ({
      ...step,
      outcomes: outcomes.map(({ expects: _____, ...outcome }) => outcome),
      needs: needs.map(({ what, is }) => ({ what, is })),
      readings: readings.map(({ id, name, spec }) => ({ id, name, spec })),
    }));
    expect(readPlan({ ...rest, formatVersion: 1, steps })).to.deep.equal({ ok: true, value: aPlan() });
    expect(problemOf({ ...rest, formatVersion: 1, steps: 'none' })).to.include('steps');
  });

  it('says where a text stops being JSON', () => {
    const result = readPlanFile('{"format": ');
    expect(result.ok ? '' : sayPlanFileProblem(result.problem)).to.include('not a JSON file');
  });
});

function withSpec(spec: unknown): unknown {
  return withStep(aPlan(), 'feed', (step) => ({
    ...step,
    readings: [aReading('volts', spec as Spec)],
  }));
}

describe('a plan file that means harm', () => {
  for (const [what, text] of [
    ['fields 100,000 deep', `{"format":"probe-trail-plan","x":${'['.repeat(100_000)}${']'.repeat(100_000)}}`],
    ['half a character', '{"format":"probe-trail-plan","title":"\\ud83d"}'],
    ['more parts than any plan', `{"format":"probe-trail-plan","x":[${'0,'.repeat(500_000)}0]}`],
    ['a number beyond all', '{"format":"probe-trail-plan","formatVersion":1e999}'],
  ] as const)
    it(`with ${what} is refused with a sentence`, () => {
      const read = readPlanFile(text);
      expect(read.ok).to.equal(false);
      if (!read.ok)
        expect(sayPlanFileProblem(read.problem)).to.match(/^This plan file has faults: .+\. Nothing was imported\.$/);
    });
});

describe('the release number', () => {
  it('has the format version of plan files as its second part', () => {
    const { version } = JSON.parse(readFileSync(new URL('../../../../../package.json', import.meta.url), 'utf8')) as {
      readonly version: string;
    };
    expect(version.split('.')[1]).to.equal(String(planFormatVersion));
  });
});

describe('the published JSON Schemas', () => {
  const published = (name: string) =>
    JSON.parse(readFileSync(new URL(`../../../../../docs/formats/${name}`, import.meta.url), 'utf8'));
  const conforms = new Ajv2020({ strict: false }).compile(toJsonSchema(planFileSchema));

  for (const [file, schema] of [
    ['plan.schema.json', planFileSchema],
    ['trail-event.schema.json', trailEventSchema],
    ['line.schema.json', lineSchema],
    ['circuit.schema.json', circuitSchema],
    ['code-sheet.schema.json', newSheetSchema],
    ['job-event.schema.json', jobEventSchema],
    ['account.schema.json', accountSchema],
  ] as const)
    it(`${file} is what the schema in the code gives; "npm run formats" writes it`, () => {
      const { $schema: _schema, $id: _id, title: _title, ...body } = published(file);
      expect(body).to.deep.equal(JSON.parse(JSON.stringify(toJsonSchema(schema))));
    });

  it('accept a sound plan', () => expect(conforms(aPlan()), JSON.stringify(conforms.errors)).to.equal(true));

  it('read from format 6 have nothing that goes with a repair but its words', () => {
    const suspects = aPlan().suspects.map(({ companions, tasks, ...suspect }) => suspect);
    expect(upgradePlan({ ...aPlan(), formatVersion: 6, suspects })).to.deep.equal(aPlan());
  });

  it('read from format 8 take nothing from the vehicle and command nothing', () => {
    const steps = aPlan().steps.map(({ actuator: _, readings, ...step }) => ({
      ...step,
      readings: readings.map(({ live: _live, capture: _capture, ...reading }) => reading),
    }));
    expect(upgradePlan({ ...aPlan(), formatVersion: 8, steps })).to.deep.equal(aPlan());
    expect(steps.map(upgradeStep)).to.deep.equal(aPlan().steps);
  });

  it('reads a plan of format 5: needs say what is done, a reading may have its own hook-up, a share is a fraction', () => {
    const step = aPlan().steps[1] as Step;
    const old = (of: StepReading) => {
      const { hookUp: _, ...reading } = of;
      return reading;
    };
    const share = aReading('share', { kind: 'band', unit: '%', min: 0, max: 50 }, { derivedFrom: 'volts / 12 * 100' });
    const steps = [
      {
        ...step,
        needs: [{ what: 'connector C31', is: 'unplugged', settleSeconds: null }],
        readings: [...step.readings, share].map(old),
      },
    ];
    const upgraded = upgradePlan({ ...aPlan(), formatVersion: 5, steps }) as Plan;
    expect(upgraded.formatVersion).to.equal(planFormatVersion);
    expect(upgraded.steps[0]?.needs[0]?.does).to.equal('unplug');
    expect(upgraded.steps[0]?.readings.map(({ hookUp }) => hookUp)).to.deep.equal([null, null]);
    expect(upgraded.steps[0]?.readings[1]?.derivedFrom).to.equal('(volts / 12 * 100) / 100');
    expect(upgradeStep(steps[0] as unknown as Step)).to.deep.equal(upgraded.steps[0]);
    expect(upgradeStep(step)).to.equal(step);
  });

  for (const data of [
    { ...aPlan(), formatVersion: planFormatVersion + 1 },
    { ...aPlan(), tittle: '' },
    withSpec({ kind: 'guess' }),
  ])
    it('refuse what the code refuses', () => expect(conforms(data)).to.equal(readPlan(data).ok));
});
