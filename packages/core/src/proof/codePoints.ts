import {
  type CodeChangeKind,
  type CodeSheet,
  changesBetween,
  codeKey,
  codesByKey,
  compareSheets,
  formatFaultCode,
  hasStatus,
  isSeen,
  parseFaultCode,
  type SheetCode,
  saySelfTest,
} from '../codes/index.js';
import { isMadeByUs, type Job, type JobEvent } from '../job/index.js';
import type { RecordedRepair } from '../repair/index.js';
import { aPoint, type ProofInput, type ProofPoint } from './proof.js';

// What a technician needs for it, with the tablet in hand.
const minutesToClear = 2;
const minutesToRead = 3;
const minutesToDrive = 20;

/**
 * What the code sheets must show: the codes cleared after the repair, those that stood before gone under the conditions under which each came
 * back, nothing new, and an answer of every unit that was silent. Without a sheet nobody has asked the vehicle, and nothing is to be shown.
 */
export function codePoints(input: ProofInput, repair: RecordedRepair | undefined): readonly ProofPoint[] {
  const { job, events, sheets } = input;
  const at = repair ? events.findIndex(({ id }) => id === repair.repairId) : 0;
  const later = events.slice(at);
  if (!repair) return ofNoFault(job, sheetsIn(later, sheets).at(-1));
  // What was read before the repair shows nothing of it, whenever it is kept.
  const [early, read] = parted(sheetsIn(later, sheets), ({ takenAtMs }) => takenAtMs < repair.atMs);
  const before = allThatStood(sheetsIn(events.slice(0, at), sheets));
  if (!before) return ofNoFault(job, read.at(-1));
  const codes = codesToShow(input, before);
  const clearedAt = clearingIn(later);
  const after = read.filter((sheet) => clearedAt !== undefined && placeOf(later, sheet) >= clearedAt);
  const newest = codes.length > 0 ? after.at(-1) : read.at(-1);
  const changes = after.map((sheet) => ({ sheet, kindOf: changesBetween(before, sheet, true) }));
  const cameAtOnce = cameBackAtOnce(events.slice(0, at), sheets);
  const hint = early.length > 0 && !newest ? ' The sheet that was kept since was read before the repair.' : '';
  return [
    ...(codes.length > 0 ? [clearing(clearedAt !== undefined)] : []),
    ...codes.map((code) => codePoint(code, { changes, cameAtOnce, hint })),
    ...(newest ? newCodes(job, before, newest) : []),
    ...unitPoints(before, read.at(-1), hint),
  ];
}

const clearing = (isCleared: boolean): ProofPoint =>
  aPoint('codes', 'cleared', 'The codes cleared after the repair', {
    state: isCleared ? 'shown' : 'missing',
    said: isCleared ? 'The codes were cleared after the repair.' : 'Clear them: only then it shows which come back.',
    minutes: minutesToClear,
  });

/** The newest sheet of several, with every code that was seen on any of them: one that was cleared meanwhile may come back as well. */
function allThatStood(sheets: readonly CodeSheet[]): CodeSheet | undefined {
  const newest = sheets.at(-1);
  const seen = new Map<string, SheetCode>();
  for (const sheet of sheets) for (const [key, code] of codesByKey(sheet)) if (isSeen(code.status)) seen.set(key, code);
  return newest && { ...newest, codes: [...seen.values()] };
}

/** The codes that must stay away: of those that stood, the ones that the plan is about, where it names any of them; those that we made ourselves never count. */
function codesToShow({ job, trails }: ProofInput, before: CodeSheet): readonly SheetCode[] {
  const standing = before.codes.filter((code) => !isMadeByUs(job, code));
  const followed = job.repairs.flatMap(({ repair: { trailId }, failedBecause }) =>
    failedBecause === null ? [trailId === null ? undefined : trails.get(trailId)] : [],
  );
  // A repair that no plan led to may be of any of them.
  if (followed.includes(undefined)) return standing;
  const named = new Set(
    followed.flatMap((trail) =>
      (trail?.plan.appliesTo.codes ?? []).flatMap((text) => parseFaultCode(text)?.code ?? []),
    ),
  );
  const meant = standing.filter(({ code }) => named.has(code));
  return meant.length > 0 ? meant : standing;
}

interface CodeContext {
  /** What became of each code on the sheets that were read since the codes were cleared, in their order. */
  readonly changes: readonly {
    readonly sheet: CodeSheet;
    readonly kindOf: (key: string) => CodeChangeKind | undefined;
  }[];
  readonly cameAtOnce: (code: SheetCode) => boolean;
  /** What is to be said of a sheet that does not count; empty for nothing. */
  readonly hint: string;
}

