import cookie from '@fastify/cookie';
import session from '@fastify/session';
import { may, type Permission, type Person, sayForbidden } from '@probe-trail/core/person';
import type { FastifyRequest } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { AppError } from '../problem/index.js';
import { type SessionStore, sessionMs } from './sessions.js';
import type { PersonStore } from './store.js';

/** What a route asks of whoever calls it. Without saying so, a route of the API needs somebody who is signed in. */
export type Needs = Permission | 'nobody' | 'signedIn';

declare module 'fastify' {
  interface FastifyContextConfig {
    needs?: Needs;
  }
  interface FastifyRequest {
    person: Person | undefined;
  }
}

export interface GuardOptions {
  readonly people: PersonStore;
  readonly sessions: SessionStore;
  readonly sessionSecret: string;
}

/** Knows from the session cookie who is asking, and keeps each route to those whom it is for. */
export const guardPlugin = fastifyPlugin<GuardOptions>(async (app, { people, sessions, sessionSecret }) => {
  await app.register(cookie);
  await app.register(session, {
    secret: sessionSecret,
    cookieName: 'probe-trail-session',
    // A workshop's server often speaks plain HTTP inside its own network: only there the cookie goes without TLS.
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', path: '/api', maxAge: sessionMs },
    saveUninitialized: false,
    rolling: false,
    store: sessions,
  });
  app.decorateRequest('person', undefined);
  app.addHook('onRequest', async (request) => {
    if (!request.url.startsWith('/api/')) return;
    request.person = await whoAsks(request, people);
    const needs = request.routeOptions.config.needs ?? 'signedIn';
    if (needs === 'nobody' || request.is404) return;
    if (!request.person) throw new AppError('SIGN_IN_NEEDED', 'Sign in first. Nothing was changed.');
    if (needs !== 'signedIn') demand(request.person, needs);
  });
});

async function whoAsks({ session }: FastifyRequest, people: PersonStore): Promise<Person | undefined> {
  const person = session.personId ? await people.find(session.personId) : undefined;
  return person?.isDisabled ? undefined : person;
}

/** @throws AppError when the person may not do this */
export function demand(person: Person, permission: Permission): void {
  if (!may(person.roles, permission)) throw new AppError('FORBIDDEN', sayForbidden(permission));
}

/** Who is asking, on a route that needs somebody. */
export function personOf({ person }: FastifyRequest): Person {
  if (!person) throw new Error('a route that needs no one asks who it is');
  return person;
}
