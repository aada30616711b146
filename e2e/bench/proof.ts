import type { CodeSheet } from '@probe-trail/core/codes';
import { applyJobEvent, blankArrival, type Job, type JobEvent } from '@probe-trail/core/job';
import {
  blankOutcome,
  blankPlan,
  blankReading,
  blankStep,
  blankSuspect,
  type Plan,
  type Step,
} from '@probe-trail/core/plan';
import { proofOf } from '@probe-trail/core/proof';
import { blankRepair } from '@probe-trail/core/repair';
import { enteredReading, type NewTrailEvent, reduceTrail, stampTrailEvent } from '@probe-trail/core/trail';
import { atMost, type Measured, medianMs } from './measured.js';

const stepCount = 300;
const sheetCount = 20;
// Most of them are compiled: a page computes it anew with each entry.
const runs = 200;

/** What a device computes whenever something is recorded on a job that is being proven. */
export async function proofMs(): Promise<Measured[]> {
  const input = { job: job(), events: events(), sheets: sheets(), trails: new Map([['t', trail()]]) };
  const ms = medianMs(() => {
    const proof = proofOf(input);
    if (proof?.points.filter(({ about }) => about === 'reading').length !== stepCount)
      throw new Error('the proof asks for other readings');
  }, runs);
  return [
    atMost(`the proof of a trail of ${stepCount} waymarks and ${sheetCount} sheets, again and again`, ms, 5, 'ms'),
  ];
}

/** A plan in which every step points to the one suspect. */
function plan(): Plan {
  const steps = Array.from({ length: stepCount }, (_, at): Step => {
    const last = at === stepCount - 1;
    const goTo = last
      ? ({ kind: 'conclusion', conclusionId: 'c' } as const)
      : ({ kind: 'step', stepId: `s${at + 1}` } as const);
    return {
      ...blankStep(`s${at}`, `Step ${at}`),
      readings: [blankReading('v', 'Voltage', { kind: 'band', unit: 'V', min: 12, max: 14 })],
      outcomes: [
        blankOutcome('bad', { when: [{ readingId: 'v', zoneIds: ['below', 'above'] }], pointsTo: ['x'], goTo }),
        blankOutcome('good', { goTo }),
      ],
    };
  });
  return {
    ...blankPlan('proof', 'Proof'),
    suspects: [blankSuspect('x', 'Ground stud'), blankSuspect('y', 'Fuse')],
    startStepId: 's0',
    steps,
    conclusions: [{ id: 'c', title: 'Ground stud', summary: '', suspectIds: ['x'] }],
  };
}

function trail() {
  const opened: NewTrailEvent = {
    kind: 'opened',
    jobId: 'j',
    planId: 'proof',
    planVersion: 1,
    vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
    complaint: '',
  };
  const walked = Array.from({ length: stepCount }, (_, at): NewTrailEvent[] => [
    enteredReading(`s${at}`, 'v', { kind: 'typed', text: '11.2' }),
    { kind: 'outcomeTaken', stepId: `s${at}`, outcomeId: 'bad' },
  ]).flat();
  const all = [opened, ...walked, { kind: 'concluded', conclusionId: 'c', assumedBecause: null } as const];
  const reduced = reduceTrail(
    plan(),
    all.map((event, at) => stampTrailEvent(event, { id: `e${at}`, atMs: at, by: 'Tobi Lunde' })),
  );
  if (!reduced.ok) throw new Error(`the trail is broken: ${reduced.problem.misfit.kind}`);
  return reduced.value;
}

const common = (id: string, atMs: number) => ({ id, atMs, by: 'Tobi Lunde' });

function events(): JobEvent[] {
  const half = sheetCount / 2;
  const kept = (at: number): JobEvent => ({
    kind: 'sheetKept',
    ...common(`kept${at}`, at),
    sheetId: `sheet${at}`,
    moment: at < half ? 'asFound' : 'afterDriving',
  });
  const all = Array.from({ length: sheetCount }, (_, at) => kept(at));
  const repair = { ...blankRepair, cause: 'Ground stud', suspectId: 'x', trailId: 't' };
  return [
    { kind: 'takenIn', ...common('in', 0), vehicleId: 'v', arrival: { ...blankArrival, complaint: 'gets hot' } },
    ...all.slice(0, half),
    { kind: 'repaired', ...common('repair', half), repair },
    { kind: 'codesCleared', ...common('cleared', half), unitsCleared: 60, unitsSilent: 0 },
    ...all.slice(half),
  ];
}

const job = (): Job =>
  events().reduce<Job | undefined>((state, event) => {
    const next = applyJobEvent(state, event);
    if (!next.ok) throw new Error(`the job is broken: ${next.problem.kind}`);
    return next.value;
  }, undefined) as Job;

/** As large as those of the bench that compares two: 60 units, 400 codes. */
const sheets = (): CodeSheet[] =>
  Array.from({ length: sheetCount }, (_, at) => ({
    sheetId: `sheet${at}`,
    source: 'interface',
    moment: at < sheetCount / 2 ? 'asFound' : 'afterDriving',
    takenAtMs: at,
    units: Array.from({ length: 60 }, (_unit, unit) => ({
      unitId: `u${unit}`,
      name: `unit ${unit}`,
      answer: 'answered',
    })),
    codes: Array.from({ length: 400 }, (_code, code) => ({
      unitId: `u${code % 60}`,
      code: `P${String(code % 4000).padStart(4, '0')}`,
      failureType: null,
      text: '',
      status: at < sheetCount / 2 ? 9 : 16,
    })),
    jobId: 'j',
    takenBy: 'Tobi Lunde',
  }));
