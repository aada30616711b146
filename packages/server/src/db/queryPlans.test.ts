import type { InStatement } from '@libsql/client';
import { expect } from 'chai';
import { takeInVehicle } from '../testing/aJob.js';
import { aServer, releaseSmallPlan, smallWalk, type TestServer } from '../testing/aServer.js';

// Tables that grow with the years. People, lines and bulletins stay few.
const large =
  'vehicle|odometer|job|job_event|code_sheet|sheet_code|plan_version|plan_subject|plan_part|plan_usage|trail|trail_event|session|photo';

describe('no query scans a large table', () => {
  let server: TestServer;
  let vehicleId: string;
  const asked: Exclude<InStatement, string>[] = [];

  before(async () => {
    server = await aServer();
    vehicleId = await takeInVehicle(server, 'j1', 'Slow cranking');
    await releaseSmallPlan(server);
    const { client } = server.database;
    const execute = client.execute.bind(client);
    client.execute = ((statement: Exclude<InStatement, string>) => {
      asked.push(statement);
      return execute(statement);
    }) as typeof client.execute;
  });
  after(() => server.stop());

  for (const [what, url] of [
    ['the board', '/api/jobs'],
    ['a job', '/api/jobs/j1'],
    ['choosing a plan', '/api/jobs/j1/plans'],
    ['missed plans', '/api/jobs/missed-plans'],
    ['the list of vehicles', '/api/vehicles?after=FG-01'],
    ['a vehicle’s page', '/api/vehicles/ID'],
    ['a vehicle’s jobs', '/api/vehicles/ID/jobs'],
    ['a vehicle’s trails', '/api/vehicles/ID/trails'],
    ['searching', '/api/search?words=fg-07'],
    ['the plan library', '/api/plans'],
    ['a plan', '/api/plans/cranking'],
    ['the circuits', '/api/circuits'],
    ['the part cards of the library', '/api/library/cards'],
    ['where plans measure at a pin', '/api/library/usages?of=pin&what=C31.2'],
    ['where plans measure at a connector', '/api/library/usages?of=pin&what=C31'],
    ['where plans have a part card', '/api/library/usages?of=card&what=fan'],
    ['the list of trails', '/api/trails'],
    ['a trail', '/api/trails/t1'],
  ] as const)
    it(what, async () => {
      await server.ask('POST', '/api/trails/t1/events', { events: smallWalk() });
      asked.length = 0;
      expect((await server.ask('GET', url.replace('ID', vehicleId))).status).to.equal(200);
      expect(asked.length).to.be.greaterThan(0);
      for (const statement of [...asked]) expect(await scansOf(statement), statement.sql).to.deep.equal([]);
    });

  /** Steps of the query plan that read a large table from end to end. Following an index as far as a LIMIT is none. */
  async function scansOf({ sql, args = [] }: Exclude<InStatement, string>): Promise<string[]> {
    const plan = await server.database.client.execute({ sql: `EXPLAIN QUERY PLAN ${sql}`, args });
    const steps = plan.rows.map(({ detail }) => String(detail));
    const isSorted = steps.some((step) => step.includes('USE TEMP B-TREE FOR ORDER BY'));
    const isBounded = /limit/i.test(sql) && !isSorted;
    return steps.filter(
      (step) => new RegExp(`^SCAN (?:${large})\\b`).test(step) && !(isBounded && step.includes('USING INDEX')),
    );
  }
});
