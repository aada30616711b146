import {
  type FirstPerson,
  firstPersonSchema,
  may,
  type NewPassword,
  type NewPerson,
  newPasswordSchema,
  newPersonSchema,
  type PersonChange,
  personChangeSchema,
  personParamsSchema,
} from '@probe-trail/core/person';
import type { FastifyPluginAsync } from 'fastify';
import { AppError } from '../problem/index.js';
import { hashPassword } from './passwords.js';
import type { SessionStore } from './sessions.js';
import type { PersonStore } from './store.js';

export { demand, guardPlugin, personOf } from './guard.js';
export { sessionPlugin } from './sessionPlugin.js';

export interface PersonOptions {
  readonly people: PersonStore;
  readonly sessions: SessionStore;
  readonly newId: () => string;
}

interface PersonRoute {
  Params: { personId: string };
}

/** The people of the workshop: everybody sees who there is, an administrator manages them. */
export const personPlugin: FastifyPluginAsync<PersonOptions> = async (app, { people, sessions, newId }) => {
  const params = personParamsSchema;
  const config = { needs: 'managePeople' } as const;

  app.get('/', () => people.list());

  app.post<{ Body: FirstPerson }>(
    '/first',
    { schema: { body: firstPersonSchema }, config: { needs: 'nobody' } },
    async ({ body: { name, password } }, reply) => {
      // In a small workshop the one who sets it up also does the work; roles can be taken away later.
      const roles = ['administrator', 'author', 'technician', 'adviser'] as const;
      const passwordHash = await hashPassword(password);
      if (!(await people.addFirst({ id: newId(), name, roles, passwordHash })))
        throw new AppError('FIRST_PERSON_EXISTS', 'There are people already. Ask an administrator to add you.');
      return reply.code(201).send({ name });
    },
  );

  app.post<{ Body: NewPerson }>('/', { schema: { body: newPersonSchema }, config }, async ({ body }, reply) => {
    const { name, roles, password } = body;
    const id = newId();
    if (!(await people.add({ id, name, roles, passwordHash: await hashPassword(password) }))) throw exists(name);
    return reply.code(201).send(await people.find(id));
  });

  app.put<PersonRoute & { Body: PersonChange }>(
    '/:personId',
    { schema: { params, body: personChangeSchema }, config },
    async ({ params: { personId }, body }) => {
      const others = (await people.list()).filter(({ id }) => id !== personId);
      if (others.some(({ name }) => name === body.name)) throw exists(body.name);
      const manages = (person: PersonChange) => !person.isDisabled && may(person.roles, 'managePeople');
      if (![...others, body].some(manages))
        throw new AppError('LAST_ADMINISTRATOR', 'Make somebody else an administrator first. Nothing was changed.');
      if (!(await people.change(personId, body))) throw personNotFound(personId);
      if (body.isDisabled) await sessions.endAllOf(personId);
      return people.find(personId);
    },
  );

  app.put<PersonRoute & { Body: NewPassword }>(
    '/:personId/password',
    { schema: { params, body: newPasswordSchema }, config },
    async ({ params: { personId }, body }, reply) => {
      if (!(await people.setPassword(personId, await hashPassword(body.password)))) throw personNotFound(personId);
      await sessions.endAllOf(personId);
      return reply.code(204).send();
    },
  );
};

const exists = (name: string) => new AppError('PERSON_EXISTS', `There is already somebody called ${name}.`);
const personNotFound = (personId: string) =>
  new AppError('PERSON_NOT_FOUND', `There is nobody with the id “${personId}”.`);
