import {
  type DemoAccount,
  type OwnPassword,
  ownPasswordSchema,
  type PreferencesChange,
  preferencesChangeSchema,
  type Session,
  type SignIn,
  signInSchema,
} from '@probe-trail/core/person';
import type { FastifyPluginAsync } from 'fastify';
import { answers, answersNothing, creates } from '../answer/index.js';
import { AppError } from '../problem/index.js';
import { personAnswer, sessionAnswer } from './answers.js';
import { personOf, signedIn, signInBrowser, signOutBrowser } from './guard.js';
import { hashNewPassword, isPassword } from './passwords.js';
import type { SessionStore } from './sessions.js';
import type { PersonStore } from './store.js';
import { makeTriesLimit } from './triesLimit.js';

export interface SessionOptions {
  readonly people: PersonStore;
  readonly sessions: SessionStore;
  readonly demoAccounts: readonly DemoAccount[];
}

/** Signing in and out, and what somebody sets for themselves. */
export const sessionPlugin: FastifyPluginAsync<SessionOptions> = async (app, { people, sessions, demoAccounts }) => {
  const tries = makeTriesLimit();

  app.get(
    '/',
    { schema: answers(sessionAnswer), config: { needs: 'nobody' } },
    async ({ person }): Promise<Session> => ({
      person: person ?? null,
      needsFirstPerson: await people.isEmpty(),
      demoAccounts,
    }),
  );

  app.post<{ Body: SignIn }>(
    '/',
    { schema: { body: signInSchema, ...creates(personAnswer) }, config: { needs: 'nobody' } },
    async ({ ip, body: { name, password } }, reply) => {
      const account = await people.accountByName(name.normalize());
      const one = { address: ip, personId: account?.id, name };
      await tries.begin(one);
      const isRight = await isPassword(account?.passwordHash, password);
      if (!account || !isRight || account.isDisabled)
        throw new AppError('SIGN_IN_FAILED', 'Name and password do not belong together, or the account is disabled.');
      await tries.succeeded(one);
      signInBrowser(reply, await sessions.begin(account.id));
      return reply.code(201).send(await people.find(account.id));
    },
  );

  app.delete('/', { schema: answersNothing, config: signedIn }, async ({ sessionToken }, reply) => {
    if (sessionToken) await sessions.end(sessionToken);
    return signOutBrowser(reply).code(204).send();
  });

  app.delete('/everywhere', { schema: answersNothing, config: signedIn }, async (request, reply) => {
    await sessions.endAllOf(personOf(request).id);
    return signOutBrowser(reply).code(204).send();
  });

  app.patch<{ Body: PreferencesChange }>(
    '/preferences',
    { schema: { body: preferencesChangeSchema, ...answers(personAnswer) }, config: signedIn },
    async (request) => {
      const { id } = personOf(request);
      await people.changePreferences(id, request.body);
      return people.find(id);
    },
  );

  app.put<{ Body: OwnPassword }>(
    '/password',
    { schema: { body: ownPasswordSchema, ...answersNothing }, config: signedIn },
    async (request, reply) => {
      const { id } = personOf(request);
      const account = await people.accountById(id);
      const one = { address: request.ip, personId: id, name: account?.name ?? '' };
      await tries.begin(one);
      if (!(await isPassword(account?.passwordHash, request.body.current)))
        throw new AppError('SIGN_IN_FAILED', 'The password that you have now is another one. Nothing was changed.');
      await tries.succeeded(one);
      await people.setPassword(id, await hashNewPassword(request.body.password));
      // Whoever knew the old one is out; this browser signs in anew.
      await sessions.endAllOf(id);
      return signInBrowser(reply, await sessions.begin(id))
        .code(204)
        .send();
    },
  );
};
