import { expect } from 'chai';
import { type CodeSheet, type SheetCode, statusOf } from '../codes/index.js';
import { applyJobEvent, blankArrival, type Job, type JobEvent, type NewJobEvent, stampJobEvent } from '../job/index.js';
import { blankRepair } from '../repair/index.js';
import { anInstrument } from '../testing/anInstrument.js';
import { aHookUp, aPlan } from '../testing/aPlan.js';
import { chosen, ignitionOn, opened, taken, events as trailEvents, typed, walkToGround } from '../testing/aWalk.js';
import { type NewTrailEvent, reduceTrail, type Trail } from '../trail/index.js';
import { openPoints, type Proof, type ProofPoint, proofOf, sayProof, verdictOf } from './index.js';

const plan = aPlan();
const repairId = 'e1';
const again = (text: string, of = repairId): NewTrailEvent[] => [
  { kind: 'proofStepOpened', stepId: 'ground', repairId: of },
  ignitionOn('ground'),
  typed('ground', 'drop', text),
  taken('ground', Number(text) > 0.2 ? 'bad' : 'good'),
];
function trail(...more: NewTrailEvent[]): Trail {
  const reduced = reduceTrail(plan, trailEvents(opened, ...walkToGround, ...more));
  if (!reduced.ok) throw new Error(JSON.stringify(reduced.problem));
  return reduced.value;
}

const takenIn = (more: Partial<typeof blankArrival> = {}): NewJobEvent => ({
  kind: 'takenIn',
  vehicleId: 'fg-07',
  arrival: { ...blankArrival, complaint: 'gets hot', ...more },
});
const repaired = (of: Partial<typeof blankRepair> = {}): NewJobEvent => ({
  kind: 'repaired',
  repair: { ...blankRepair, cause: 'ground', suspectId: 'ground', trailId: 't1', way: 'clean', ...of },
});
const tried = (more: Partial<Extract<NewJobEvent, { kind: 'triedOut' }>> = {}): NewJobEvent => ({
  kind: 'triedOut',
  repairId,
  under: [],
  minutes: 20,
  kilometres: 8,
  topSpeed: null,
  complaint: 'gone',
  seen: '',
  ...more,
});
const kept = (sheetId: string, moment: CodeSheet['moment'] = 'asFound'): NewJobEvent => ({
  kind: 'sheetKept',
  sheetId,
  moment,
});
const cleared: NewJobEvent = { kind: 'codesCleared', unitsCleared: 3, unitsSilent: 0 };
const failing = statusOf('testFailed', 'confirmed');
const stored = statusOf('confirmed');
const code = (text: string, status: number | null = failing): SheetCode => ({
  unitId: 'engine',
  code: text,
  failureType: null,
  text: '',
  status,
});
const sheet = (
  sheetId: string,
  takenAtMs: number,
  codes: readonly SheetCode[],
  more: Partial<CodeSheet> = {},
): CodeSheet => ({
  sheetId,
  source: 'interface',
  moment: 'asFound',
  takenAtMs,
  units: [{ unitId: 'engine', name: 'Engine control', answer: 'answered' }],
  codes: [...codes],
  jobId: 'j1',
  takenBy: 'Tobi Lunde',
  ...more,
});

function proofWith(
  loose: readonly NewJobEvent[],
  sheets: readonly CodeSheet[] = [],
  walked: Trail | null = trail(),
): Proof {
  const events: JobEvent[] = loose.map((event, at) =>
    stampJobEvent(event, { id: `e${at}`, atMs: 1000 * at, by: 'Tobi Lunde' }),
  );
  const job = events.reduce<Job | undefined>((state, event) => {
    const next = applyJobEvent(state, event);
    if (!next.ok) throw new Error(next.problem.kind);
    return next.value;
  }, undefined);
  const proof = proofOf({ job: job as Job, events, sheets, trails: new Map(walked ? [['t1', walked]] : []) });
  if (!proof) throw new Error('nothing is to be proven');
  return proof;
}
const pointOf = ({ points }: Proof, about: ProofPoint['about'], part = ''): ProofPoint =>
  points.find((point) => point.about === about && point.key.includes(part)) as ProofPoint;

