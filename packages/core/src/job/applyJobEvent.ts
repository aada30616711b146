import { standingEntries, type Voiding, voidedEntries } from '../log/index.js';
import { parseReading, type ReadingProblem, sayReadingProblem } from '../reading/index.js';
import { type RecordedRepair, sayRepair } from '../repair/index.js';
import { failed, ok, type Result } from '../result/index.js';
import type { Job } from './job.js';
import { type JobEvent, type JobEventOf, serverMadeKinds } from './jobEvent.js';
import { findingIn } from './vehicleFindings.js';

/** Why an event does not fit a job. */
export type JobMisfit =
  | { readonly kind: 'notTakenIn' }
  | { readonly kind: 'takenInAlready' }
  | { readonly kind: 'gone' }
  | { readonly kind: 'jobVoided'; readonly by: string }
  | { readonly kind: 'onlyByServer' }
  | { readonly kind: 'noSheetKept' }
  | { readonly kind: 'repairUnknown' }
  | { readonly kind: 'repairedAlready'; readonly what: string; readonly by: string }
  | { readonly kind: 'failedAlready' }
  | { readonly kind: 'otherRepair' }
  | { readonly kind: 'unproven' }
  | { readonly kind: 'voltage'; readonly problem: ReadingProblem }
  | { readonly kind: 'notANumber'; readonly got: string };

export function sayJobMisfit(misfit: JobMisfit): string {
  switch (misfit.kind) {
    case 'notTakenIn':
      return 'A job begins when the vehicle is checked in.';
    case 'takenInAlready':
      return 'This vehicle is checked in already.';
    case 'gone':
      return 'The vehicle was returned. Change the status back to open, or check the vehicle in again.';
    case 'jobVoided':
      return `${misfit.by} voided this job; nothing can be added to it.`;
    case 'onlyByServer':
      return serverMadeKinds.entryVoided;
    case 'noSheetKept':
      return 'Keep a code sheet first: cleared codes cannot be read again.';
    case 'repairUnknown':
      return 'This job has no such repair.';
    case 'repairedAlready':
      return `${misfit.by} recorded already: ${misfit.what}. If that did not help, say so first.`;
    case 'failedAlready':
      return 'That repair is marked already as one that did not help.';
    case 'otherRepair':
      return 'Another repair was recorded or withdrawn meanwhile: what was shown counts for the repair as it was. Look at the proof again.';
    case 'unproven':
      return 'The repair is not proven. Say why the vehicle goes on all the same.';
    case 'voltage':
      return sayReadingProblem(misfit.problem);
    case 'notANumber':
      return `“${misfit.got}” is not a voltage. Type a number in V, such as 12.4 V.`;
  }
}

/** Next state of a job. Pure: clock, ids and person arrive inside the event. */
export function applyJobEvent(job: Job | undefined, event: JobEvent): Result<Job, JobMisfit> {
  if (event.kind === 'takenIn') return job ? failed({ kind: 'takenInAlready' }) : ok(takeIn(event));
  if (!job) return failed({ kind: 'notTakenIn' });
  if (job.voided) return failed({ kind: 'jobVoided', by: job.voided.by });
  // Whoever comes back finds the door open again; nothing else happens to a vehicle that is not there.
  if (job.stage === 'gone' && !afterReturn.has(event.kind)) return failed({ kind: 'gone' });
  const next = change(job, event);
  return next.ok ? ok({ ...job, ...next.value, lastEventAtMs: event.atMs }) : next;
}

/** What has its place on a job whose vehicle was returned. */
const afterReturn: ReadonlySet<JobEvent['kind']> = new Set([
  'stageSet',
  'noted',
  'sideFound',
  'sideAnswered',
  'accountGiven',
]);

/**
 * The same for an entry that is made today, of which more is asked than of one that is stored: a vehicle goes on unproven only with a reason.
 */
export function applyNewJobEvent(job: Job | undefined, event: JobEvent): Result<Job, JobMisfit> {
  if (job && event.kind === 'stageSet' && isUnproven(job, event)) return failed({ kind: 'unproven' });
  return applyJobEvent(job, event);
}

const isUnproven = ({ proof, unprovenBecause }: Job, { stage, because }: JobEventOf<'stageSet'>): boolean =>
  (stage === 'ready' || stage === 'gone') && !proof && unprovenBecause === '' && (because ?? '').trim() === '';

/** State of a job from all its events; the id of the first that does not fit, if one does not. */
export function reduceJob(
  events: readonly JobEvent[],
): Result<Job, { readonly eventId: string; readonly misfit: JobMisfit }> {
  const voided = voidedEntries(events);
  if (voided.size > 0) return reduceStanding(events, voided);
  let job: Job | undefined;
  for (const event of events) {
    const next = applyJobEvent(job, event);
    if (!next.ok) return failed({ eventId: event.id, misfit: next.problem });
    job = next.value;
  }
  return job ? ok(job) : failed({ eventId: '', misfit: { kind: 'notTakenIn' } });
}

