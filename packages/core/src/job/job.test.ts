import { expect } from 'chai';
import { blankRepair } from '../repair/index.js';
import { events, opened } from '../testing/aWalk.js';
import {
  applyJobEvent,
  applyNewJobEvent,
  blankArrival,
  isMadeByUs,
  isUnfit,
  type Job,
  type JobEvent,
  type NewJobEvent,
  readinessOf,
  reduceJob,
  type Stage,
  type StandingFacts,
  sayJobMisfit,
  sayReadiness,
  sayWhereAt,
  stages,
  stampJobEvent,
  standingOf,
  standings,
  stationPlaces,
  stations,
  suspectedMakers,
  unpluggedOn,
  wereCleared,
} from './index.js';

const takenIn: NewJobEvent = {
  kind: 'takenIn',
  vehicleId: 'fg-07',
  arrival: { ...blankArrival, complaint: 'gets hot' },
};
const stamped = (...loose: NewJobEvent[]) =>
  loose.map((event, at) => stampJobEvent(event, { id: `e${at}`, atMs: 1000 * at, by: 'Pell Ostrow' }));
const job = (...loose: NewJobEvent[]): Job => {
  const result = reduceJob(stamped(takenIn, ...loose));
  if (!result.ok) throw new Error(sayJobMisfit(result.problem.misfit));
  return result.value;
};
const refusal = (...loose: NewJobEvent[]) => {
  const result = reduceJob(stamped(...loose));
  return result.ok ? '' : sayJobMisfit(result.problem.misfit);
};
const measured = (text: string, engine: 'off' | 'running' = 'off'): NewJobEvent => ({
  kind: 'voltageMeasured',
  text,
  engine,
});
const sheet: NewJobEvent = { kind: 'sheetKept', sheetId: 's1', moment: 'asFound' };
const cleared: NewJobEvent = { kind: 'codesCleared', unitsCleared: 8, unitsSilent: 0 };

describe('applyJobEvent', () => {
  it('begins with taking in, once', () => {
    expect(refusal(measured('12,4'))).to.include('begins when the vehicle is checked in');
    expect(refusal(takenIn, takenIn)).to.include('checked in already');
    expect(job().arrival.complaint).to.equal('gets hot');
  });

  it('keeps what was seen when the complaint was checked', () =>
    expect(
      job({ kind: 'complaintChecked', result: 'confirmed', seen: 'Fan stays still' }).complaintCheck?.seen,
    ).to.equal('Fan stays still'));

  it('clears codes only over a sheet that was kept since the last clearing', () => {
    expect(refusal(takenIn, cleared)).to.include('Keep a code sheet first');
    expect(job(sheet, cleared).clearings).to.have.length(1);
    expect(refusal(takenIn, sheet, cleared, cleared)).to.include('Keep a code sheet first');
    expect(job(sheet, cleared, sheet).isSheetKept).to.equal(true);
  });

  it('knows whether codes were cleared between two sheets, whatever the clocks said', () => {
    const again: NewJobEvent = { ...sheet, sheetId: 's2' };
    const third: NewJobEvent = { ...sheet, sheetId: 's3' };
    const events = stamped(takenIn, sheet, cleared, again, third).map((event) => ({ ...event, atMs: 5 }));
    expect(wereCleared(events, 's1', 's2')).to.equal(true);
    expect(wereCleared(events, 's1', 's3')).to.equal(true);
    expect(wereCleared(events, 's2', 's3')).to.equal(false);
  });

  it('takes a voltage as it is typed, and refuses what is none', () => {
    expect(job(measured('12,4 V')).voltages[0]).to.include({ text: '12,4 V', volts: 12.4, withCharger: false });
    expect(job({ kind: 'chargerSet', isConnected: true }, measured('13100 mV')).voltages[0]).to.include({
      volts: 13.1,
      withCharger: true,
    });
    expect(refusal(takenIn, measured('12 A'))).to.include('read in V');
    expect(refusal(takenIn, measured('OL'))).to.include('not a voltage');
  });

  it('a code that we made does not count, until it does again', () => {
    const mark = { unitId: 'A10', code: 'P0118', failureType: null };
    const made = job({ kind: 'codeMadeByUs', ...mark, because: 'B11 was unplugged' });
    expect(isMadeByUs(made, mark)).to.equal(true);
    expect(isMadeByUs(made, { ...mark, failureType: '13' })).to.equal(false);
    const counts = applyJobEvent(made, { kind: 'codeCounts', ...mark, id: 'x', atMs: 9, by: 'Tobi Lunde' });
    expect(counts.ok && isMadeByUs(counts.value, mark)).to.equal(false);
  });

  it('leaves a vehicle alone that is gone, until it is opened again', () => {
    const gone: NewJobEvent = { kind: 'stageSet', stage: 'gone' };
    expect(refusal(takenIn, gone, measured('12'))).to.include('The vehicle was returned');
    expect(
      job(
        gone,
        { kind: 'noted', text: 'They called', isSideFinding: false },
        { kind: 'stageSet', stage: 'open' },
        measured('12'),
      ).voltages,
    ).to.have.length(1);
  });

  it('gives the same state for the same events', () => {
    const events = stamped(takenIn, measured('12,6'), sheet, cleared, { kind: 'waiting', for: 'a relay' });
    expect(reduceJob(events)).to.deep.equal(reduceJob(events));
  });
});

