import { expect } from 'chai';
import { makeStandInVehicle, openStandIn } from '../standIn/index.js';
import { aLine, aRig, aVin } from '../testing/aVehicle.js';
import { makeRandom, openLossyWay } from '../testing/lossyWay.js';
import { LinkLost, openLink } from './index.js';

const host = '127.0.0.1';
const sessions = 500;
const atATime = 50;
const asks = 4;
/** What each unit has, by its address: an answer of one must never be taken for that of another. */
const codesOf: ReadonlyMap<number, string> = new Map([
  [0x1010, 'P0118'],
  [0x1020, 'C0035'],
  [0x1040, 'B1A31'],
]);
const unitIds = new Map([
  [0x1010, 'A10'],
  [0x1020, 'A20'],
  [0x1040, 'A40'],
]);

describe('the link over a way that loses, doubles, delays and breaks', () => {
  it(`tells in ${sessions} random sessions nothing that the vehicle does not say, and never hangs`, async function () {
    this.timeout(120_000);
    const codes = [...codesOf].map(([address, code]) => ({
      unitId: unitIds.get(address) ?? '',
      code,
      failureType: null,
      text: '',
      status: 8,
      returns: 'atOnce' as const,
      untilRepaired: null,
    }));
    const told = { answered: 0, silent: 0, lost: 0 };
    const session = async (seed: number) => {
      const random = makeRandom(seed);
      const standIn = await openStandIn(makeStandInVehicle(aVin, aRig({ codes, msPerUnit: 3 }), aLine), host, 0);
      const way = await openLossyWay({ host, port: standIn.port }, random);
      const link = openLink({
        endpoint: { host, port: way.port },
        tester: 0x0e80,
        busOf: (unit) => (unit === 0x1040 ? 'bodyBus' : 'driveBus'),
        lengthsOf: () => ({ ofIdentifier: () => 17, ofExtended: () => undefined }),
      });
      const addresses = [...codesOf.keys()];
      const ask = async () => {
        const address = addresses[Math.floor(random() * addresses.length)] ?? 0;
        try {
          if (random() < 0.5) {
            const reply = await link.ask(address, { kind: 'codes', mask: 0xff });
            if (reply.kind === 'silent') told.silent += 1;
            else {
              const found = reply.kind === 'answered' ? reply.response.codes.map(({ code }) => code) : reply.kind;
              expect(found, `seed ${seed}`).to.deep.equal([codesOf.get(address)]);
              told.answered += 1;
            }
          } else {
            const reply = await link.ask(address, { kind: 'read', identifiers: [0xf190] }, { urgency: 'live' });
            if (reply.kind === 'silent') told.silent += 1;
            else {
              const [value] = reply.kind === 'answered' ? reply.response.values : [];
              expect(value && Buffer.from(value.data).toString(), `seed ${seed}`).to.equal(aVin);
              told.answered += 1;
            }
          }
        } catch (error) {
          if (!(error instanceof LinkLost)) throw error;
          told.lost += 1;
        }
      };
      await Promise.all(Array.from({ length: asks }, ask));
      await link.close();
      await way.close();
      await standIn.close();
    };
    for (let from = 0; from < sessions; from += atATime)
      await Promise.all(Array.from({ length: atATime }, (_, nth) => session(from + nth)));
    expect(told.answered + told.silent + told.lost).to.equal(sessions * asks);
    // The way is bad, and still most is told.
    expect(told.answered).to.be.greaterThan((sessions * asks) / 2);
    expect(told.lost).to.be.greaterThan(0);
  });
});
