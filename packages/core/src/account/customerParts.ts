import { supportOf } from '../evidence/index.js';
import { type AccountPart, accountParts, occasions, proofVerdicts, type WrittenPart } from '../job/index.js';
import { type Conclusion, indexPlan } from '../plan/index.js';
import { openPoints, type ProofPoint } from '../proof/index.js';
import { sayPart, sayRepair } from '../repair/index.js';
import { byUrgency, customerAnswers, type RecordedFinding, sayFinding, urgencies } from '../sideFinding/index.js';
import { placeOfTrail, sayTaken, type Trail } from '../trail/index.js';
import type { AccountInput } from './account.js';

/** The account for the customer, in plain sentences with the numbers in them; a part of which there is nothing to say is left out. */
export function customerParts(input: AccountInput): readonly WrittenPart[] {
  const sentences: Record<AccountPart, readonly string[]> = {
    told: sayTold(input),
    found: sayFound(input),
    done: sayDone(input),
    checked: sayChecked(input),
    know: sayToKnow(input),
  };
  return (Object.keys(accountParts) as AccountPart[])
    .map((part) => ({ part, text: sentences[part].join('\n') }))
    .filter(({ text }) => text !== '');
}

function sayTold({ job: { arrival } }: AccountInput): readonly string[] {
  const when = arrival.occasions.map((occasion) => occasions[occasion]).join(', ');
  return [
    `“${arrival.complaint}”`,
    ...(when === '' && arrival.howOften === ''
      ? []
      : [`It shows ${[when, arrival.howOften].filter(Boolean).join('; ')}.`]),
    ...(arrival.lamps.length > 0 ? [`Lamps and messages: ${arrival.lamps.join(', ')}.`] : []),
  ];
}

function sayFound({ job, trails, proof }: AccountInput): readonly string[] {
  const check =
    job.complaintCheck === undefined
      ? []
      : job.complaintCheck.result === 'confirmed'
        ? [`We saw the complaint ourselves${ofSeen(job.complaintCheck.seen)}`]
        : [`We could not make it show${ofSeen(job.complaintCheck.seen)}`];
  const causes = [...trails.values()].flatMap(sayCause);
  const before = (proof?.points ?? []).flatMap(({ again }) =>
    again?.before && again.before.verdict.kind !== 'inSpec'
      ? [`${again.title}: ${sayTaken(again.before)}, which is out of spec.`]
      : [],
  );
  const nothing = !proof?.repair && proof ? ['We found no fault.'] : [];
  return [...check, ...causes, ...before, ...nothing];
}

const ofSeen = (seen: string): string => (seen === '' ? '.' : `: ${ended(seen)}`);

/** A sentence ends once. */
const ended = (text: string): string => (/[.!?]$/.test(text.trim()) ? text.trim() : `${text.trim()}.`);

const causeWords = {
  proven: 'the readings prove it',
  likely: 'the readings make it likely',
  assumed: 'this is what we take it for',
} as const;

function sayCause(trail: Trail): readonly string[] {
  const found = causeFound(trail);
  return found ? [`The cause: ${found.title}; ${causeWords[supportOf(trail, found.id)]}.`] : [];
}

/** The conclusion to which a trail came, where it names a cause. */
export function causeFound(trail: Trail): Conclusion | undefined {
  const at = placeOfTrail(trail);
  const conclusion = at.kind === 'concluded' ? indexPlan(trail.plan).conclusions.get(at.conclusionId) : undefined;
  return conclusion && conclusion.suspectIds.length > 0 ? conclusion : undefined;
}

const sayDone = ({ job: { repairs } }: AccountInput): readonly string[] =>
  repairs.map(({ repair, failedBecause }) =>
    [
      `${sayRepair(repair)}.`,
      ...(repair.condition === '' ? [] : [`Condition found: ${ended(repair.condition)}`]),
      ...(repair.done === '' ? [] : [ended(repair.done)]),
      ...(repair.parts.length > 0 ? [`Parts: ${repair.parts.map(sayPart).join('; ')}.`] : []),
      ...(failedBecause === null ? [] : [`That did not help: ${ended(failedBecause)}`]),
    ].join(' '),
  );

function sayChecked({ job, proof }: AccountInput): readonly string[] {
  const closed = job.proof;
  if (!proof) return job.unprovenBecause === '' ? [] : [`Nothing was proven: ${ended(job.unprovenBecause)}`];
  const shown = proof.points.filter(({ state }) => state === 'shown').map(sayShown);
  const verdict = closed?.verdict ?? proof.verdict;
  const sentence = `${proof.repair ? 'The repair is' : 'That there is no fault'} ${proof.repair ? proofVerdicts[verdict] : 'cannot be proven: it did not show as long as we tried'}`;
  const open = closed?.open ?? openPoints(proof);
  return [
    ...shown,
    ...(verdict === 'proven' ? [] : open.map((one) => `Not shown: ${one}`)),
    `${sentence}${closed && closed.because !== '' ? `: ${ended(closed.because)}` : '.'}`,
  ];
}

/** What was read or done says of itself nothing of what it is about; the other sentences do. */
const sayShown = ({ what, said, again, task }: ProofPoint): string =>
  again ? `${again.title}: ${said}` : task ? `${what}: ${said}` : said;

function sayToKnow({ job }: AccountInput): readonly string[] {
  const temporary = job.repairs.flatMap(({ repair, failedBecause }) =>
    repair.lasts.kind === 'temporary' && failedBecause === null
      ? [`Temporary: ${sayRepair(repair)}. Still to be done: ${repair.lasts.remains}, by ${repair.lasts.dueBy}.`]
      : [],
  );
  const findings = [...job.sideFindings].sort(byUrgency).map(sayNoticed);
  const { watchFor = '', comeBack = '' } = job.proof ?? {};
  return [
    ...temporary,
    ...findings,
    ...(watchFor === '' ? [] : [`Please watch for: ${ended(watchFor)}`]),
    ...(comeBack === '' ? [] : [`Please come back: ${ended(comeBack)}`]),
    ...(job.repairs.some(({ repair }) => repair.isOldPartKept) ? ['The old part is kept; ask for it.'] : []),
  ];
}

/** With what the customer said of it, and who it was. */
function sayNoticed({ finding, answer }: RecordedFinding): string {
  const said = answer
    ? ` You said: ${customerAnswers[answer.answer].toLowerCase()}${answer.saidBy === '' ? '' : ` (${answer.saidBy})`}.`
    : '';
  return `We also noticed: ${ended(sayFinding(finding))} ${urgencies[finding.urgency]}.${said}`;
}
