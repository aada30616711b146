import { type NewPerson, newPersonSchema, type Person, personHeader } from '@probe-trail/core/person';
import type { FastifyPluginAsync, FastifyRequest } from 'fastify';
import { AppError } from '../problem/index.js';
import type { PersonStore } from './store.js';

export interface PersonOptions {
  readonly people: PersonStore;
  readonly newId: () => string;
}

/** People pick who they are; accounts with passwords come later. */
export const personPlugin: FastifyPluginAsync<PersonOptions> = async (app, { people, newId }) => {
  app.get('/', () => people.list());

  app.post<{ Body: NewPerson }>('/', { schema: { body: newPersonSchema } }, async ({ body }, reply) => {
    const person: Person = { id: newId(), ...body };
    if (!(await people.add(person)))
      throw new AppError('PERSON_EXISTS', `There is already somebody called ${body.name}.`);
    return reply.code(201).send(person);
  });
};

/** Who is asking, by the request's header; whoever changes something must say so. */
export async function personOf(request: FastifyRequest, people: PersonStore): Promise<Person> {
  const id = request.headers[personHeader];
  const person = typeof id === 'string' ? await people.find(id) : undefined;
  if (!person)
    throw new AppError(
      'PERSON_UNKNOWN',
      `Say who you are first: the header ${personHeader} names nobody who works here.`,
    );
  return person;
}