describe('proofOf', () => {
  it('has nothing to say of a job on which nothing was repaired and nothing ruled out', () => {
    const event = stampJobEvent(takenIn(), { id: 'e0', atMs: 0, by: 'Tobi Lunde' });
    const first = applyJobEvent(undefined, event);
    expect(first.ok && proofOf({ job: first.value, events: [event], sheets: [], trails: new Map() })).to.equal(
      undefined,
    );
  });

  it('asks for the readings that pointed to the cause again, and for nothing of those that were in spec', () => {
    const proof = proofWith([takenIn(), repaired()]);
    const readings = proof.points.filter(({ about }) => about === 'reading');
    expect(readings.map(({ what, state, minutes }) => [what, state, minutes])).to.deep.equal([
      ['ground: Drop in spec', 'missing', 2],
    ]);
    expect(proof.verdict).to.equal('notProven');
    expect(sayProof(proof)).to.equal('Not proven yet: 2 things are still to be shown, about 17 min.');
  });

  it('asks for the steps that the plan wants as a proof, done before or not, each reading once', () => {
    const wanted = {
      ...plan,
      suspects: plan.suspects.map((one) =>
        one.id === 'ground' ? { ...one, proofStepIds: ['ground', 'feed', 'gone'] } : one,
      ),
    };
    const walked = (...more: NewTrailEvent[]) => {
      const reduced = reduceTrail(wanted, trailEvents(opened, ...walkToGround, ...more));
      if (!reduced.ok) throw new Error(JSON.stringify(reduced.problem));
      return reduced.value;
    };
    const readings = (proof: Proof) =>
      proof.points.filter(({ about }) => about === 'reading').map(({ what, state, said }) => [what, state, said]);
    expect(readings(proofWith([takenIn(), repaired()], [], walked()))).to.deep.equal([
      ['ground: Drop in spec', 'missing', 'It was 0.9 V. Measure it again, hooked up in the same way.'],
      ['feed: Feed in spec', 'missing', 'It was 12.4 V. Measure it again, hooked up in the same way.'],
    ]);
    const feedAgain: NewTrailEvent[] = [
      { kind: 'proofStepOpened', stepId: 'feed', repairId },
      ignitionOn('feed'),
      typed('feed', 'volts', '9.1'),
      taken('feed', 'missing'),
    ];
    const [, feed] = readings(proofWith([takenIn(), repaired()], [], walked(...feedAgain)));
    expect(feed).to.deep.equal(['feed: Feed in spec', 'contradicted', 'Feed is out of spec: 9.1 V, 12.4 V before.']);
    // A step that nobody came to while looking for the cause; it can be done all the same.
    const onlyFuse = { ...wanted, suspects: wanted.suspects.map((one) => ({ ...one, proofStepIds: ['ground'] })) };
    const fuse = reduceTrail(
      onlyFuse,
      trailEvents(opened, chosen('look', 'seen', 'broken'), taken('look', 'broken'), {
        kind: 'concluded',
        conclusionId: 'fuse',
        assumedBecause: null,
      }),
    );
    const done = reduceTrail(
      onlyFuse,
      trailEvents(
        opened,
        chosen('look', 'seen', 'broken'),
        taken('look', 'broken'),
        { kind: 'concluded', conclusionId: 'fuse', assumedBecause: null },
        ...again('0.05'),
      ),
    );
    const proven = proofWith([takenIn(), repaired({ suspectId: 'fuse' })], [], done.ok ? done.value : null);
    expect(readings(proven).at(-1)).to.deep.equal(['ground: Drop in spec', 'shown', '0.05 V now.']);
    const fresh = proofWith([takenIn(), repaired({ suspectId: 'fuse' })], [], fuse.ok ? fuse.value : null);
    expect(readings(fresh).at(-1)).to.deep.equal([
      'ground: Drop in spec',
      'missing',
      'The plan wants it measured after the repair.',
    ]);
  });

  it('is proven once the reading is in spec and the complaint was tried', () => {
    const proof = proofWith([takenIn(), repaired(), tried()], [], trail(...again('0.05')));
    expect(pointOf(proof, 'reading').said).to.equal('0.05 V now, 0.9 V before.');
    expect(proof.verdict).to.equal('proven');
    expect([proof.minutesLeft, openPoints(proof)]).to.deep.equal([0, []]);
  });

  it('is contradicted by a reading that is still out of spec, by the newest where there are several', () => {
    const bad = proofWith([takenIn(), repaired(), tried()], [], trail(...again('0.8')));
    expect([bad.verdict, pointOf(bad, 'reading').said]).to.deep.equal([
      'notProven',
      'Drop is still out of spec: 0.8 V, 0.9 V before.',
    ]);
    expect(proofWith([takenIn(), repaired(), tried()], [], trail(...again('0.8'), ...again('0.1'))).verdict).to.equal(
      'proven',
    );
  });

  it('takes no reading that was withdrawn, or that was to prove another repair', () => {
    const bases: NewTrailEvent[][] = [
      [...again('0.05'), { kind: 'offPlanTakenBack', testId: 'e12', reason: 'wrong stud' }],
      again('0.05', 'e9'),
    ];
    for (const base of bases)
      expect(pointOf(proofWith([takenIn(), repaired()], [], trail(...base)), 'reading').state).to.equal('missing');
  });

  it('compares another unit fairly, and says what was not the same the second time', () => {
    const meter = { ...anInstrument(), name: 'Bench meter 2' };
    const withMeter = aPlan({
      steps: plan.steps.map((step) => (step.id === 'ground' ? { ...step, hookUp: aHookUp() } : step)),
    });
    const walked = reduceTrail(
      withMeter,
      trailEvents(
        opened,
        ...walkToGround,
        { kind: 'proofStepOpened', stepId: 'ground', repairId },
        ignitionOn('ground'),
        { kind: 'instrumentChosen', measures: aHookUp().instrument, instrument: meter },
        typed('ground', 'drop', '50 mV'),
        taken('ground', 'good'),
      ),
    );
    const point = pointOf(proofWith([takenIn(), repaired()], [], walked.ok ? walked.value : null), 'reading');
    expect(point.said).to.equal('0.050 V now, 0.9 V before.');
    expect(point.again?.differences).to.deep.equal([
      'Measured with Bench meter 2, before with one that is not on the list.',
    ]);
  });

  it('says that the trail is not on this device, and does not take that for proven', () => {
    const proof = proofWith([takenIn(), repaired(), tried()], [], null);
    expect(proof.verdict).to.equal('partlyProven');
    expect(pointOf(proof, 'reading').said).to.include('does not have the trail');
  });

  it('takes up what the newest repair that stands leaves to show', () => {
    const failedFirst = proofWith([
      takenIn(),
      repaired(),
      { kind: 'repairFailed', repairId, because: 'runs hot still' },
      repaired({ cause: 'motor', suspectId: null, trailId: null }),
      tried(),
    ]);
    expect(failedFirst.repair?.repairId).to.equal('e3');
    expect(failedFirst.points.map(({ about, state }) => [about, state])).to.deep.equal([['complaint', 'missing']]);
  });
});

