import { readdirSync, readFileSync } from 'node:fs';
import { expect } from 'chai';
import fc from 'fast-check';
import { readPlanFile } from '../plan/index.js';
import { judgeEntry, sampleEntry } from './index.js';

const demo = new URL('../../../../demo/plans/', import.meta.url);
const readings = readdirSync(demo).flatMap((file) => {
  const read = readPlanFile(readFileSync(new URL(file, demo), 'utf8'));
  if (!read.ok) throw new Error(`${file} is not a plan`);
  return read.value.plan.steps.flatMap((step) => step.readings.filter(({ derivedFrom }) => derivedFrom === null));
});

const context = {
  valueFor: () => ({ value: 12, unit: 'V', uncertainty: 0 }),
  ambientKPa: 101,
  uncertaintyOf: () => 0.01,
  instrumentEnd: () => undefined,
};

describe('sampleEntry', () => {
  it('is an entry that its reading takes, for every reading of the demo plans', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...readings),
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 1 }),
        (reading, draws) => {
          let next = 0;
          const entry = sampleEntry(reading, context, () => draws[next++ % draws.length] ?? 0);
          const judged = judgeEntry(reading, entry, context);
          expect(judged.ok, `${reading.id}: ${JSON.stringify(entry)}`).to.equal(true);
        },
      ),
      { numRuns: 500, seed: 2 },
    ));

  it('comes to every case of a reading in time', () => {
    const reading = readings.find(({ spec }) => spec.kind === 'zones');
    if (!reading) throw new Error('the demo plans have zones');
    const seen = new Set(
      Array.from({ length: 40 }, (_, index) => {
        const judged = judgeEntry(
          reading,
          sampleEntry(reading, context, () => (index / 40 + 0.013) % 1),
          context,
        );
        return judged.ok ? judged.value.verdict.zone.id : '';
      }),
    );
    expect(seen.size).to.equal(reading.spec.kind === 'zones' ? reading.spec.zones.length : 0);
  });
});
