// What kept state must look like to be taken up again: an earlier version of the program may have kept it otherwise.

export type Shape<T> = (value: unknown) => value is T;

export const isText: Shape<string> = (value) => typeof value === 'string';
export const isTruth: Shape<boolean> = (value) => typeof value === 'boolean';
export const isNumber: Shape<number> = (value): value is number => typeof value === 'number' && Number.isFinite(value);

export const isOneOf =
  <T extends string>(words: readonly T[]): Shape<T> =>
  (value): value is T =>
    words.some((word) => word === value);

export const isNullOr =
  <T>(shape: Shape<T>): Shape<T | null> =>
  (value): value is T | null =>
    value === null || shape(value);

/** Of a field that an earlier version of the program has not kept. */
export const isMissingOr =
  <T>(shape: Shape<T>): Shape<T | undefined> =>
  (value): value is T | undefined =>
    value === undefined || shape(value);

export const isListOf =
  <T>(shape: Shape<T>): Shape<readonly T[]> =>
  (value): value is readonly T[] =>
    Array.isArray(value) && value.every((item) => shape(item));

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Of an object whose keys are not known; each value has the shape. */
export const isRecordOf =
  <T>(shape: Shape<T>): Shape<Readonly<Record<string, T>>> =>
  (value): value is Readonly<Record<string, T>> =>
    isObject(value) && Object.values(value).every((item) => shape(item));

/** Of an object with these fields and no others. */
export const isShaped =
  <T extends object>(fields: { readonly [Key in keyof T]-?: Shape<T[Key]> }): Shape<T> =>
  (value): value is T =>
    isObject(value) &&
    Object.keys(value).every((key) => Object.hasOwn(fields, key)) &&
    (Object.entries(fields) as [string, Shape<unknown>][]).every(([key, shape]) => shape(value[key]));
