import cookie from '@fastify/cookie';
import { may, type Permission, type Person, sayForbidden } from '@probe-trail/core/person';
import type { FastifyReply, FastifyRequest, RouteOptions } from 'fastify';
import fastifyPlugin from 'fastify-plugin';
import { LRUCache } from 'lru-cache';
import { AppError } from '../problem/index.js';
import { type SessionStore, sessionMs } from './sessions.js';
import type { PersonStore } from './store.js';

/** What a route asks of whoever calls it. Every route says so; one that does not cannot be registered. */
export type Needs = Permission | 'nobody' | 'signedIn';

/** `config` of a route that is for everybody in the workshop. */
export const signedIn = { needs: 'signedIn' } as const;

declare module 'fastify' {
  interface FastifyContextConfig {
    needs?: Needs;
  }
  interface FastifyRequest {
    person: Person | undefined;
    /** The token of the session cookie, when its signature is ours. */
    sessionToken: string | undefined;
  }
}

export interface GuardOptions {
  readonly people: PersonStore;
  readonly sessions: SessionStore;
  readonly sessionSecret: string;
}

const cookieName = 'probe-trail-session';
// A workshop's server often speaks plain HTTP inside its own network: only there the cookie goes without TLS.
const cookieOptions = { httpOnly: true, sameSite: 'strict', secure: 'auto', path: '/api', signed: true } as const;

/**
 * Knows from the session cookie who is asking, and keeps each route to those whom it is for. What a request needs is read
 * from the route that the router has matched: the text of its address decides nothing.
 */
export const guardPlugin = fastifyPlugin<GuardOptions>(async (app, { people, sessions, sessionSecret }) => {
  await app.register(cookie, { secret: sessionSecret });
  // A signature is checked once for each cookie, not with every request.
  const tokens = new LRUCache<string, string>({ max: 2000 });
  const tokenOf = (signed: string | undefined): string | undefined => {
    if (!signed) return undefined;
    const known = tokens.get(signed);
    if (known !== undefined) return known;
    const { valid, value } = app.unsignCookie(signed);
    if (!valid) return undefined;
    tokens.set(signed, value);
    return value;
  };
  app.decorateRequest('person', undefined);
  app.decorateRequest('sessionToken', undefined);
  app.addHook('onRoute', refuseUnguarded);
  app.addHook('onRequest', async (request) => {
    const needs = request.is404 ? 'nobody' : (request.routeOptions.config.needs ?? 'signedIn');
    request.sessionToken = tokenOf(request.cookies[cookieName]);
    request.person = await whoAsks(request, people, sessions);
    if (needs === 'nobody') return;
    if (!request.person) throw new AppError('SIGN_IN_NEEDED', 'Sign in first. Nothing was changed.');
    if (needs !== 'signedIn') demand(request.person, needs);
  });
});

function refuseUnguarded({ method, url, config }: RouteOptions): void {
  if (config?.needs === undefined)
    throw new Error(`${String(method)} ${url} does not say whom it is for: give it \`config.needs\``);
}

async function whoAsks(
  { sessionToken }: FastifyRequest,
  people: PersonStore,
  sessions: SessionStore,
): Promise<Person | undefined> {
  const personId = sessionToken && (await sessions.personIdOf(sessionToken));
  const person = personId ? await people.find(personId) : undefined;
  return person?.isDisabled ? undefined : person;
}

/** Gives the browser its cookie; always a new token, so that one which somebody planted before is worth nothing. */
export const signInBrowser = (reply: FastifyReply, token: string) =>
  reply.setCookie(cookieName, token, { ...cookieOptions, maxAge: sessionMs / 1000 });

export const signOutBrowser = (reply: FastifyReply) =>
  reply.clearCookie(cookieName, cookieOptions).header('clear-site-data', '"cache"');

/** @throws AppError when the person may not do this */
export function demand(person: Person, permission: Permission): void {
  if (!may(person.roles, permission)) throw new AppError('FORBIDDEN', sayForbidden(permission));
}

/** Who is asking, on a route that needs somebody. */
export function personOf({ person }: FastifyRequest): Person {
  if (!person) throw new Error('a route that needs no one asks who it is');
  return person;
}
