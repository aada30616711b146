import { expect } from 'chai';
import { number, string } from 'yup';
import { boundsOf } from './boundsOf.js';
import { closedObject } from './closedObject.js';

describe('boundsOf', () => {
  const schema = closedObject({
    name: string().required().max(5),
    year: number().nullable().defined().integer().min(1950).max(2100),
    weight: number().required().min(0),
    any: number().required(),
  });

  it('says between what each number may lie, and nothing of texts', () =>
    expect(boundsOf(schema)).to.deep.equal({ year: { min: 1950, max: 2100 }, weight: { min: 0 }, any: {} }));

  it('says of a number at its ends and beyond what the schema says', () => {
    const { min = 0, max = 0 } = boundsOf(schema).year;
    const isValid = (year: number) => schema.isValidSync({ name: 'a', year, weight: 1, any: 1 });
    expect([min - 1, min, max, max + 1].map(isValid)).to.deep.equal([false, true, true, false]);
  });
});