/** What follows an entry that was voided and does not fit without it is passed over too. */
function reduceStanding(
  events: readonly JobEvent[],
  voided: ReadonlyMap<string, Voiding>,
): ReturnType<typeof reduceJob> {
  const [first] = events;
  if (first?.kind !== 'takenIn') return failed({ eventId: first?.id ?? '', misfit: { kind: 'notTakenIn' } });
  const voiding = voided.get(first.id);
  if (voiding) return ok({ ...takeIn(first), stage: 'gone', voided: voiding });
  return ok(
    standingEntries(events.slice(1)).reduce<Job>((job, event) => {
      const next = applyJobEvent(job, event);
      return next.ok ? next.value : job;
    }, takeIn(first)),
  );
}

const takeIn = ({ vehicleId, arrival, atMs, by }: JobEventOf<'takenIn'>): Job => ({
  vehicleId,
  arrival,
  takenInAtMs: atMs,
  takenInBy: by,
  complaintCheck: undefined,
  voltages: [],
  isChargerConnected: false,
  sheets: [],
  isSheetKept: false,
  clearings: [],
  madeByUs: [],
  photos: [],
  notes: [],
  sideFindings: [],
  sideAnswers: [],
  sideDone: [],
  repairs: [],
  madeGood: [],
  tasksDone: [],
  trials: [],
  selfTests: [],
  proof: undefined,
  unprovenBecause: '',
  accounts: [],
  plansMissed: [],
  assignedTo: '',
  waitsFor: '',
  stage: 'open',
  voided: undefined,
  lastEventAtMs: atMs,
});

type Later = Exclude<JobEvent, { kind: 'takenIn' }>;

function change(job: Job, event: Later): Result<Partial<Job>, JobMisfit> {
  switch (event.kind) {
    case 'arrivalChanged':
      return ok({ arrival: event.arrival });
    case 'complaintChecked':
      return ok({ complaintCheck: event });
    case 'voltageMeasured':
      return measureVoltage(job, event);
    case 'chargerSet':
      return ok({ isChargerConnected: event.isConnected });
    case 'assigned':
      return ok({ assignedTo: event.to });
    case 'waiting':
      return ok({ waitsFor: event.for });
    case 'sheetKept':
      return ok({
        sheets: [...job.sheets, { sheetId: event.sheetId, moment: event.moment, atMs: event.atMs }],
        isSheetKept: true,
      });
    case 'codesCleared':
      return job.isSheetKept
        ? ok({ clearings: [...job.clearings, event], isSheetKept: false })
        : failed({ kind: 'noSheetKept' });
    case 'codeMadeByUs':
      return ok({ madeByUs: [...job.madeByUs.filter((mark) => !isSameCode(mark, event)), event] });
    case 'codeCounts':
      return ok({ madeByUs: job.madeByUs.filter((mark) => !isSameCode(mark, event)) });
    case 'planMissed':
      return ok({ plansMissed: [...job.plansMissed, event] });
    case 'photoAdded':
      return ok({ photos: [...job.photos, event] });
    case 'noted':
      return ok(event.isSideFinding ? addFinding(job, event) : { notes: [...job.notes, event] });
    case 'sideFound':
      return ok(addFinding(job, event));
    case 'sideAnswered':
      return ok(answerFinding(job, event));
    case 'sideDone':
      return ok({ sideDone: [...job.sideDone, event] });
    case 'repaired':
      return addRepair(job, event);
    case 'repairFailed':
      return failRepair(job, event);
    case 'repairMadeGood':
      return ok({ madeGood: [...job.madeGood, event] });
    case 'taskDone':
      return job.repairs.some(({ repairId }) => repairId === event.repairId)
        ? ok({ tasksDone: [...job.tasksDone, event] })
        : failed({ kind: 'repairUnknown' });
    case 'triedOut':
      return ok({ trials: [...job.trials, event], ...(event.complaint === 'there' ? takenUpAgain(job) : {}) });
    case 'selfTestRun':
      return ok({ selfTests: [...job.selfTests, event], ...(event.isPassed ? {} : takenUpAgain(job)) });
    case 'proofTaken':
      return takeProof(job, event);
    case 'accountGiven':
      return ok({ accounts: [...job.accounts, event] });
    case 'stageSet':
      return ok(moveTo(job, event));
    case 'entryVoided':
      return failed({ kind: 'onlyByServer' });
  }
}

