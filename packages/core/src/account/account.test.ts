import { expect } from 'chai';
import { statusOf } from '../codes/index.js';
import { applyJobEvent, blankArrival, type Job, type JobEvent, type NewJobEvent, stampJobEvent } from '../job/index.js';
import { proofOf } from '../proof/index.js';
import { blankRepair } from '../repair/index.js';
import { validate } from '../schema/index.js';
import { aPlan } from '../testing/aPlan.js';
import { ignitionOn, opened, taken, events as trailEvents, typed, walkToGround } from '../testing/aWalk.js';
import { type NewTrailEvent, reduceTrail } from '../trail/index.js';
import { accountBlocks, accountOf, accountSchema, accountToHtml, accountToMarkdown } from './index.js';

const repairId = 'e3';
const walked: NewTrailEvent[] = [
  ...walkToGround,
  { kind: 'proofStepOpened', stepId: 'ground', repairId },
  ignitionOn('ground'),
  typed('ground', 'drop', '0.05'),
  taken('ground', 'good'),
];
const code = {
  unitId: 'A10',
  code: 'P0480',
  failureType: '13',
  text: 'fan, circuit open',
  status: statusOf('testFailed', 'confirmed'),
};
const sheetOf = (sheetId: string, takenAtMs: number, codes: (typeof code)[]) => ({
  sheetId,
  source: 'interface' as const,
  moment: 'asFound' as const,
  takenAtMs,
  units: [{ unitId: 'A10', name: 'engine control unit', answer: 'answered' as const }],
  codes,
  jobId: 'j1',
  takenBy: 'Tobi Lunde',
});
const sheets = [sheetOf('s0', 500, [code]), sheetOf('s1', 5000, [])];
const complaint = 'Gets hot <b>& stops</b> | *always*';
const job: NewJobEvent[] = [
  {
    kind: 'takenIn',
    vehicleId: 'fg-07',
    arrival: { ...blankArrival, complaint, occasions: ['hot'], howOften: 'twice a week' },
  },
  { kind: 'complaintChecked', result: 'confirmed', seen: 'Fan stands still' },
  { kind: 'sheetKept', sheetId: 's0', moment: 'asFound' },
  {
    kind: 'repaired',
    repair: {
      ...blankRepair,
      cause: 'Ground stud G3',
      suspectId: 'ground',
      trailId: 't1',
      way: 'clean',
      done: 'Stud brushed to bright metal',
      parts: [{ name: 'Washer', number: 'LP35-0118', quantity: 2 }],
      lasts: { kind: 'temporary', remains: 'a new stud', dueBy: '2031-05-01' },
      forNext: 'The thread is worn',
    },
  },
  { kind: 'codesCleared', unitsCleared: 1, unitsSilent: 0 },
  { kind: 'sheetKept', sheetId: 's1', moment: 'afterClearing' },
  {
    kind: 'triedOut',
    repairId,
    under: ['hot'],
    minutes: 25,
    kilometres: 14,
    topSpeed: 70,
    complaint: 'gone',
    seen: '',
  },
  { kind: 'noted', text: 'Left tyre is worn', isSideFinding: true },
  {
    kind: 'sideFound',
    finding: { what: 'Brake hose chafed', urgency: 'unsafeNow', reading: '', minutes: 40, photoIds: [] },
  },
];

function accountAfter(
  more: readonly NewJobEvent[] = [],
  loose: readonly NewJobEvent[] = job,
  hasTrail = true,
  plan = aPlan(),
) {
  const events: JobEvent[] = [...loose, ...more].map((event, at) =>
    stampJobEvent(event, { id: `e${at}`, atMs: 1000 * at, by: 'Tobi Lunde' }),
  );
  const state = events.reduce<Job | undefined>((last, event) => {
    const next = applyJobEvent(last, event);
    if (!next.ok) throw new Error(next.problem.kind);
    return next.value;
  }, undefined) as Job;
  const trail = reduceTrail(plan, trailEvents(opened, ...walked));
  const trails = new Map(trail.ok && hasTrail ? [['t1', trail.value]] : []);
  const proof = proofOf({ job: state, events, sheets, trails });
  const vehicle = { fleetNumber: 'FG-07', plate: 'FT 59 LP', vin: 'ZZXLP35T0N0000107' };
  return accountOf({ jobId: 'j1', job: state, vehicle, lineName: 'Loper 35', sheets, trails, proof });
}

