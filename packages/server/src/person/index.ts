import { createHash, timingSafeEqual } from 'node:crypto';
import {
  type FirstPerson,
  firstPersonSchema,
  looksLike,
  may,
  type NewPassword,
  type NewPerson,
  newPasswordSchema,
  newPersonSchema,
  type Person,
  type PersonChange,
  personChangeSchema,
  personParamsSchema,
} from '@probe-trail/core/person';
import type { FastifyPluginAsync } from 'fastify';
import { answers, answersNothing, creates } from '../answer/index.js';
import { AppError } from '../problem/index.js';
import { firstPersonAnswer, peopleAnswer, personAnswer } from './answers.js';
import { signedIn } from './guard.js';
import { hashNewPassword } from './passwords.js';
import type { SessionStore } from './sessions.js';
import type { PersonStore } from './store.js';

export { demand, guardPlugin, personOf, signedIn } from './guard.js';
export { sessionPlugin } from './sessionPlugin.js';

export interface PersonOptions {
  /** What whoever sets the workshop up must know: it is printed where the server was started. */
  readonly setupToken: string;
  readonly people: PersonStore;
  readonly sessions: SessionStore;
  readonly newId: () => string;
}

interface PersonRoute {
  Params: { personId: string };
}

/** The people of the workshop: everybody sees who there is, an administrator manages them. */
export const personPlugin: FastifyPluginAsync<PersonOptions> = async (app, options) => {
  const { people, sessions, newId, setupToken } = options;
  const params = personParamsSchema;
  const config = { needs: 'managePeople' } as const;

  app.get('/', { schema: answers(peopleAnswer), config: signedIn }, () => people.list());

  app.post<{ Body: FirstPerson }>(
    '/first',
    { schema: { body: firstPersonSchema, ...creates(firstPersonAnswer) }, config: { needs: 'nobody' } },
    async ({ body: { name, password, token } }, reply) => {
      if (!isSame(token, setupToken))
        throw new AppError('SETUP_TOKEN_WRONG', 'That is not the token that the server printed when it started.');
      // In a small workshop the one who sets it up also does the work; roles can be taken away later.
      const roles = ['administrator', 'author', 'technician', 'adviser'] as const;
      const passwordHash = await hashNewPassword(password);
      if (!(await people.addFirst({ id: newId(), name: name.normalize(), roles, passwordHash })))
        throw new AppError('FIRST_PERSON_EXISTS', 'There are people already. Ask an administrator to add you.');
      return reply.code(201).send({ name });
    },
  );

  app.post<{ Body: NewPerson }>(
    '/',
    { schema: { body: newPersonSchema, ...creates(personAnswer) }, config },
    async ({ body }, reply) => {
      const { roles, password } = body;
      const [id, name] = [newId(), body.name.normalize()];
      refuseLookalike(name, await people.list());
      if (!(await people.add({ id, name, roles, passwordHash: await hashNewPassword(password) }))) throw exists(name);
      return reply.code(201).send(await people.find(id));
    },
  );

  app.put<PersonRoute & { Body: PersonChange }>(
    '/:personId',
    { schema: { params, body: personChangeSchema, ...answers(personAnswer) }, config },
    async ({ params: { personId }, body }) => {
      const others = (await people.list()).filter(({ id }) => id !== personId);
      const name = body.name.normalize();
      refuseLookalike(name, others);
      const manages = (person: PersonChange) => !person.isDisabled && may(person.roles, 'managePeople');
      if (![...others, body].some(manages))
        throw new AppError('LAST_ADMINISTRATOR', 'Make somebody else an administrator first. Nothing was changed.');
      if (!(await people.change(personId, { ...body, name }))) throw personNotFound(personId);
      if (body.isDisabled) await sessions.endAllOf(personId);
      return people.find(personId);
    },
  );

  app.put<PersonRoute & { Body: NewPassword }>(
    '/:personId/password',
    { schema: { params, body: newPasswordSchema, ...answersNothing }, config },
    async ({ params: { personId }, body }, reply) => {
      if (!(await people.setPassword(personId, await hashNewPassword(body.password)))) throw personNotFound(personId);
      await sessions.endAllOf(personId);
      return reply.code(204).send();
    },
  );
};

/** Two people whose names look the same cannot be told apart in what they recorded. */
function refuseLookalike(name: string, others: readonly Person[]): void {
  const alike = others.find((other) => looksLike(other.name, name));
  if (alike?.name === name) throw exists(name);
  if (alike)
    throw new AppError(
      'PERSON_EXISTS',
      `“${name}” looks like ${alike.name}, who is there already. Nothing was changed.`,
    );
}

/** Compares in a time that does not tell how much of it was right. */
function isSame(given: string, secret: string): boolean {
  const hashOf = (text: string) => createHash('sha256').update(text).digest();
  return timingSafeEqual(hashOf(given.trim()), hashOf(secret));
}

const exists = (name: string) => new AppError('PERSON_EXISTS', `There is already somebody called ${name}.`);
const personNotFound = (personId: string) =>
  new AppError('PERSON_NOT_FOUND', `There is nobody with the id “${personId}”.`);
