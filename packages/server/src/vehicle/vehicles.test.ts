import type { VehicleListItem, VehicleSheet } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { aVehicle, smallLine } from '../testing/aJob.js';
import { aServer, type TestServer } from '../testing/aServer.js';

describe('vehicles over HTTP', () => {
  let server: TestServer;
  let vehicleId: string;
  beforeEach(async () => {
    server = await aServer();
    await server.services.vehicles.putLine(smallLine());
    vehicleId = String((await server.ask('POST', '/api/vehicles', aVehicle())).body.vehicleId);
  });
  afterEach(() => server.stop());

  const sheet = async () => (await server.ask('GET', `/api/vehicles/${vehicleId}`)).body as unknown as VehicleSheet;
  const odometer = (text: string, because = '') =>
    server.ask('POST', `/api/vehicles/${vehicleId}/odometer`, { text, because });

  it('keeps what is known of a vehicle, a VIN with a wrong check digit or an O in it too', async () => {
    for (const vin of ['ZZXLP35T4N0000107', 'ZZXLP35T0N00001O7'])
      expect(
        (await server.ask('POST', '/api/vehicles', aVehicle({ fleetNumber: vin.slice(-6), vin }))).status,
      ).to.equal(201);
    expect((await sheet()).vehicle).to.deep.include(aVehicle());
  });

  it('refuses a second vehicle of a fleet number, and a line that there is not', async () => {
    expect((await server.ask('POST', '/api/vehicles', aVehicle())).body.code).to.equal('VEHICLE_EXISTS');
    const other = aVehicle({ fleetNumber: 'FG-08', lineId: 'harrow' });
    expect((await server.ask('POST', '/api/vehicles', other)).body.code).to.equal('LINE_NOT_FOUND');
  });

  it('tells the second of two who change it, and overwrites nothing', async () => {
    const change = (plate: string) =>
      server.ask('PUT', `/api/vehicles/${vehicleId}`, { ...aVehicle({ plate }), revision: 1 });
    expect((await change('FT 01 LP')).body).to.include({ plate: 'FT 01 LP', revision: 2 });
    const second = await change('FT 02 LP');
    expect([second.status, second.body.code]).to.deep.equal([409, 'VEHICLE_CHANGED']);
    expect((await sheet()).vehicle.plate).to.equal('FT 01 LP');
  });

  it('keeps the history of the odometer, as typed', async () => {
    await odometer('84 210');
    await odometer('84 300 km');
    expect((await sheet()).odometer.map(({ km, text }) => [km, text])).to.deep.equal([
      [84300, '84 300 km'],
      [84210, '84 210'],
    ]);
  });

  it('takes an odometer that goes back only with the reason', async () => {
    await odometer('84 210 km');
    const back = await odometer('8421');
    expect([back.status, back.body.code]).to.deep.equal([409, 'ODOMETER_GOES_BACK']);
    expect(back.body.detail).to.include('84 210 km before');
    expect((await odometer('8421', 'another instrument cluster')).status).to.equal(201);
    expect((await odometer('many')).body.code).to.equal('ODOMETER_INVALID');
  });

  it('reads a number without unit in the unit of who typed it', async () => {
    await server.ask('PATCH', '/api/session/preferences', { units: 'us' });
    expect((await odometer('52326')).body.km).to.equal(84211);
  });

  it('lists by fleet number, a page at a time', async () => {
    for (let at = 100; at < 230; at += 1)
      await server.services.vehicles.add(`v${at}`, aVehicle({ fleetNumber: `FG-${at}` }));
    const page = async (after: string) =>
      (await server.ask('GET', `/api/vehicles?after=${after}`)).body as unknown as VehicleListItem[];
    const first = await page('');
    const second = await page(first.at(-1)?.fleetNumber ?? '');
    expect([first.length, first[0]?.fleetNumber, second.length]).to.deep.equal([100, 'FG-07', 31]);
  });

  it('says that there is no vehicle of an id that was guessed', async () =>
    expect((await server.ask('GET', '/api/vehicles/guessed')).body.code).to.equal('VEHICLE_NOT_FOUND'));
});
