import type { Line } from '../vehicle/index.js';
import { type CodeSheet, codeKey, type SheetCode } from './codeSheet.js';
import { isSeen, isUntested } from './codeStatus.js';

/** One thing on a sheet that wants a cause: a code that counts, or a unit that is silent. */
export type Affected =
  | { readonly kind: 'code'; readonly code: SheetCode; readonly things: readonly string[] }
  | { readonly kind: 'silentUnit'; readonly unitId: string; readonly things: readonly string[] };

/** Something that several affected things share, and that could be the one cause of them all. */
export interface CommonCause {
  readonly id: string;
  readonly kind: 'bus' | 'feed' | 'ground' | 'accused' | 'reporting';
  readonly name: string;
  readonly explains: readonly Affected[];
  /** Units and parts that hang on it too and are well. */
  readonly healthy: readonly string[];
}

type Sheet = Pick<CodeSheet, 'units' | 'codes'>;

// How much one affected and one healthy thing weigh, as log likelihood ratios. A supply that has failed takes what hangs
// on it along nine times out of ten; a thing fails by itself once in twenty: ln(0.9 / 0.05) and ln(0.1 / 0.95).
const forEachAffected = Math.log(0.9 / 0.05);
const forEachHealthy = Math.log(0.1 / 0.95);

/**
 * What the codes and silent units of one sheet have in common, the best explanation first: a bus, a feed, a ground, one accused
 * unit or part, or the one unit that reports. A candidate explains two affected things at least.
 * Codes whose test has not run or has passed want no cause.
 * @param isMadeByUs codes that the technician made, such as by unplugging: they do not count
 */
export function findCommonCauses(
  sheet: Sheet,
  line: Line,
  isMadeByUs: (code: SheetCode) => boolean = () => false,
): readonly CommonCause[] {
  const affected = affectedOf(sheet, line, isMadeByUs);
  const world = { affected, ill: new Set(affected.flatMap(({ things }) => things)), well: wellThings(sheet, line) };
  return [...supplyCauses(line, world), ...accusedCauses(line, world), ...reportingCauses(sheet, line, world)]
    .filter(({ explains }) => explains.length > 1)
    .map((cause) => ({ cause, score: scoreOf(cause) }))
    .sort((a, b) => b.score - a.score || a.cause.healthy.length - b.cause.healthy.length)
    .map(({ cause }) => cause);
}

const scoreOf = ({ explains, healthy }: CommonCause) =>
  explains.length * forEachAffected + healthy.length * forEachHealthy;

interface World {
  readonly affected: readonly Affected[];
  /** Ids of units and parts that something speaks against. */
  readonly ill: ReadonlySet<string>;
  /** Ids of units and parts of which the sheet could have complained, but did not. */
  readonly well: readonly string[];
}

function affectedOf(
  { units, codes }: Sheet,
  line: Line,
  isMadeByUs: (code: SheetCode) => boolean,
): readonly Affected[] {
  const accusedBy = new Map(line.codes.map(({ code, accuses }) => [code, accuses]));
  return [
    ...units
      .filter(({ answer }) => answer === 'silent')
      .map(({ unitId }) => ({ kind: 'silentUnit' as const, unitId, things: [unitId] })),
    ...unique(codes)
      .filter((code) => isSeen(code.status) && !isMadeByUs(code))
      .map((code) => {
        const accused = accusedBy.get(code.code) ?? [];
        // A code that speaks of nothing known speaks of the unit that reports it.
        return { kind: 'code' as const, code, things: accused.length > 0 ? accused : [code.unitId] };
      }),
  ];
}

const unique = (codes: readonly SheetCode[]) => [...new Map(codes.map((code) => [codeKey(code), code])).values()];

/** Units that answered; and parts that such a unit watches, as it has a code for them, and whose test has run as far as the sheet says. */
function wellThings({ units, codes }: Sheet, line: Line): readonly string[] {
  const untested = new Set(codes.filter(({ status }) => isUntested(status)).map(({ code }) => code));
  const unknown = new Set(line.codes.filter(({ code }) => untested.has(code)).flatMap(({ accuses }) => accuses));
  const answered = units.filter(({ answer }) => answer === 'answered').map(({ unitId }) => unitId);
  const watched = new Set(answered.flatMap((unitId) => [...watchedBy(line, unitId)]));
  return [...answered, ...line.parts.filter(({ id }) => watched.has(id) && !unknown.has(id)).map(({ id }) => id)];
}

/** Ids of what a unit could accuse. */
const watchedBy = ({ codes }: Line, unitId: string): ReadonlySet<string> =>
  new Set(codes.filter(({ reportedBy }) => reportedBy.includes(unitId)).flatMap(({ accuses }) => accuses));

function supplyCauses(line: Line, { affected, ill, well }: World): CommonCause[] {
  const hangsOn = new Map([...line.units, ...line.parts].map((thing) => [thing.id, new Set(thing.hangsOn)]));
  return line.supplies.map(({ id, kind, name }) => {
    const hangs = (thing: string) => hangsOn.get(thing)?.has(id) ?? false;
    return {
      id,
      kind,
      name,
      explains: affected.filter(({ things }) => things.some(hangs)),
      healthy: well.filter((thing) => hangs(thing) && !ill.has(thing)),
    };
  });
}

function accusedCauses(line: Line, { affected, ill }: World): CommonCause[] {
  const names = new Map([...line.units, ...line.parts].map(({ id, name }) => [id, name]));
  return [...ill].map((id) => ({
    id,
    kind: 'accused' as const,
    name: names.get(id) ?? id,
    explains: affected.filter(({ things }) => things.includes(id)),
    healthy: [],
  }));
}

/** The unit that reports may itself be at fault; what it watches and finds well speaks against that. */
function reportingCauses({ units }: Sheet, line: Line, { affected, ill, well }: World): CommonCause[] {
  return units
    .filter(({ answer }) => answer === 'answered')
    .map(({ unitId, name }) => {
      const watched = watchedBy(line, unitId);
      return {
        id: unitId,
        kind: 'reporting' as const,
        name,
        explains: affected.filter(
          (one) => one.kind === 'code' && one.code.unitId === unitId && !one.things.includes(unitId),
        ),
        healthy: well.filter((thing) => watched.has(thing) && !ill.has(thing)),
      };
    });
}