describe('the account of a job', () => {
  it('tells the customer what was told, found, done, checked and is to be known, with the numbers', () => {
    const parts = Object.fromEntries(accountAfter().customer.map(({ part, text }) => [part, text.split('\n')]));
    expect(parts).to.deep.equal({
      told: [`“${complaint}”`, 'It shows when hot; twice a week.'],
      found: [
        'We saw the complaint ourselves: Fan stands still.',
        'The cause: Found: ground; the readings prove it.',
        'ground: Drop: 0.9 V, which is out of spec.',
      ],
      done: ['Ground stud G3 cleaned. Stud brushed to bright metal. Parts: 2 × Washer, LP35-0118.'],
      checked: [
        'ground: Drop: 0.05 V now, 0.9 V before.',
        'The codes were cleared after the repair.',
        'P0480-13 is gone.',
        'The complaint did not show, tried once, 25 min and 14 km, when hot.',
        'The repair is proven.',
      ],
      know: [
        'Temporary: Ground stud G3 cleaned. Still to be done: a new stud, by 2031-05-01.',
        'We also noticed: Brake hose chafed, about 40 min. Unsafe now.',
        'We also noticed: Left tyre is worn. Soon.',
      ],
    });
  });

  it('says of work afterwards what it was', () => {
    const nm = { id: 'nm', kind: 'torque', text: 'Stud', needs: [], limit: { unit: 'Nm', min: 16, max: 20 } } as const;
    const suspects = aPlan().suspects.map((suspect) =>
      suspect.id === 'ground' ? { ...suspect, tasks: [nm] } : suspect,
    );
    const done: NewJobEvent = {
      kind: 'taskDone',
      repairId,
      taskId: 'nm',
      what: 'x',
      reading: '18',
      skippedBecause: null,
    };
    const { customer } = accountAfter([done], job, true, aPlan({ suspects }));
    expect(customer.find(({ part }) => part === 'checked')?.text).to.include(
      'torque: Stud, 16 to 20 Nm: 18 Nm, limits 16 to 20 Nm.',
    );
  });

  it('gives the next technician concern, cause and correction, and the figures', () => {
    const { technician } = accountAfter();
    expect(technician.concern).to.equal(`“${complaint}” (when hot). Confirmed: Fan stands still.`);
    expect(technician.cause).to.equal('Ground stud G3.');
    expect(technician.correction).to.include('Proven: all that had to be shown was shown.');
    expect(
      technician.readings.map(({ reading, shown, verdict, when }) => [reading, shown, verdict, when]),
    ).to.deep.equal([
      ['Fuse', 'nothing seen', 'in spec', 'before'],
      ['Feed', '12.4 V', 'in spec', 'before'],
      ['Drop', '0.9 V', 'out of spec', 'before'],
      ['Drop', '0.05 V', 'in spec', 'after'],
    ]);
    expect(technician.readings[2]?.limits).to.equal('0.2 V or less');
    expect(technician.codes).to.deep.equal([
      { unit: 'engine control unit', code: 'P0480-13', text: 'fan, circuit open', state: 'gone' },
    ]);
    expect(technician.ruledOut.map(({ suspect }) => suspect)).to.deep.equal(['fuse', 'feed']);
    expect(technician.notes).to.deep.equal([
      'For whoever works on it next: The thread is worn',
      'Side finding, unsafe now: Brake hose chafed, about 40 min',
      'Side finding, soon: Left tyre is worn',
    ]);
  });

  it('is what the published format takes', () => {
    expect(validate(accountSchema, accountAfter())).to.deep.include({ ok: true });
  });

  it('says that it went back unproven, why, and what to watch for', () => {
    const account = accountAfter([
      {
        kind: 'triedOut',
        repairId,
        under: [],
        minutes: 5,
        kilometres: 0,
        topSpeed: null,
        complaint: 'there',
        seen: 'stood still again',
      },
      {
        kind: 'proofTaken',
        repairId,
        verdict: 'notProven',
        open: ['The complaint gone: it showed again'],
        because: 'the bus is needed',
        watchFor: 'the lamp',
        comeBack: 'tomorrow',
      },
    ]);
    const checked = account.customer.find(({ part }) => part === 'checked')?.text ?? '';
    expect(checked).to.include('Not shown: The complaint gone: it showed again');
    expect(checked).to.include('The repair is not proven: the bus is needed.');
    expect(account.customer.find(({ part }) => part === 'know')?.text).to.include(
      'Please watch for: the lamp.\nPlease come back: tomorrow.',
    );
  });

  it('of a complaint that never showed says so, and names no cause', () => {
    const notSeen: NewJobEvent[] = [
      { kind: 'takenIn', vehicleId: 'fg-07', arrival: { ...blankArrival, complaint: 'stalls' } },
      { kind: 'complaintChecked', result: 'notReproduced', seen: '' },
      {
        kind: 'triedOut',
        repairId: null,
        under: [],
        minutes: 90,
        kilometres: 34,
        topSpeed: null,
        complaint: 'gone',
        seen: '',
      },
    ];
    const { customer, technician } = accountAfter([], notSeen, false);
    const found = customer.find(({ part }) => part === 'found')?.text ?? '';
    expect(found).to.include('We could not make it show.');
    expect(found).to.include('We found no fault.');
    expect(technician.cause).to.equal('No fault found.');
  });

  it('of a cause that is found and not repaired says both', () =>
    expect(accountAfter([], job.slice(0, 3)).technician.cause).to.equal('Found: ground. Not repaired.'));

  it('that was changed and handed over stands as it was handed over, and a change makes another one', () => {
    const parts = [{ part: 'told', text: 'It ran hot.' }] as const;
    const once = accountAfter([{ kind: 'accountGiven', parts: [...parts] }]);
    expect([once.version, once.customer]).to.deep.equal([1, parts]);
    const twice = accountAfter([
      { kind: 'accountGiven', parts: [...parts] },
      { kind: 'accountGiven', parts: [{ part: 'told', text: 'It ran very hot.' }] },
    ]);
    expect([twice.version, twice.customer[0]?.text]).to.deep.equal([2, 'It ran very hot.']);
  });
});