function codePoint(code: SheetCode, { changes, cameAtOnce, hint }: CodeContext): ProofPoint {
  const name = formatFaultCode(code);
  // One that fails now, or came back at once before, shows at once; of others only a drive tells.
  const isSeenAtOnce = (code.status !== null && hasStatus(code.status, 'testFailed')) || cameAtOnce(code);
  const what = isSeenAtOnce ? `${name} gone` : `${name} gone, after driving too`;
  const point = (state: ProofPoint['state'], said: string, minutes = 0) =>
    aPoint('codes', `code ${codeKey(code)}`, what, { state, said, minutes });
  const key = codeKey(code);
  const found = changes.map(({ sheet, kindOf }) => ({ sheet, kind: kindOf(key) }));
  if (found.some(({ kind }) => kind !== undefined && cameBack.includes(kind)))
    return point('contradicted', `${name} came back after the codes were cleared.`);
  const newest = found.at(-1);
  if (!newest) return point('missing', `Read the codes again.${hint}`, isSeenAtOnce ? minutesToRead : minutesToDrive);
  if (newest.kind === 'notAsked') return point('missing', 'Its unit did not answer; read it again.', minutesToRead);
  if (newest.kind === 'notTested')
    return point('missing', 'Its test has not run since the codes were cleared; drive until it has.', minutesToDrive);
  if (!isSeenAtOnce && newest.sheet.moment !== 'afterDriving')
    return point(
      'missing',
      'Gone for now. It was not failing all the time: read the codes after a drive too.',
      minutesToDrive,
    );
  const gone = isSeenAtOnce ? `${name} is gone.` : `${name} is gone, after driving too.`;
  const tested = codesByKey(newest.sheet).get(key);
  return point('shown', tested ? `${gone} ${saySelfTest(tested)}` : gone);
}

const cameBack: readonly CodeChangeKind[] = ['cameBackAtOnce', 'cameBackAfterDriving', 'stayed'];

/** Which codes had come back at once when they were cleared before. */
function cameBackAtOnce(events: readonly JobEvent[], sheets: readonly CodeSheet[]): (code: SheetCode) => boolean {
  const kept = sheetsIn(events, sheets);
  const back = new Set(
    kept.slice(1).flatMap((sheet, at) => {
      const last = kept[at];
      const cleared = last && events.slice(placeOf(events, last), placeOf(events, sheet)).some(isClearing);
      return cleared
        ? compareSheets(last, sheet, true).codes.flatMap(({ kind, code }) =>
            kind === 'cameBackAtOnce' ? [codeKey(code)] : [],
          )
        : [];
    }),
  );
  return (code) => back.has(codeKey(code));
}

/** Codes that were not there before the repair: something else is wrong, or our work made them. */
const newCodes = (job: Job, before: CodeSheet, newest: CodeSheet): readonly ProofPoint[] =>
  compareSheets(before, newest, true)
    .codes.filter(({ kind, code }) => kind === 'new' && !isMadeByUs(job, code))
    .map(({ code }) =>
      aPoint('codes', `new ${codeKey(code)}`, 'No new code', {
        state: 'contradicted',
        said: `${formatFaultCode(code)} is new since the repair. If our work caused it, say so at the codes.`,
      }),
    );

/** Units that were silent must answer, and none that answered may be silent. */
function unitPoints(before: CodeSheet, newest: CodeSheet | undefined, hint: string): readonly ProofPoint[] {
  const now = new Map(newest?.units.map(({ unitId, answer }) => [unitId, answer]));
  return before.units.flatMap(({ unitId, name, answer }) => {
    const isSilent = now.get(unitId) === 'silent';
    if (answer !== 'silent' && !isSilent) return [];
    const what = `${name || unitId} answers`;
    const point = (state: ProofPoint['state'], said: string) =>
      aPoint('units', `unit ${unitId}`, what, { state, said, minutes: minutesToRead });
    if (isSilent)
      return [
        point(
          'contradicted',
          `${name || unitId} does not answer${answer === 'silent' ? ' still' : ', and did before the repair'}.`,
        ),
      ];
    return [
      now.get(unitId) === 'answered'
        ? point('shown', `${name || unitId} answers again.`)
        : point('missing', `Read all units again.${hint}`),
    ];
  });
}

/** Where nothing was repaired, no code may stand that nobody has explained. */
function ofNoFault(job: Job, sheet: CodeSheet | undefined): readonly ProofPoint[] {
  if (!sheet) return [];
  const standing = sheet.codes.filter((code) => isSeen(code.status) && !isMadeByUs(job, code));
  return [
    aPoint('codes', 'codes', 'No code that speaks of a fault', {
      state: standing.length === 0 ? 'shown' : 'contradicted',
      said:
        standing.length === 0
          ? 'No code stands on the newest sheet.'
          : `${standing.length === 1 ? 'A code stands' : `${standing.length} codes stand`} on the newest sheet: ${standing.slice(0, named).map(formatFaultCode).join(', ')}${standing.length > named ? ' and more' : ''}.`,
    }),
  ];
}

// More are not read in a sentence.
const named = 5;

const isClearing = ({ kind }: JobEvent): boolean => kind === 'codesCleared';

/** Where the codes were cleared last: through the interface, or with another device, after which a sheet was read. */
function clearingIn(events: readonly JobEvent[]): number | undefined {
  const at = events.findLastIndex(isClearing);
  if (at >= 0) return at;
  const sheetAt = events.findIndex((event) => event.kind === 'sheetKept' && event.moment !== 'asFound');
  return sheetAt >= 0 ? sheetAt : undefined;
}

const placeOf = (events: readonly JobEvent[], { sheetId }: CodeSheet): number =>
  events.findIndex((event) => event.kind === 'sheetKept' && event.sheetId === sheetId);

function sheetsIn(events: readonly JobEvent[], sheets: readonly CodeSheet[]): readonly CodeSheet[] {
  const byId = new Map(sheets.map((sheet) => [sheet.sheetId, sheet]));
  return events.flatMap((event) => (event.kind === 'sheetKept' ? (byId.get(event.sheetId) ?? []) : []));
}

function parted<Item>(items: readonly Item[], isFirst: (item: Item) => boolean): readonly [Item[], Item[]] {
  return [items.filter(isFirst), items.filter((item) => !isFirst(item))];
}
