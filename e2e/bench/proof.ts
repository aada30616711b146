import type { CodeSheet } from '@probe-trail/core/codes';
import { applyJobEvent, blankArrival, type Job, type JobEvent } from '@probe-trail/core/job';
import { proofOf } from '@probe-trail/core/proof';
import { blankRepair } from '@probe-trail/core/repair';
import { type NewTrailEvent, reduceTrail, stampTrailEvent } from '@probe-trail/core/trail';
import { straightPlan, straightWalk } from '../support/straightPlan.js';
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

function trail() {
  const opened: NewTrailEvent = {
    kind: 'opened',
    jobId: 'j',
    planId: 'proof',
    planVersion: 1,
    vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
    complaint: '',
  };
  const all = [opened, ...straightWalk(stepCount)];
  const reduced = reduceTrail(
    straightPlan('proof', stepCount),
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