describe('the codes of a proof', () => {
  const before = sheet('s0', 500, [code('P0118'), code('B1234', stored)]);
  const job = (...more: NewJobEvent[]) => [takenIn(), repaired({ trailId: null, suspectId: null }), ...more];
  const from = (sheets: readonly CodeSheet[], ...more: NewJobEvent[]) => {
    const [first, second, ...rest] = job(...more);
    return proofWith(
      [
        first,
        kept('s0'),
        { ...(second as NewJobEvent) },
        ...rest.map((one) => (one.kind === 'triedOut' ? { ...one, repairId: 'e2' } : one)),
      ] as NewJobEvent[],
      [before, ...sheets],
    );
  };

  it('are to be cleared and read again; what was stored only, after a drive too', () => {
    const proof = from([]);
    expect(proof.points.map(({ what, state, minutes }) => [what, state, minutes])).to.deep.equal([
      ['The codes cleared after the repair', 'missing', 2],
      ['P0118 gone', 'missing', 3],
      ['B1234 gone, after driving too', 'missing', 20],
      ['The complaint gone', 'missing', 15],
    ]);
  });

  it('are shown gone at once, and after the drive', () => {
    const atOnce = sheet('s1', 5000, [], { moment: 'afterClearing' });
    const proof = from([atOnce], cleared, kept('s1', 'afterClearing'));
    expect([pointOf(proof, 'codes', 'P0118').state, pointOf(proof, 'codes', 'B1234').state]).to.deep.equal([
      'shown',
      'missing',
    ]);
    const driven = sheet('s2', 6000, [], { moment: 'afterDriving' });
    const done = from([atOnce, driven], cleared, kept('s1', 'afterClearing'), kept('s2', 'afterDriving'), tried());
    expect(done.verdict).to.equal('proven');
  });

  it('that come back contradict, also where they went again later', () => {
    const back = sheet('s1', 5000, [code('P0118')], { moment: 'afterClearing' });
    const gone = sheet('s2', 6000, [], { moment: 'afterDriving' });
    const proof = from([back, gone], cleared, kept('s1', 'afterClearing'), kept('s2', 'afterDriving'), tried());
    expect([proof.verdict, pointOf(proof, 'codes', 'P0118').said]).to.deep.equal([
      'notProven',
      'P0118 came back after the codes were cleared.',
    ]);
  });

  it('whose test has not run, or whose unit is silent, are not gone', () => {
    const untested = sheet('s1', 5000, [code('P0118', statusOf('notTestedSinceClear'))], { moment: 'afterDriving' });
    expect(pointOf(from([untested], cleared, kept('s1', 'afterDriving')), 'codes', 'P0118').said).to.include(
      'has not run',
    );
    const silent = sheet('s1', 5000, [], {
      moment: 'afterDriving',
      units: [{ unitId: 'engine', name: 'Engine control', answer: 'silent' }],
    });
    const proof = from([silent], cleared, kept('s1', 'afterDriving'));
    expect(pointOf(proof, 'codes', 'P0118').said).to.include('did not answer');
    expect(pointOf(proof, 'units').said).to.equal('Engine control does not answer, and did before the repair.');
  });

  it('are gone with what their self-tests did since', () => {
    const passed = { ...code('P0118', 0), selfTest: { failures: 0, passes: 2, conditions: [] } };
    const driven = sheet('s1', 5000, [passed], { moment: 'afterDriving' });
    expect(pointOf(from([driven], cleared, kept('s1', 'afterDriving')), 'codes', 'P0118')).to.include({
      state: 'shown',
      said: 'P0118 is gone. Its self-test ran since the codes were cleared and passed 2 times.',
    });
  });

  it('do not count by a sheet that was read before the repair', () => {
    const early = sheet('s1', 900, [], { moment: 'afterClearing' });
    const proof = from([early], cleared, kept('s1', 'afterClearing'));
    expect(pointOf(proof, 'codes', 'P0118').said).to.include('was read before the repair');
    expect(pointOf(proof, 'codes', 'P0118').state).to.equal('missing');
  });

  it('do not count where we made them, and are asked about where they are new', () => {
    const made: NewJobEvent = {
      kind: 'codeMadeByUs',
      unitId: 'engine',
      code: 'U0100',
      failureType: null,
      because: 'unplugged',
    };
    const fresh = sheet('s1', 5000, [code('U0100')], { moment: 'afterDriving' });
    expect(pointOf(from([fresh], cleared, kept('s1', 'afterDriving')), 'codes', 'U0100').state).to.equal(
      'contradicted',
    );
    expect(from([fresh], cleared, kept('s1', 'afterDriving'), made, tried()).verdict).to.equal('proven');
  });

  it('of a plan that names some of them are those alone', () => {
    const named = reduceTrail(
      aPlan({ appliesTo: { lines: [], engines: [], codes: ['P0118'], complaints: [] } }),
      trailEvents(opened, ...walkToGround),
    );
    const proof = proofWith([takenIn(), kept('s0'), repaired()], [before], named.ok ? named.value : null);
    expect(proof.points.filter(({ key }) => key.startsWith('code ')).map(({ what }) => what)).to.deep.equal([
      'P0118 gone',
    ]);
  });
});

