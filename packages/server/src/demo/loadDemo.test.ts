import { fileURLToPath } from 'node:url';
import { reduceJob } from '@probe-trail/core/job';
import { proofOf } from '@probe-trail/core/proof';
import { checkVin } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { aServer, type TestServer } from '../testing/aServer.js';
import { demoAccounts, demoRigs, loadDemo } from './loadDemo.js';

const folder = fileURLToPath(new URL('../../../../demo', import.meta.url));
const now = Date.UTC(2031, 3, 15, 8);

describe('the demo world', () => {
  let server: TestServer;
  before(async () => {
    server = await aServer();
    await server.database.client.executeMultiple('DELETE FROM session; DELETE FROM person;');
    await loadDemo(server.services, folder, now);
  });
  after(() => server.stop());

  it('has 14 buses, and a dozen jobs in all states on one morning', async () => {
    const { vehicles, jobs } = server.services;
    expect(await vehicles.list('')).to.have.length(14);
    const standings = (await jobs.board()).map(({ standing }) => standing);
    expect(standings).to.have.length(12);
    expect(new Set(standings)).to.deep.equal(
      new Set(['toConfirm', 'toReadCodes', 'toChoosePlan', 'testing', 'toRepair', 'mending', 'proving', 'ready']),
    );
    const gone = await Promise.all(
      ['fg-04', 'fg-13'].map((vehicleId) => server.services.jobStore.ofVehicle(vehicleId)),
    );
    expect(gone.flat().filter(({ standing }) => standing === 'gone')).to.have.length(2);
  });

  it('has closed proofs that come to what is computed from the logs', async () => {
    const { jobs, jobStore, trails, vehicles } = server.services;
    const closed: string[] = [];
    for (const { vehicleId } of await vehicles.list(''))
      for (const { jobId } of await jobStore.ofVehicle(vehicleId)) {
        const { events, sheets, trails: lines } = await jobs.log(jobId);
        const at = events.findIndex(({ kind }) => kind === 'proofTaken');
        const event = events[at];
        if (event?.kind !== 'proofTaken') continue;
        const walked = await Promise.all(
          lines.map(async ({ trailId }) => [trailId, await trails.stateOf(trailId)] as const),
        );
        const before = events.slice(0, at);
        const job = reduceJob(before);
        const proof = job.ok ? proofOf({ job: job.value, events: before, sheets, trails: new Map(walked) }) : undefined;
        expect(proof?.verdict, jobId).to.equal(event.verdict);
        closed.push(`${jobId} ${event.verdict}`);
      }
    expect(closed.sort()).to.deep.equal([
      'job-fg-04 proven',
      'job-fg-05-stall-1 notPossible',
      'job-fg-05-stall-2 notPossible',
      'job-fg-10 proven',
      'job-fg-10-fan proven',
      'job-fg-12-coolant proven',
      'job-fg-13 partlyProven',
    ]);
  });

  it('has happened before now', async () => {
    for (const { lastEventAtMs } of await server.services.jobs.board()) expect(lastEventAtMs).to.be.lessThan(now);
  });

  it('has one VIN with a check digit that is wrong, and one without any', async () => {
    const { vehicles } = server.services;
    const noticed: string[] = [];
    for (const { vehicleId } of await vehicles.list('')) {
      const vehicle = await vehicles.find(vehicleId);
      noticed.push(...checkVin(vehicle?.vin ?? '').map(({ kind }) => `${vehicle?.fleetNumber} ${kind}`));
    }
    expect(noticed).to.deep.equal(['FG-09 checkDigit']);
    expect((await vehicles.find('fg-05'))?.vin[8]).to.equal('L');
  });

  it('has simulated vehicles whose units and codes the line knows', async () => {
    const line = await server.services.vehicles.line('loper-35');
    const units = new Set(line?.units.map(({ id }) => id));
    const texts = new Map(line?.codes.map(({ code, text }) => [code, text]));
    expect(line?.units.filter(({ address }) => address === undefined)).to.deep.equal([]);
    for (const { rig } of await demoRigs(folder)) {
      const { silentUnitIds, fallsSilentAt, codes } = rig;
      const named = [...silentUnitIds, ...(fallsSilentAt ? [fallsSilentAt] : []), ...codes.map(({ unitId }) => unitId)];
      expect(named.filter((unitId) => !units.has(unitId))).to.deep.equal([]);
      // The units send codes; their texts are the line's.
      expect(codes.filter(({ code, text }) => texts.get(code) !== text)).to.deep.equal([]);
    }
  });

  it('has a line in which everything that is referred to is there', async () => {
    const line = await server.services.vehicles.line('loper-35');
    const supplies = new Set(line?.supplies.map(({ id }) => id));
    const things = new Set([...(line?.units ?? []), ...(line?.parts ?? [])].map(({ id }) => id));
    const lost = [
      ...[...(line?.units ?? []), ...(line?.parts ?? [])].flatMap(({ hangsOn }) =>
        hangsOn.filter((id) => !supplies.has(id)),
      ),
      ...(line?.codes ?? []).flatMap(({ reportedBy, accuses }) =>
        [...reportedBy, ...accuses].filter((id) => !things.has(id)),
      ),
    ];
    expect(lost).to.deep.equal([]);
  });

  it('lets everybody in with the password that the sign-in page shows', async () => {
    for (const { name, password } of await demoAccounts(folder))
      expect((await server.asNobody('POST', '/api/session', { name, password })).status, name).to.equal(201);
  });

  it('is loaded once', async () => {
    await loadDemo(server.services, folder, now);
    expect(await server.services.people.list()).to.have.length(5);
  });
});