describe('readinessOf', () => {
  for (const [what, events, kind] of [
    ['nothing measured', [], 'notMeasured'],
    ['running only', [measured('14.1', 'running')], 'notMeasured'],
    ['12.0 V', [measured('12.0')], 'good'],
    ['11.99 V', [measured('11.99')], 'low'],
    ['12.6, then 12.4', [measured('12.6'), measured('12.4')], 'falling'],
    ['12.6, then 12.55', [measured('12.6'), measured('12.55')], 'good'],
    ['12.4, running, 12.6', [measured('12.4'), measured('14', 'running'), measured('12.6')], 'good'],
    [
      'with the charger, then without',
      [
        { kind: 'chargerSet', isConnected: true },
        measured('13.2'),
        { kind: 'chargerSet', isConnected: false },
        measured('12.6'),
      ],
      'good',
    ],
    ['low, then the charger, not measured again', [measured('11.8'), { kind: 'chargerSet', isConnected: true }], 'low'],
    [
      'falling, then the charger',
      [measured('12.6'), measured('12.3'), { kind: 'chargerSet', isConnected: true }],
      'good',
    ],
  ] as const satisfies readonly (readonly [string, readonly NewJobEvent[], string])[])
    it(`${what}: ${kind}`, () => {
      const readiness = readinessOf(job(...events));
      expect(readiness.kind).to.equal(kind);
      expect(isUnfit(readiness)).to.equal(kind === 'low' || kind === 'falling');
    });

  it('says what to do about it', () => {
    expect(sayReadiness(readinessOf(job(measured('11,8'))))).to.match(
      /^11\.80 V at rest is under 12\.00 V\. Connect a charger/,
    );
    expect(sayReadiness(readinessOf(job(measured('12.6'), measured('12.3'))))).to.include('12.60 V, now 12.30 V');
  });
});

describe('suspectedMakers', () => {
  const code = (text: string) => ({ unitId: 'A10', code: text, failureType: null, text: '', status: null });
  const [before, after] = [
    { takenAtMs: 100, codes: [code('P0217')] },
    { takenAtMs: 300, codes: [code('P0217'), code('P0118')] },
  ];
  const trail = events(
    opened,
    {
      kind: 'stateConfirmed',
      stepId: 'x',
      state: [
        { what: 'B11', is: 'unplugged' },
        { what: 'ignition', is: 'on' },
      ],
    },
    { kind: 'stateConfirmed', stepId: 'x', state: [{ what: 'B11', is: 'plugged in' }] },
  ).map((event, at) => ({ ...event, atMs: 200 + at }));
  const made = (
    text: string,
    ...sheets: Parameters<typeof suspectedMakers> extends [unknown, ...infer Rest, unknown] ? Rest : never
  ) => suspectedMakers(code(text), ...sheets, unpluggedOn(trail)).map(({ what }) => what);

  it('finds what was unplugged, and when', () =>
    expect(unpluggedOn(trail)).to.deep.equal([{ what: 'B11', atMs: 201, by: 'Tobi Lunde' }]));
  it('may have made a code that was not on the sheet before', () =>
    expect(made('P0118', after, before)).to.deep.equal(['B11']));
  it('has not made one that was', () => expect(made('P0217', after, before)).to.deep.equal([]));
  it('has not made one that was read before it was unplugged', () =>
    expect(made('P0118', { ...after, takenAtMs: 150 }, before)).to.deep.equal([]));
  it('counts without a sheet before, too', () => expect(made('P0217', after, undefined)).to.deep.equal(['B11']));
});

