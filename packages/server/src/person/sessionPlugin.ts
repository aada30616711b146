import rateLimit from '@fastify/rate-limit';
import {
  type DemoAccount,
  type OwnPassword,
  ownPasswordSchema,
  type Preferences,
  preferencesSchema,
  type Session,
  type SignIn,
  signInSchema,
} from '@probe-trail/core/person';
import type { FastifyPluginAsync, FastifyRequest } from 'fastify';
import { AppError } from '../problem/index.js';
import { personOf, signInBrowser, signOutBrowser } from './guard.js';
import { hashPassword, isPassword } from './passwords.js';
import type { SessionStore } from './sessions.js';
import type { PersonStore } from './store.js';

export interface SessionOptions {
  readonly people: PersonStore;
  readonly sessions: SessionStore;
  readonly demoAccounts: readonly DemoAccount[];
}

const tries = { max: 10, timeWindow: 10 * 60_000 };

/** Signing in and out, and what somebody sets for themselves. */
export const sessionPlugin: FastifyPluginAsync<SessionOptions> = async (app, { people, sessions, demoAccounts }) => {
  await app.register(rateLimit, { global: false });

  app.get(
    '/',
    { config: { needs: 'nobody' } },
    async ({ person }): Promise<Session> => ({
      person: person ?? null,
      needsFirstPerson: await people.isEmpty(),
      demoAccounts,
    }),
  );

  app.post<{ Body: SignIn }>(
    '/',
    {
      schema: { body: signInSchema },
      config: { needs: 'nobody' },
      preHandler: app.rateLimit({ ...tries, keyGenerator: triesOf, errorResponseBuilder: tooMany }),
    },
    async (request, reply) => {
      const { name, password } = request.body;
      const account = await people.accountByName(name);
      const isRight = await isPassword(account?.passwordHash, password);
      if (!account || !isRight || account.isDisabled)
        throw new AppError('SIGN_IN_FAILED', 'Name and password do not belong together, or the account is disabled.');
      signInBrowser(reply, await sessions.begin(account.id));
      return reply.code(201).send(await people.find(account.id));
    },
  );

  app.delete('/', async ({ sessionToken }, reply) => {
    if (sessionToken) await sessions.end(sessionToken);
    return signOutBrowser(reply).code(204).send();
  });

  app.delete('/everywhere', async (request, reply) => {
    await sessions.endAllOf(personOf(request).id);
    return signOutBrowser(reply).code(204).send();
  });

  app.put<{ Body: Preferences }>('/preferences', { schema: { body: preferencesSchema } }, async (request) => {
    const { id } = personOf(request);
    await people.setPreferences(id, request.body);
    return people.find(id);
  });

  app.put<{ Body: OwnPassword }>('/password', { schema: { body: ownPasswordSchema } }, async (request, reply) => {
    const { id } = personOf(request);
    const account = await people.accountById(id);
    if (!(await isPassword(account?.passwordHash, request.body.current)))
      throw new AppError('SIGN_IN_FAILED', 'The password that you have now is another one. Nothing was changed.');
    await people.setPassword(id, await hashPassword(request.body.password));
    // Whoever knew the old one is out; this browser signs in anew.
    await sessions.endAllOf(id);
    return signInBrowser(reply, await sessions.begin(id))
      .code(204)
      .send();
  });
};

/** Tries are counted for one name from one address: nobody locks a colleague out from elsewhere. */
const triesOf = ({ ip, body }: FastifyRequest) => `${ip} ${(body as SignIn).name.toLowerCase()}`;

const tooMany = (_request: FastifyRequest, { after }: { readonly after: string }) =>
  new AppError(
    'TOO_MANY_TRIES',
    `There were more than ${tries.max} tries to sign in with this name. Wait ${after}, then try again.`,
  );