/** Whether the codes were cleared between two sheets, by the order of what happened: clocks of devices differ. */
export function wereCleared(events: readonly JobEvent[], fromSheetId: string, toSheetId: string): boolean {
  const placeOf = (sheetId: string) =>
    events.findIndex((event) => event.kind === 'sheetKept' && event.sheetId === sheetId);
  return events.slice(placeOf(fromSheetId), placeOf(toSheetId)).some(({ kind }) => kind === 'codesCleared');
}

function addFinding({ sideFindings }: Job, event: JobEvent): Partial<Job> {
  const finding = findingIn(event);
  if (!finding) return {};
  const { id: findingId, atMs, by } = event;
  return { sideFindings: [...sideFindings, { findingId, finding, atMs, by, answer: null }] };
}

/** The finding may be of an earlier visit: then it is answered there too. */
const answerFinding = ({ sideFindings, sideAnswers }: Job, event: JobEventOf<'sideAnswered'>): Partial<Job> => ({
  sideAnswers: [...sideAnswers, event],
  sideFindings: sideFindings.map((one) => {
    const { answer, saidBy, atMs, by } = event;
    return one.findingId === event.findingId ? { ...one, answer: { answer, saidBy, atMs, by } } : one;
  }),
});

function addRepair(job: Job, { id, repair, atMs, by }: JobEventOf<'repaired'>): Result<Partial<Job>, JobMisfit> {
  // Two devices, or two touches of one button. What is done a second time did not help the first time.
  const same = job.repairs.find((one) => one.failedBecause === null && sayRepair(one.repair) === sayRepair(repair));
  if (same) return failed({ kind: 'repairedAlready', what: sayRepair(repair), by: same.by });
  return ok({
    repairs: [...job.repairs, { repairId: id, repair, atMs, by, failedBecause: null }],
    ...takenUpAgain(job),
  });
}

function failRepair(job: Job, { repairId, because }: JobEventOf<'repairFailed'>): Result<Partial<Job>, JobMisfit> {
  const repair = job.repairs.find((one) => one.repairId === repairId);
  if (!repair) return failed({ kind: 'repairUnknown' });
  if (repair.failedBecause !== null) return failed({ kind: 'failedAlready' });
  return ok({
    repairs: job.repairs.map((one) => (one.repairId === repairId ? { ...one, failedBecause: because } : one)),
    ...takenUpAgain(job),
  });
}

/** The repair that is to be proven: the newest that stands, as it may have changed what an earlier one left. */
export const repairToProve = ({ repairs }: Pick<Job, 'repairs'>): RecordedRepair | undefined =>
  repairs.findLast(({ failedBecause }) => failedBecause === null);

/** What was proven is open again. */
const takenUpAgain = ({ stage }: Job): Partial<Job> => ({
  proof: undefined,
  unprovenBecause: '',
  ...(stage === 'ready' ? { stage: 'open' } : {}),
});

function takeProof(job: Job, event: JobEventOf<'proofTaken'>): Result<Partial<Job>, JobMisfit> {
  if (event.repairId !== (repairToProve(job)?.repairId ?? null)) return failed({ kind: 'otherRepair' });
  if (event.verdict !== 'proven' && event.because.trim() === '') return failed({ kind: 'unproven' });
  return ok({ proof: event, unprovenBecause: '', stage: 'ready' });
}

const moveTo = (job: Job, { stage, because }: JobEventOf<'stageSet'>): Partial<Job> =>
  stage === 'ready' || stage === 'gone'
    ? { stage, ...(job.proof ? {} : { unprovenBecause: because ?? job.unprovenBecause }) }
    : { stage, proof: undefined, unprovenBecause: '' };

function measureVoltage(
  job: Job,
  { text, engine, atMs, by }: JobEventOf<'voltageMeasured'>,
): Result<Partial<Job>, JobMisfit> {
  const reading = parseReading(text, { unit: 'V' });
  if (!reading.ok) return failed({ kind: 'voltage', problem: reading.problem });
  if (reading.value.kind !== 'exact') return failed({ kind: 'notANumber', got: text });
  const measured = { text, volts: reading.value.value, engine, withCharger: job.isChargerConnected, atMs, by };
  return ok({ voltages: [...job.voltages, measured] });
}

interface CodeOfUnit {
  readonly unitId: string;
  readonly code: string;
  readonly failureType: string | null;
}

export const isSameCode = (a: CodeOfUnit, b: CodeOfUnit): boolean =>
  a.unitId === b.unitId && a.code === b.code && a.failureType === b.failureType;

/** Whether the technician made this code, so that it does not count. */
export const isMadeByUs = ({ madeByUs }: Pick<Job, 'madeByUs'>, code: CodeOfUnit): boolean =>
  madeByUs.some((mark) => isSameCode(mark, code));