describe('the proof of a job', () => {
  const repaired: NewJobEvent = { kind: 'repaired', repair: { ...blankRepair, cause: 'Ground stud G3', way: 'clean' } };
  const other: NewJobEvent = { kind: 'repaired', repair: { ...blankRepair, cause: 'Fan motor M12', way: 'replace' } };
  const closed = (more: Partial<Extract<NewJobEvent, { kind: 'proofTaken' }>> = {}): NewJobEvent => ({
    kind: 'proofTaken',
    repairId: 'e1',
    verdict: 'proven',
    open: [],
    because: '',
    watchFor: '',
    comeBack: '',
    ...more,
  });
  const tried = (complaint: 'gone' | 'there'): NewJobEvent => ({
    kind: 'triedOut',
    repairId: 'e1',
    under: [],
    minutes: 10,
    kilometres: 0,
    topSpeed: null,
    complaint,
    seen: '',
  });

  it('makes the vehicle ready to return once it is closed', () => {
    const proven = job(repaired, closed());
    expect([proven.stage, proven.proof?.verdict]).to.deep.equal(['ready', 'proven']);
  });

  it('is of the repair as it stands, and unproven only with a reason', () => {
    expect(refusal(takenIn, repaired, closed({ repairId: null }))).to.include('Look at the proof again');
    expect(refusal(takenIn, repaired, other, closed())).to.include('Look at the proof again');
    expect(refusal(takenIn, repaired, closed({ verdict: 'partlyProven', because: ' ' }))).to.include('Say why');
    expect(refusal(takenIn, closed({ repairId: null, verdict: 'notPossible', because: 'never showed' }))).to.equal('');
  });

  for (const [what, later] of [
    ['another repair', other],
    ['a repair that did not help', { kind: 'repairFailed', repairId: 'e1', because: 'still hot' }],
    ['a complaint that shows again', tried('there')],
    ['a self-test that fails', { kind: 'selfTestRun', repairId: 'e1', what: 'fan ramp', times: 1, isPassed: false }],
    ['a step back by hand', { kind: 'stageSet', stage: 'open' }],
  ] as const)
    it(`is open again after ${what}`, () => {
      const taken = job(repaired, closed(), later as NewJobEvent);
      expect([taken.stage, taken.proof]).to.deep.equal(['open', undefined]);
    });

  it('stays as it is where it was tried once more', () =>
    expect(job(repaired, closed(), tried('gone')).proof?.verdict).to.equal('proven'));

  it('is asked of a vehicle that is moved on by hand today, and not of what is stored', () => {
    const gone = (because?: string): NewJobEvent => ({
      kind: 'stageSet',
      stage: 'gone',
      ...(because ? { because } : {}),
    });
    const asked = (base: Job, event: NewJobEvent) => {
      const next = applyNewJobEvent(base, stamped(event)[0] as JobEvent);
      return next.ok ? next.value.unprovenBecause : sayJobMisfit(next.problem);
    };
    expect(asked(job(repaired), gone())).to.include('Say why the vehicle goes on');
    expect(asked(job(repaired), gone('fetched by the depot'))).to.equal('fetched by the depot');
    expect(asked(job(repaired, closed()), gone())).to.equal('');
    expect(job(repaired, gone()).stage).to.equal('gone');
  });
});

