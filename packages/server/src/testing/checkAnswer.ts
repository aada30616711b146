import '@fastify/swagger';
import type { JsonSchema } from '@probe-trail/core/schema';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import type { FastifyInstance } from 'fastify';

/** An answer as it came, with what was asked. */
export interface GivenAnswer {
  readonly method: string;
  readonly url: string;
  readonly status: number;
  /** What its body says; `undefined` where it has none. */
  readonly body: unknown;
}

interface DescribedAnswer {
  readonly content?: Readonly<Record<string, { readonly schema: JsonSchema }>>;
}

type Paths = Readonly<
  Record<string, Readonly<Record<string, { readonly responses: Readonly<Record<string, DescribedAnswer>> }>>>
>;

const ajv = new Ajv2020({ strict: false, allErrors: false });
// Every server describes itself in the same words.
const checks = new Map<string, ValidateFunction>();

/** Holds an answer to what the server says of its route. @throws where they differ */
export function checkAnswer(app: FastifyInstance, { method, url, status, body }: GivenAnswer): void {
  const paths = app.swagger().paths as Paths;
  // As the server sees it: `..` goes up.
  const { pathname } = new URL(url, 'http://localhost');
  const path = Object.keys(paths)
    .filter((one) => patternOf(one).test(pathname) && paths[one]?.[method.toLowerCase()])
    // What is written out in a path goes before what may be anything.
    .sort((one, other) => one.split('{').length - other.split('{').length)[0];
  if (path === undefined) {
    if (status < 400 && url !== '/api/openapi.json')
      throw new Error(`${method} ${url} was answered, and is not described`);
    return;
  }
  const responses = paths[path]?.[method.toLowerCase()]?.responses ?? {};
  const described = responses[status] ?? (status >= 400 ? responses.default : undefined);
  if (!described) throw new Error(`${method} ${path} answers ${status}, which is not described`);
  const schema = Object.values(described.content ?? {})[0]?.schema;
  if (!schema) {
    if (body !== undefined) throw new Error(`${method} ${path} answers something, which is not described`);
    return;
  }
  const key = `${method} ${path} ${responses[status] ? status : 'default'}`;
  const check = checks.get(key) ?? ajv.compile(schema);
  checks.set(key, check);
  if (!check(body)) throw new Error(`${method} ${path} answers other than described: ${ajv.errorsText(check.errors)}`);
}

const patternOf = (path: string): RegExp =>
  new RegExp(`^${path.replace(/\/$/, '').replaceAll(/\{[^}]+\}/g, '[^/]+')}/?$`);
