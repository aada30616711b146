import { isSchema, type Schema } from 'yup';
import { casesOfUnion } from './closedObject.js';

interface ObjectLike {
  readonly fields: object;
  readonly __outputType: object;
}

/** The names of the fields of `T` that hold texts. */
type TextKeys<T> = { [Key in keyof T]: T[Key] extends string | null | undefined ? Key : never }[keyof T];

/** The most characters of each text of an object; `undefined` for a text that is bounded otherwise, such as an id. */
export type Lengths<T> = { readonly [Key in TextKeys<T>]?: number };

/** How long the texts of an object may be, as its schema says: so no field takes more than can be saved. */
export function lengthsOf<S extends ObjectLike>(schema: S): Lengths<S['__outputType']> {
  return readLengths(schema) as Lengths<S['__outputType']>;
}

function readLengths(schema: ObjectLike): object {
  const found = Object.entries(schema.fields).flatMap(([key, field]) => {
    const most = isSchema(field) ? mostOf(field as Schema) : undefined;
    return most === undefined ? [] : [[key, most] as const];
  });
  return Object.fromEntries(found);
}

/** The same of one case of a union that is told apart by `kind`. */
export function lengthsOfCase(union: object, kind: string): Readonly<Record<string, number | undefined>> {
  const found = casesOfUnion.get(union)?.[kind];
  if (!found || !('fields' in found)) throw new Error(`the union has no case “${kind}”`);
  return lengthsOf(found as unknown as ObjectLike) as Readonly<Record<string, number | undefined>>;
}

function mostOf(field: Schema): number | undefined {
  if (field.type !== 'string') return undefined;
  const { tests } = field.describe() as {
    readonly tests: readonly { name?: string; params?: Record<string, unknown> }[];
  };
  const most = tests.find(({ name }) => name === 'max')?.params?.max;
  return typeof most === 'number' ? most : undefined;
}