describe('an account on paper', () => {
  it('keeps what was typed as text, in Markdown and in HTML', () => {
    const account = accountAfter();
    const markdown = accountToMarkdown(account, 'customer');
    expect(markdown).to.include('Gets hot \\<b\\>& stops\\</b\\> \\| \\*always\\*');
    expect(markdown.startsWith('# FG-07 · FT 59 LP · Loper 35\n\n## What you told us\n')).to.equal(true);
    const html = accountToHtml(account, 'customer');
    expect(html).to.include('Gets hot &lt;b&gt;&amp; stops&lt;/b&gt; | *always*');
    expect(html).to.not.match(/<(script|a|img|link)\b/);
  });

  it('has a table for the figures, a row for each, and no part that is empty', () => {
    const titles = accountBlocks(accountAfter(), 'technician').map(({ title }) => title);
    expect(titles).to.deep.equal([
      'Concern',
      'Cause',
      'Correction',
      'Proof',
      'Readings',
      'Codes',
      'Ruled out',
      'Parts',
      'Notes',
    ]);
    const markdown = accountToMarkdown(accountAfter(), 'technician');
    expect(markdown).to.include('| Step | Reading | Shown | Limits | Verdict |\n| --- | --- | --- | --- | --- |');
    expect(markdown.split('\n').filter((line) => line.startsWith('| ground | Drop')).length).to.equal(2);
  });
});