describe('the stations of a job', () => {
  const open = { atStep: 'Voltage after fuse F31', concludedWith: null };
  const atConclusion = { atStep: null, concludedWith: null };
  const concluded = { atStep: null, concludedWith: 'Ground stud G3' };
  const facts = (more: Partial<StandingFacts>): StandingFacts => ({
    stage: 'open',
    complaintCheck: null,
    hasSheet: false,
    isRepaired: false,
    provenAs: null,
    trails: [],
    ...more,
  });
  for (const [want, more] of [
    ['toConfirm', {}],
    ['toConfirm', { hasSheet: true }],
    ['toReadCodes', { complaintCheck: 'confirmed' }],
    ['toReadCodes', { complaintCheck: 'notReproduced' }],
    ['toChoosePlan', { complaintCheck: 'confirmed', hasSheet: true }],
    ['testing', { trails: [open] }],
    ['testing', { complaintCheck: 'confirmed', trails: [concluded, open] }],
    ['toAcceptCause', { trails: [concluded, atConclusion] }],
    ['toRepair', { trails: [concluded] }],
    ['mending', { stage: 'mending', trails: [open] }],
    ['proving', { isRepaired: true, trails: [concluded] }],
    ['proving', { isRepaired: true }],
    ['proving', { stage: 'mending', isRepaired: true, trails: [concluded] }],
    ['testing', { isRepaired: true, trails: [concluded, open] }],
    ['gone', { stage: 'gone' }],
  ] as const)
    it(`${want} where there is ${JSON.stringify(more)}`, () => expect(standingOf(facts(more))).to.equal(want));

  const placesOf = (more: Partial<StandingFacts>) => Object.values(stationPlaces(facts(more))).join(' ');
  for (const [want, more] of [
    ['done due ahead ahead ahead ahead ahead ahead', {}],
    ['done due done ahead ahead ahead ahead ahead', { hasSheet: true }],
    ['done missed missed due ahead ahead ahead ahead', { trails: [open] }],
    [
      'done done done done due ahead ahead ahead',
      { complaintCheck: 'confirmed', hasSheet: true, trails: [concluded, atConclusion] },
    ],
    ['done done done done done due ahead ahead', { complaintCheck: 'confirmed', hasSheet: true, trails: [concluded] }],
    ['done missed missed missed missed missed due ahead', { stage: 'proving' }],
    ['done missed missed missed missed done due ahead', { stage: 'proving', isRepaired: true }],
    ['done missed missed missed missed missed missed done', { stage: 'gone' }],
    ['done missed missed missed missed done done due', { stage: 'ready', isRepaired: true, provenAs: 'proven' }],
    ['done missed missed missed missed done done done', { stage: 'gone', isRepaired: true, provenAs: 'partlyProven' }],
  ] as const)
    it(`stand as ${want}`, () => expect(placesOf(more)).to.equal(want));

  it('have one that is due at most, and none is ahead of it that lies behind', () => {
    const order = Object.keys(stations);
    for (const stage of Object.keys(stages) as Stage[])
      for (const complaintCheck of [null, 'confirmed', 'notReproduced'] as const)
        for (const [hasSheet, isRepaired] of [
          [false, false],
          [false, true],
          [true, false],
          [true, true],
        ] as const)
          for (const trails of [[], [open], [atConclusion], [concluded], [concluded, open], [open, concluded]]) {
            const job = { stage, complaintCheck, hasSheet, isRepaired, provenAs: null, trails };
            const places = Object.values(stationPlaces(job));
            const { due } = standings[standingOf(job)];
            expect(places.filter((place) => place === 'due')).to.have.length(due === null ? 0 : 1);
            const dueAt = due === null ? order.length : order.indexOf(due);
            expect(places.slice(0, dueAt)).to.not.include('ahead');
            expect(places.slice(dueAt)).to.not.include('missed');
          }
  });

  for (const [want, more] of [
    ['', {}],
    ['complaint not reproduced', { complaintCheck: 'notReproduced' }],
    ['Voltage after fuse F31', { trails: [open, concluded] }],
    ['at its conclusion', { trails: [atConclusion] }],
    ['Ground stud G3', { complaintCheck: 'notReproduced', trails: [concluded] }],
  ] as const)
    it(`says “${want}” beside the complaint`, () => expect(sayWhereAt(facts(more))).to.equal(want));
});
