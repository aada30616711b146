import type { JsonSchema } from '@probe-trail/core/schema';
import { expect } from 'chai';
import fc from 'fast-check';
import { appendTo, jobEvent, takeInVehicle } from '../testing/aJob.js';
import { aServer, releaseSmallPlan, smallWalk, type TestServer, testPassword } from '../testing/aServer.js';
import { checkAnswer } from '../testing/checkAnswer.js';
import { dataOf, hostileText } from '../testing/hostileArbitraries.js';

/** How long it goes on in `npm test`; `FUZZ_SECONDS` lets it run longer, `FUZZ_SEED` elsewhere. */
const seconds = Number(process.env.FUZZ_SECONDS ?? 30);
const seed = Number(process.env.FUZZ_SEED ?? 20_261_128);

interface Operation {
  readonly method: string;
  readonly path: string;
  readonly body: JsonSchema | undefined;
  readonly query: readonly { readonly name: string; readonly schema: JsonSchema }[];
}

interface Described {
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: JsonSchema }>> };
  readonly parameters?: readonly { readonly in: string; readonly name: string; readonly schema: JsonSchema }[];
}

describe('every route, with whatever its description allows and forbids', () => {
  let server: TestServer;
  let cookie: string;
  let operations: readonly Operation[];
  const ids = [
    't1',
    'j1',
    'cranking',
    'rest',
    'volts',
    'battery',
    'cable',
    'low',
    'good',
    'loper-35',
    'A10',
    'e0',
    'e1',
    '0'.repeat(64),
  ];

  before(async () => {
    server = await aServer();
    const roles = ['author', 'technician', 'adviser', 'administrator'] as const;
    await server.services.people.change('Ines-Marrow', { name: 'Ines Marrow', roles: [...roles], isDisabled: false });
    await releaseSmallPlan(server);
    ids.push(await takeInVehicle(server));
    await appendTo(server.ask, 'j1', jobEvent({ kind: 'chargerSet', isConnected: true }));
    await server.ask('POST', '/api/trails/t1/events', { events: smallWalk() });
    cookie = (await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword })).cookie;
    const { paths } = (await server.ask('GET', '/api/openapi.json')).body as {
      paths: Record<string, Record<string, Described>>;
    };
    operations = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods)
        .map(([method, described]) => toOperation(method, path, described))
        .filter(isHarmless),
    );
  });
  after(() => server.stop());

  const toOperation = (method: string, path: string, { requestBody, parameters = [] }: Described): Operation => ({
    method: method.toUpperCase(),
    path,
    body: requestBody?.content['application/json']?.schema,
    query: parameters.filter((one) => one.in === 'query'),
  });

  /** A stream does not end by itself, and who has signed out, or has another password, asks no more. */
  const isHarmless = ({ method, path }: Operation) =>
    !/\/live$|\/interface\/reading$/.test(path) && !(method !== 'GET' && /\/session|\/people/.test(path));

  const anAddress = ({ path, query }: Operation): fc.Arbitrary<string> => {
    const parts = path.split('/').map((part) => {
      if (!part.startsWith('{')) return fc.constant(part);
      return fc
        .oneof({ weight: 8, arbitrary: fc.constantFrom(...ids) }, { weight: 1, arbitrary: hostileText() })
        .map(encode);
    });
    const asked = query.map(({ name, schema }) =>
      fc
        .option(dataOf(schema, ids), { freq: 4 })
        .map((value) => (value === null ? '' : `${name}=${encode(String(value))}`)),
    );
    return fc
      .tuple(fc.tuple(...parts), fc.tuple(...asked))
      .map(([way, words]) => `${way.join('/')}?${words.filter(Boolean).join('&')}`);
  };

  // Half a character cannot stand in an address at all.
  const encode = (text: string) => encodeURIComponent(text.toWellFormed());

  const aRequest = () =>
    fc.constantFrom(...operations).chain((operation) =>
      fc.record({
        method: fc.constant(operation.method),
        url: anAddress(operation),
        payload: operation.body ? dataOf(operation.body, ids) : fc.constant(undefined),
        etag: fc.constantFrom('"x"', '', '\u00ff'),
      }),
    );

  it(`is answered below 500, in few words where it is refused, and leaves the server as it was`, async () => {
    const seen = new Map<number, number>();
    const checked = fc.asyncProperty(aRequest(), async ({ method, url, payload, etag }) => {
      const answer = await server.app.inject({
        method: method as 'GET',
        url,
        headers: { cookie, 'content-type': 'application/json', 'x-probe-trail': '1', 'if-match': etag },
        ...(payload === undefined ? {} : { payload: JSON.stringify(payload) }),
      });
      const { statusCode, body } = answer;
      const isJson = String(answer.headers['content-type']).includes('json');
      if (isJson) checkAnswer(server.app, { method, url, status: statusCode, body: answer.json() });
      seen.set(statusCode, (seen.get(statusCode) ?? 0) + 1);
      // No interface and no instrument is connected here: that they fail is the right answer.
      const isUnconnected = statusCode === 502 && /INTERFACE_FAILED|INSTRUMENT_FAILED/.test(body);
      if (!isUnconnected) expect(statusCode, `${method} ${url}: ${body.slice(0, 300)}`).to.be.lessThan(500);
      if (statusCode >= 400) expect(body.length, body.slice(0, 100)).to.be.lessThan(2000);
    });
    await fc.assert(checked, {
      seed,
      numRuns: 1_000_000,
      interruptAfterTimeLimit: seconds * 1000,
      markInterruptAsFailure: false,
      endOnFailure: true,
    });
    // It reached what it should: some was taken, some not understood, some not there.
    expect([...seen.keys()]).to.include.members([200, 400, 404]);
    for (const url of [
      '/api/trails',
      '/api/jobs',
      '/api/vehicles',
      '/api/instruments',
      '/api/plans',
      '/api/circuits',
      '/api/library/cards',
      '/api/lines',
    ])
      expect((await server.ask('GET', url)).status, url).to.equal(200);
    expect((await server.ask('GET', '/api/trails/t1')).body.events).to.be.an('array');
  }).timeout((seconds + 60) * 1000);
});
