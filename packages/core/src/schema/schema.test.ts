import { expect } from 'chai';
import { array, boolean, number, string } from 'yup';
import { closedObject, idText, sayFaults, toJsonSchema, unionByKind, validate } from './index.js';

const circle = closedObject({
  kind: string()
    .required()
    .oneOf(['circle'] as const),
  radius: number().required().min(0),
});
const line = closedObject({
  kind: string()
    .required()
    .oneOf(['line'] as const),
  name: string().max(5),
});
const shape = unionByKind({ circle, line });

const faults = (data: unknown) => {
  const result = validate(array(shape).required(), data);
  return result.ok ? [] : result.problem;
};

describe('validate', () => {
  it('gives sound data back as it is', () => {
    const data = [{ kind: 'circle', radius: 2 }, { kind: 'line' }];
    expect(validate(array(shape).required(), data)).to.deep.equal({ ok: true, value: data });
  });

  for (const [what, data, path] of [
    ['text for a number', [{ kind: 'circle', radius: '2' }], '[0].radius'],
    ['null for a number', [{ kind: 'circle', radius: null }], '[0].radius'],
    ['true for a number', [{ kind: 'circle', radius: true }], '[0].radius'],
    ['a missing field', [{ kind: 'circle' }], '[0].radius'],
    ['an unknown kind', [{ kind: 'cube' }], '[0].kind'],
    ['a kind that every object has', [{ kind: 'toString' }], '[0].kind'],
    ['no object at all', [7], '[0]'],
  ] as const)
    it(`refuses ${what} and says where`, () => expect(faults(data).map((fault) => fault.path)).to.include(path));

  it('tells a field too many by its name', () =>
    expect(sayFaults(faults([{ kind: 'line', nmae: 'x' }]))).to.include('nmae'));

  it('finds every fault, and says how many there are beyond the first', () => {
    const found = faults(Array.from({ length: 9 }, () => ({ kind: 'circle', radius: -1 })));
    expect(found).to.have.length(9);
    expect(sayFaults(found, 2)).to.match(/; and 7 more$/);
  });

  for (const [id, isOk] of [
    ['C31', true],
    ['a.b_c-1', true],
    ['', false],
    ['a b', false],
    ['x'.repeat(81), false],
  ] as const)
    it(`“${id.slice(0, 12)}” is ${isOk ? 'an id' : 'no id'}`, () => expect(validate(idText(), id).ok).to.equal(isOk));
});

describe('toJsonSchema', () => {
  it('describes a union by its cases, each closed', () =>
    expect(toJsonSchema(shape)).to.deep.equal({
      oneOf: [
        {
          type: 'object',
          properties: { kind: { type: 'string', enum: ['circle'] }, radius: { type: 'number', minimum: 0 } },
          required: ['kind', 'radius'],
          additionalProperties: false,
        },
        {
          type: 'object',
          properties: { kind: { type: 'string', enum: ['line'] }, name: { type: 'string', maxLength: 5 } },
          required: ['kind'],
          additionalProperties: false,
        },
      ],
    }));

  it('keeps descriptions, sizes, integers and null', () => {
    const schema = closedObject({
      count: number().required().integer().max(9).meta({ description: 'how many' }),
      tags: array(string().required()).required().min(1).max(3),
      limit: number().nullable().defined(),
      done: boolean().required(),
    });
    expect(toJsonSchema(schema).properties).to.deep.equal({
      count: { type: 'integer', description: 'how many', maximum: 9 },
      tags: { type: 'array', minItems: 1, maxItems: 3, items: { type: 'string', minLength: 1 } },
      limit: { oneOf: [{ type: 'number' }, { type: 'null' }] },
      done: { type: 'boolean' },
    });
  });
});