describe('work after a repair', () => {
  const stud = {
    id: 'nm',
    kind: 'torque',
    text: 'Stud of G3',
    needs: [],
    limit: { unit: 'Nm', min: 16, max: 20 },
  } as const;
  const look = { id: 'wax', kind: 'check', text: 'Protect it with wax', needs: [], limit: null } as const;
  const withTasks = aPlan({
    suspects: plan.suspects.map((suspect) => (suspect.id === 'ground' ? { ...suspect, tasks: [stud, look] } : suspect)),
  });
  const walked = reduceTrail(withTasks, trailEvents(opened, ...walkToGround));
  const done = (taskId: string, reading: string | null, skippedBecause: string | null = null): NewJobEvent => ({
    kind: 'taskDone',
    repairId,
    taskId,
    what: 'as the plan has it',
    reading,
    skippedBecause,
  });
  const points = (...more: NewJobEvent[]) =>
    proofWith([takenIn(), repaired(), ...more], [], walked.ok ? walked.value : null)
      .points.filter(({ about }) => about === 'task')
      .map(({ what, state, said }) => [what, state, said]);
  const [torque, wax] = ['torque: Stud of G3, 16 to 20 Nm', 'check: Protect it with wax'];

  it('is asked for in its order, measured within its limits or confirmed', () => {
    expect(points()).to.deep.equal([
      [torque, 'missing', 'Do it, and type what was measured.'],
      [wax, 'missing', 'Do it, and confirm it.'],
    ]);
    expect(points(done('nm', '18'), done('wax', null))).to.deep.equal([
      [torque, 'shown', '18 Nm, limits 16 to 20 Nm.'],
      [wax, 'shown', 'Done by Tobi Lunde.'],
    ]);
  });

  for (const [typedText, state, said] of [
    ['13.3 lbf ft', 'shown', '18.0 Nm, limits 16 to 20 Nm.'],
    ['25', 'contradicted', 'Out of spec: 25 Nm, limits 16 to 20 Nm.'],
    ['15.9', 'contradicted', 'Out of spec: 15.9 Nm, limits 16 to 20 Nm.'],
    ['12 V', 'missing', '“12 V” is no reading here. Type it again.'],
  ] as const)
    it(`takes “${typedText}” for what it is`, () =>
      expect(points(done('nm', typedText))[0]?.slice(1)).to.deep.equal([state, said]));

  it('is not shown by a reason to skip it, and the newest counts', () => {
    expect(points(done('wax', null, 'no wax in the store'))[1]?.slice(1)).to.deep.equal([
      'missing',
      'Skipped: no wax in the store',
    ]);
    expect(points(done('nm', '25'), done('nm', '18'))[0]?.[1]).to.equal('shown');
  });
});

