import {
  type CodeSheet,
  codeKey,
  codesByKey,
  formatFaultCode,
  isSeen,
  isUntested,
  type SheetCode,
  saySelfTest,
  sayStatus,
} from '../codes/index.js';
import { lineUp } from '../evidence/index.js';
import { isMadeByUs, occasions } from '../job/index.js';
import { indexPlan } from '../plan/index.js';
import { pointStates, sayProof } from '../proof/index.js';
import { sayPart, sayRepair } from '../repair/index.js';
import { byUrgency, sayFinding, urgencies } from '../sideFinding/index.js';
import { saySpec } from '../spec/index.js';
import { cutText } from '../text/index.js';
import { sayTaken, type TakenReading, type Trail, type Waymark } from '../trail/index.js';
import { type Account, type AccountInput, accountFormat, accountFormatVersion } from './account.js';
import { causeFound, customerParts } from './customerParts.js';

/**
 * The account of a job, written from what is recorded.
 * @param handedOver how often it was handed over; what was changed by hand then stands in its parts
 */
export function accountOf(input: AccountInput): Account {
  const { jobId, job, vehicle, lineName } = input;
  const { fleetNumber, plate, vin } = vehicle;
  const given = job.accounts.at(-1);
  return {
    format: accountFormat,
    formatVersion: accountFormatVersion,
    jobId,
    vehicle: { fleetNumber, plate, vin, line: lineName },
    version: job.accounts.length,
    customer: given ? given.parts : [...customerParts(input)],
    technician: technicianOf(input),
  };
}

function technicianOf(input: AccountInput): Account['technician'] {
  const { job, trails, sheets, proof } = input;
  const walked = [...trails.values()];
  return {
    concern: sayConcern(input),
    cause: sayCauses(input),
    correction: sayCorrection(input),
    readings: walked.flatMap(readingsOf).slice(0, mostReadings),
    codes: codesOf(input, sheets),
    ruledOut: walked.flatMap(ruledOutOn),
    parts: job.repairs.flatMap(({ repair }) =>
      repair.parts.map(({ name, number, quantity }) => ({ name, number, quantity })),
    ),
    proof: (proof?.points ?? []).map(({ what, state, said }) => ({
      what: line(what),
      state: pointStates[state],
      said: cutText(said, 600),
    })),
    notes: [
      ...job.repairs.flatMap(({ repair }) =>
        repair.forNext === '' ? [] : [`For whoever works on it next: ${repair.forNext}`],
      ),
      ...[...job.sideFindings]
        .sort(byUrgency)
        .map(({ finding }) => `Side finding, ${urgencies[finding.urgency].toLowerCase()}: ${sayFinding(finding)}`),
      ...job.notes.map(({ text }) => text),
    ].map((note) => cutText(note, 2000)),
  };
}

// As the file format has it.
const mostReadings = 2000;
const line = (text: string): string => cutText(text, 400);

function sayConcern({ job: { arrival, complaintCheck } }: AccountInput): string {
  const when = arrival.occasions.map((occasion) => occasions[occasion]).join(', ');
  const check = complaintCheck
    ? ` ${complaintCheck.result === 'confirmed' ? 'Confirmed' : 'Not reproduced'}${complaintCheck.seen === '' ? '' : `: ${complaintCheck.seen}`}.`
    : '';
  return `“${arrival.complaint}”${when === '' ? '' : ` (${when})`}.${check}`;
}

/** What was repaired; before that, what the trails found. */
function sayCauses({ job: { repairs }, trails }: AccountInput): string {
  const standing = repairs.filter(({ failedBecause }) => failedBecause === null).map(({ repair }) => repair.cause);
  if (standing.length > 0) return `${standing.join('; ')}.`;
  const found = [...trails.values()].flatMap((trail) => causeFound(trail) ?? []);
  if (found.length === 0) return 'No fault found.';
  return `${found.map(({ title }) => title).join('; ')}. Not repaired.`;
}

function sayCorrection({ job: { repairs }, proof }: AccountInput): string {
  const done = repairs.map(({ repair, failedBecause }) =>
    [
      `${sayRepair(repair)}.`,
      repair.done,
      ...(repair.parts.length > 0 ? [`${repair.parts.map(sayPart).join('; ')}.`] : []),
      ...(failedBecause === null ? [] : [`Did not help: ${failedBecause}.`]),
    ]
      .filter((one) => one !== '')
      .join(' '),
  );
  return [...done, ...(proof ? [sayProof(proof)] : [])].join('\n');
}

/** Every reading that counts, in the order in which it was taken. */
const readingsOf = (trail: Trail): Account['technician']['readings'] =>
  trail.waymarks
    .filter(({ setAside }) => !setAside)
    .flatMap((waymark) => waymark.taken.map((taken) => toReading(trail, waymark, taken)));

const verdictWords = {
  inSpec: 'in spec',
  outOfSpec: 'out of spec',
  tooCloseToCall: 'too close to call',
  noLimit: 'no limit',
} as const;

function toReading({ plan }: Trail, { stepId, proves }: Waymark, taken: TakenReading) {
  const { readingId, reading, verdict } = taken;
  const step = indexPlan(plan).steps.get(stepId);
  const wanted = step?.readings.find(({ id }) => id === readingId);
  return {
    step: line(step?.title || stepId),
    reading: line(wanted?.name || readingId),
    shown: line(sayTaken(taken)),
    limits:
      wanted && wanted.spec.kind !== 'choice'
        ? cutText(verdict.note !== '' && reading ? verdict.note : saySpec(wanted.spec), 2000)
        : '',
    verdict: verdictWords[verdict.kind],
    when: proves === undefined ? ('before' as const) : ('after' as const),
  };
}

/** Every code that was seen on the visit, as the newest sheet has it. */
function codesOf({ job }: AccountInput, sheets: readonly CodeSheet[]): Account['technician']['codes'] {
  const newest = sheets.at(-1);
  const stateNow = (code: SheetCode) => {
    const last = newest && codesByKey(newest).get(codeKey(code));
    if (!last) return 'gone';
    if (isSeen(last.status)) return sayStatus(last.status);
    return isUntested(last.status) ? saySelfTest(last) : `gone. ${saySelfTest(last)}`;
  };
  const seen = new Map(
    sheets.flatMap((sheet) =>
      sheet.codes
        .filter(({ status }) => isSeen(status))
        .map(
          (code) =>
            [
              `${code.unitId} ${formatFaultCode(code)}`,
              { code, unit: sheet.units.find(({ unitId }) => unitId === code.unitId)?.name ?? code.unitId },
            ] as const,
        ),
    ),
  );
  return [...seen.values()].map(({ code, unit }) => ({
    unit,
    code: formatFaultCode(code),
    text: code.text,
    state: isMadeByUs(job, code) ? 'caused by our work' : stateNow(code),
  }));
}

const ruledOutOn = (trail: Trail): Account['technician']['ruledOut'] =>
  lineUp(trail).flatMap(({ suspect, clearedBy }) =>
    clearedBy ? [{ suspect: line(suspect.name || suspect.id), because: line(clearedBy.title) }] : [],
  );
