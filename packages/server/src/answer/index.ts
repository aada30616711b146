import { type Checked, closedObject, type DeepReadonly } from '@probe-trail/core/schema';
import { array, boolean, type ISchema, number, string } from 'yup';

/**
 * What routes answer, described. A schema here describes a type and is never run on an answer while the server works: the compiler holds
 * the two together, and the tests hold every answer that they get to its schema.
 */

type IsSame<One, Other> = [One, Other] extends [Other, One] ? true : false;

/** The schema of an answer; the compiler refuses one that describes anything but this type. */
export const answer =
  <Answer>() =>
  <S extends { readonly __outputType: unknown }>(
    schema: S & (IsSame<Checked<S>, DeepReadonly<Answer>> extends true ? unknown : never),
  ): S =>
    schema;

/** A text, which may be empty. */
export const text = () => string().defined();
export const textOrNull = () => string().nullable().defined();
export const amount = () => number().required();
export const yesOrNo = () => boolean().required();
/** One of the keys of a table. */
export const keyOf = <Key extends string>(table: Readonly<Record<Key, unknown>>) =>
  string()
    .required()
    .oneOf(Object.keys(table) as Key[]);
export const oneOf = <const Name extends string>(...names: Name[]) => string().required().oneOf(names);
export const listOf = <Item>(item: ISchema<Item>) => array(item).required();

/** What a route answers, for the `schema` of the route: by status. */
export const answers = <S>(schema: S) => ({ response: { 200: schema } });
export const creates = <S>(schema: S) => ({ response: { 201: schema } });
export const answersNothing = { response: { 204: { type: 'null', description: 'It was done.' } } } as const;
/** A part at a time, or no JSON at all. */
export const sends = <S>(mediaType: string, schema: S) => ({
  response: { 200: { content: { [mediaType]: { schema } } } },
});

/** How many events a log has now: everything that was sent is stored, durably. */
export const appendedAnswer = answer<{ readonly eventCount: number }>()(closedObject({ eventCount: amount() }));
