import { lazy, type ObjectShape, object, type Schema, type StringSchema, string } from 'yup';

/** An object with these fields and no others: a misspelt field is told, not dropped. */
export const closedObject = <Fields extends ObjectShape>(fields: Fields) =>
  object(fields).noUnknown('${path} has a field that is not known here: ${unknown}');

/** A text that may be empty while a draft is being written. */
export const draftText = (maximum: number) =>
  string().defined().max(maximum, `\${path} is longer than ${maximum} characters`);

/** A name by which other parts of a document refer to this one. */
export const idText = () => ownName(string().required('${path} is missing').matches(idPattern, saysId));

/** Whether a text can be such a name. */
export const isId = (text: string): boolean => idText().isValidSync(text, { strict: true });

/** The same, or `null` where there is nothing to refer to. */
export const idOrNull = () => ownName(string().nullable().defined().matches(idPattern, saysId));

/** The id that a picture has by its content: the SHA-256 of its bytes. */
export const photoIdText = () =>
  string()
    .required()
    .matches(/^[0-9a-f]{64}$/, '${path} is not the id of a photo');

/** How long an id may be. */
export const idLength = 80;
const idPattern = new RegExp(`^[\\w.-]{1,${idLength}}$`);

/**
 * Names by which things can be kept: what every JavaScript object has already (`constructor`, `__proto__`) would be found where
 * nothing was put, and `.` and `..` are no names in an address.
 */
const ownNamePattern = new RegExp(`^(?!(?:${Object.getOwnPropertyNames(Object.prototype).join('|')}|\\.{1,2})$)`);

/** A text that must not be a name which the program needs for itself. */
export const ownName = <S extends StringSchema<string | null | undefined>>(text: S): S =>
  text.matches(ownNamePattern, saysOwnName) as S;

const saysOwnName = '${path} is “${value}”, which the program needs for itself; choose another name';

/** A text that is not an id, and by which things are kept all the same, such as what a state of the vehicle is about. */
export const nameOfThing = (maximum: number) => ownName(string().required().max(maximum));
const saysId = '${path} may have letters, digits, dots, dashes and underscores only, at most 80';

type Cases = Readonly<Record<string, Schema>>;

/** The schemas of a union made by `unionByKind`, for whoever describes it. */
export const casesOfUnion = new WeakMap<object, Cases>();

/** A union told apart by its field `kind`: the right case checks the whole, and an unknown kind is named. */
export function unionByKind<Union extends Cases>(cases: Union) {
  const kinds = Object.keys(cases);
  const unknownKind = closedObject({
    kind: string()
      .required()
      .oneOf(kinds, `\${path} is \${value}; it can be ${kinds.join(', ')}`),
  });
  const union = lazy((value: unknown) => (kindIn(cases, value) ?? unknownKind) as Union[keyof Union]);
  casesOfUnion.set(union, cases);
  return union;
}

function kindIn(cases: Cases, value: unknown): Schema | undefined {
  const kind = typeof value === 'object' && value !== null && 'kind' in value ? value.kind : undefined;
  return typeof kind === 'string' && Object.hasOwn(cases, kind) ? cases[kind] : undefined;
}

/** A type as read from a checked document: nobody may change it in place. */
export type DeepReadonly<T> = T extends readonly (infer Item)[]
  ? readonly DeepReadonly<Item>[]
  : T extends object
    ? { readonly [Key in keyof T]: DeepReadonly<T[Key]> }
    : T;

export type Checked<S extends { readonly __outputType: unknown }> = DeepReadonly<S['__outputType']>;

/** Unit and what it has on a vehicle line, such as `A10.coolantTemperature`. */
export const keyOnLine = () =>
  string()
    .required()
    .max(161)
    .matches(
      /^[\w.-]+\.[\w.-]+$/,
      '${path}: "${value}" is not the name of a unit and of what it has, such as A10.engineSpeed',
    );
