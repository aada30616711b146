import { isSchema, type Schema } from 'yup';

interface ObjectLike {
  readonly fields: object;
  readonly __outputType: object;
}

/** The names of the fields of `T` that hold numbers. */
type NumberKeys<T> = { [Key in keyof T]: T[Key] extends number | null | undefined ? Key : never }[keyof T];

/** Between what a number may lie, both ends included; without an end, there is none. */
export interface NumberBounds {
  readonly min?: number;
  readonly max?: number;
}

/** The bounds of each number of an object. */
export type Bounds<T> = { readonly [Key in NumberKeys<T>]: NumberBounds };

/** Between what the numbers of an object may lie, as its schema says: so no field takes one that cannot be saved. */
export function boundsOf<S extends ObjectLike>(schema: S): Bounds<S['__outputType']> {
  return readBounds(schema) as Bounds<S['__outputType']>;
}

const readBounds = ({ fields }: ObjectLike): object =>
  Object.fromEntries(
    Object.entries(fields).flatMap(([key, field]) =>
      isNumberField(field) ? [[key, boundsOfNumber(field)] as const] : [],
    ),
  );

const isNumberField = (field: unknown): field is Schema => isSchema(field) && (field as Schema).type === 'number';

function boundsOfNumber(field: Schema): NumberBounds {
  const { tests } = field.describe() as {
    readonly tests: readonly { readonly name?: string; readonly params?: Readonly<Record<string, unknown>> }[];
  };
  const bounds: { min?: number; max?: number } = {};
  for (const { name, params } of tests)
    if ((name === 'min' || name === 'max') && typeof params?.[name] === 'number') bounds[name] = params[name];
  return bounds;
}
