import { expect } from 'chai';
import fc from 'fast-check';
import { blankRepair, isLeftOver, type Repair, repairSchema } from '../repair/index.js';
import { validate } from '../schema/index.js';
import {
  blankArrival,
  isRepaired,
  type JobEvent,
  type NewJobEvent,
  reduceJob,
  sayJobMisfit,
  stampJobEvent,
  vehicleRepairs,
} from './index.js';

const takenIn: NewJobEvent = {
  kind: 'takenIn',
  vehicleId: 'fg-04',
  arrival: { ...blankArrival, complaint: 'squeals' },
};
const repair = (cause: string, more: Partial<Repair> = {}): Repair => ({ ...blankRepair, cause, ...more });
const temporary = (dueBy: string): Partial<Repair> => ({ lasts: { kind: 'temporary', remains: 'a new belt', dueBy } });
const repaired = (cause: string, more: Partial<Repair> = {}): NewJobEvent => ({
  kind: 'repaired',
  repair: repair(cause, more),
});
const failed = (repairId: string): NewJobEvent => ({ kind: 'repairFailed', repairId, because: 'the lamp is on again' });
const stamped = (...loose: NewJobEvent[]) =>
  loose.map((event, at) => stampJobEvent(event, { id: `e${at}`, atMs: 1000 * at, by: 'Hanna Creek' }));
const reduced = (...loose: NewJobEvent[]) => reduceJob(stamped(takenIn, ...loose));
const jobAfter = (...loose: NewJobEvent[]) => {
  const result = reduced(...loose);
  if (!result.ok) throw new Error(sayJobMisfit(result.problem.misfit));
  return result.value;
};
const refusal = (...loose: NewJobEvent[]) => {
  const result = reduced(...loose);
  return result.ok ? '' : sayJobMisfit(result.problem.misfit);
};

describe('repairs of a job', () => {
  it('are several, and stand until they did not help', () => {
    const job = jobAfter(repaired('Belt'), repaired('Pulley'), failed('e1'));
    expect(job.repairs.map(({ repair: { cause }, failedBecause }) => [cause, failedBecause])).to.deep.equal([
      ['Belt', 'the lamp is on again'],
      ['Pulley', null],
    ]);
    expect(isRepaired(job)).to.equal(true);
    expect(isRepaired(jobAfter(repaired('Belt'), failed('e1')))).to.equal(false);
  });

  it('are recorded once, by whichever device', () => {
    expect(refusal(repaired('Belt'), repaired('Belt'))).to.include('Hanna Creek recorded already: Belt replaced');
    expect(refusal(repaired('Belt'), repaired('Belt', { way: 'adjust' }))).to.equal('');
    expect(refusal(repaired('Belt'), failed('e1'), repaired('Belt'))).to.equal('');
  });

  it('fail once, and only where they were recorded', () => {
    expect(refusal(failed('e7'))).to.include('no such repair');
    expect(refusal(repaired('Belt'), failed('e1'), failed('e1'))).to.include('marked already');
  });

  for (const [what, value, isRight] of [
    ['a permanent one', repair('Belt'), true],
    ['one without a cause', repair(''), false],
    [
      'a temporary one without what remains',
      repair('Belt', { lasts: { kind: 'temporary', remains: '', dueBy: '2031-04-17' } }),
      false,
    ],
    ['a temporary one without a day', repair('Belt', temporary('')), false],
    ['a temporary one with both', repair('Belt', temporary('2031-04-17')), true],
    ['none of a part', repair('Belt', { parts: [{ name: 'Belt', number: '', quantity: 0 }] }), false],
  ] as const)
    it(`${isRight ? 'take' : 'refuse'} ${what}`, () => expect(validate(repairSchema, value).ok).to.equal(isRight));
});

describe('repairs of a vehicle', () => {
  const onJob = (jobId: string, ...loose: NewJobEvent[]) =>
    loose.map((event, at) => ({
      jobId,
      event: stampJobEvent(event, { id: `${jobId}-${at}`, atMs: 1000 * at, by: 'Hanna Creek' }) as JobEvent,
    }));

  it('have first what is still to be made good, that which is due first before', () => {
    const repairs = vehicleRepairs([
      ...onJob(
        'j1',
        repaired('Hose'),
        repaired('Belt', temporary('2031-05-01')),
        repaired('Lamp', temporary('2031-04-01')),
      ),
      ...onJob('j2', { kind: 'repairMadeGood', jobId: 'j1', repairId: 'j1-2', how: '' }, repaired('Door')),
    ]);
    expect(repairs.map(({ repair: { cause }, madeGoodOn }) => [cause, madeGoodOn])).to.deep.equal([
      ['Belt', null],
      ['Lamp', 'j2'],
      ['Door', null],
      ['Hose', null],
    ]);
  });

  it('are left over only while they are temporary, helped, and were not made good, whatever the order of the visits', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ isTemporary: fc.boolean(), fails: fc.boolean(), isMadeGood: fc.boolean() }), {
          maxLength: 6,
        }),
        fc.boolean(),
        (plan, isLaterFirst) => {
          const first = plan.flatMap(({ isTemporary, fails }, at) => [
            repaired(`part ${at}`, isTemporary ? temporary('2031-04-17') : {}),
            ...(fails ? [failed(`j1-${at}`)] : []),
          ]);
          const ids: string[] = [];
          const entries = first.map((event, at) => {
            const id = event.kind === 'repaired' ? `j1-${ids.length}` : `f${at}`;
            if (event.kind === 'repaired') ids.push(id);
            return { jobId: 'j1', event: stampJobEvent(event, { id, atMs: at, by: 'Hanna Creek' }) };
          });
          const later = plan.flatMap(({ isMadeGood }, at) =>
            isMadeGood ? onJob('j2', { kind: 'repairMadeGood', jobId: 'j1', repairId: `j1-${at}`, how: '' }) : [],
          );
          const left = vehicleRepairs(isLaterFirst ? [...later, ...entries] : [...entries, ...later]).filter(
            isLeftOver,
          );
          const wanted = plan.flatMap(({ isTemporary, fails, isMadeGood }, at) =>
            isTemporary && !fails && !isMadeGood ? [`part ${at}`] : [],
          );
          expect(left.map(({ repair: { cause } }) => cause).sort()).to.deep.equal(wanted.sort());
        },
      ),
    ));
});
