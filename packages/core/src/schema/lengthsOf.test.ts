import { expect } from 'chai';
import { array, number, string } from 'yup';
import { jobEventLengths } from '../job/index.js';
import { planLengths, planSchema, stepSchema, suspectSchema } from '../plan/index.js';
import { trailEventLengths, typedLength } from '../trail/index.js';
import { closedObject, draftText, lengthsOf, lengthsOfCase, unionByKind, validate } from './index.js';

describe('how long texts may be', () => {
  it('stands in the schema, and for nothing but texts with an end', () => {
    const schema = closedObject({
      a: draftText(3),
      b: string().nullable().max(5),
      c: string(),
      d: number().max(9),
      e: array(),
    });
    expect(lengthsOf(schema)).to.deep.equal({ a: 3, b: 5 });
  });

  it('is what the schema takes, and no character more', () => {
    for (const [schema, lengths] of [
      [suspectSchema, planLengths.suspect],
      [stepSchema, planLengths.step],
      [planSchema, planLengths.plan],
    ] as const)
      for (const [key, most] of Object.entries(lengths)) {
        const faultsAt = (count: number) => {
          const checked = validate(schema, { [key]: 'x'.repeat(count) });
          return checked.ok ? [] : checked.problem.filter(({ path }) => path === key);
        };
        expect(faultsAt(most), key).to.deep.equal([]);
        expect(faultsAt(most + 1), key).to.have.length(1);
      }
  });

  it('is told by the kind of a union', () => {
    const union = unionByKind({ a: closedObject({ kind: string(), text: draftText(7) }) });
    expect(lengthsOfCase(union, 'a')).to.deep.equal({ text: 7 });
    expect(() => lengthsOfCase(union, 'b')).to.throw('no case');
    expect(trailEventLengths('paused').reason).to.equal(300);
    expect(jobEventLengths('noted').text).to.equal(2000);
    expect(typedLength).to.be.a('number');
  });

  it('is known of every part of a plan that has texts', () => {
    for (const [part, lengths] of Object.entries(planLengths))
      if (typeof lengths === 'object') expect(Object.keys(lengths), part).to.not.be.empty;
  });
});