describe('trying it out', () => {
  const found = (arrival: Partial<typeof blankArrival>, ...more: NewJobEvent[]) =>
    pointOf(proofWith([takenIn(arrival), repaired({ trailId: null, suspectId: null }), ...more]), 'complaint');

  it('is asked for under each condition in which the complaint showed', () => {
    const hotAndWet = { occasions: ['always', 'hot', 'wet'] } as const;
    const half = found({ ...hotAndWet, occasions: [...hotAndWet.occasions] }, tried({ under: ['hot'] }));
    expect([half.state, half.minutes]).to.deep.equal(['missing', 15]);
    expect(half.said).to.equal(
      'The complaint did not show, tried once, 20 min and 8 km, when hot; still to be tried when wet.',
    );
    const both = found(
      { occasions: ['hot', 'wet'] },
      tried({ under: ['hot'] }),
      tried({ under: ['wet'], kilometres: 0 }),
    );
    expect([both.state, both.said]).to.deep.equal([
      'shown',
      'The complaint did not show, tried twice, 40 min and 8 km in all, when hot, when wet.',
    ]);
  });

  it('is contradicted where the complaint showed, whatever else was tried', () => {
    const there = found({}, tried(), tried({ complaint: 'there', seen: 'red lamp after 5 min' }), tried());
    expect([there.state, there.said]).to.deep.equal([
      'contradicted',
      'The complaint showed again: red lamp after 5 min',
    ]);
  });

  it('proves nothing of what shows only now and then', () => {
    expect(found({ occasions: ['nowAndThen'] }, tried()).state).to.equal('notPossible');
    const proof = proofWith([
      takenIn({ occasions: ['nowAndThen'] }),
      repaired({ trailId: null, suspectId: null }),
      tried(),
    ]);
    expect([proof.verdict, sayProof(proof)]).to.deep.equal([
      'notPossible',
      'It cannot be proven here: the complaint shows only now and then. Say what to watch for and when to come back.',
    ]);
  });

  it('of no fault found says what was tried, and a code that stands speaks against it', () => {
    const notSeen: NewJobEvent = { kind: 'complaintChecked', result: 'notReproduced', seen: '' };
    const proof = proofWith([takenIn(), notSeen, kept('s0'), tried({ repairId: null })], [sheet('s0', 500, [])]);
    expect([proof.repair, proof.verdict]).to.deep.equal([undefined, 'notPossible']);
    expect(pointOf(proof, 'complaint').said).to.equal('The complaint never showed, tried once, 20 min and 8 km.');
    const withCode = proofWith(
      [takenIn(), notSeen, kept('s0'), tried({ repairId: null })],
      [sheet('s0', 500, [code('P0118')])],
    );
    expect([withCode.verdict, pointOf(withCode, 'codes').said]).to.deep.equal([
      'notProven',
      'A code stands on the newest sheet: P0118.',
    ]);
  });

  it('counts each self-test by its last result', () => {
    const ran = (isPassed: boolean): NewJobEvent => ({
      kind: 'selfTestRun',
      repairId,
      what: 'fan ramp',
      times: 2,
      isPassed,
    });
    const base = [takenIn(), repaired({ trailId: null, suspectId: null }), tried()];
    expect(proofWith([...base, ran(true), ran(false)]).verdict).to.equal('notProven');
    expect(proofWith([...base, ran(false), ran(true)]).verdict).to.equal('proven');
  });
});

describe('the verdict of a proof', () => {
  const states = ['shown', 'missing', 'contradicted', 'notPossible'] as const;
  it('is as the table says, for all sets of states, in any order', () => {
    for (let set = 0; set < 16; set += 1) {
      const has = states.filter((_, bit) => set & (1 << bit));
      const expected = has.includes('contradicted')
        ? 'notProven'
        : has.includes('missing')
          ? has.includes('shown')
            ? 'partlyProven'
            : 'notProven'
          : has.includes('notPossible')
            ? 'notPossible'
            : 'proven';
      for (const order of [has, [...has].reverse()])
        expect(verdictOf(order.map((state) => ({ state })))).to.equal(expected);
    }
  });
});
