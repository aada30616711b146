import { type FaultCode, isSeen, type SelfTest, type SelfTestCondition, type SheetCode } from '@probe-trail/core/codes';
import { decodeValue } from '@probe-trail/core/liveValue';
import type { CodeCounter, LineUnit } from '@probe-trail/core/vehicle';
import type { VehicleLink } from '@probe-trail/vehicle/client';
import { type ExtendedRecord, everyRecord, type UnitCode } from '@probe-trail/vehicle/uds';
import { askUnit } from './askUnit.js';
import type { WatchedCode } from './vehicleInterface.js';

// Each takes two requests more; of a unit that is full of codes the first tell enough.
const mostTests = 20;
// As many, and as large, as a sheet keeps them.
const [mostConditions, largest] = [64, 1e9];

interface ToldCodes {
  readonly watched: readonly WatchedCode[];
  readonly told: readonly UnitCode[];
  readonly signal: AbortSignal;
}

/** Codes that stood on this vehicle and of which the unit tells nothing by itself, as their tests have passed: with their status. */
export async function passedCodes(
  link: VehicleLink,
  unit: LineUnit,
  { watched, told, signal }: ToldCodes,
): Promise<readonly UnitCode[]> {
  const keyOf = ({ code, failureType }: Pick<UnitCode, 'code' | 'failureType'>) => `${code} ${failureType}`;
  const known = new Set(told.map(keyOf));
  const missing = new Set(
    watched
      .filter(({ unitId }) => unitId === unit.id)
      .map(keyOf)
      .filter((key) => !known.has(key)),
  );
  if (missing.size === 0) return [];
  const reply = await askUnit(link, unit, { kind: 'supportedCodes' }, { signal });
  return reply.answer === 'answered' ? reply.response.codes.filter((code) => missing.has(keyOf(code))) : [];
}

interface ToldTests {
  readonly told: readonly UnitCode[];
  /** What the units of the line count of each code. */
  readonly counters: readonly CodeCounter[];
  /** What a code says, by its line. */
  readonly textOf: ReadonlyMap<string, string>;
  readonly signal: AbortSignal;
}

/** Codes as a sheet has them, each with what the unit tells of its self-test. A unit that falls silent over it is asked for no more of them. */
export async function withSelfTests(
  link: VehicleLink,
  unit: LineUnit,
  { told, counters, textOf, signal }: ToldTests,
): Promise<readonly SheetCode[]> {
  const codes: SheetCode[] = [];
  let isAsked = true;
  for (const { code, failureType, status } of told) {
    const asked = isAsked && codes.length < mostTests;
    const selfTest = asked ? await selfTestOf(link, unit, { code, failureType, status }, { counters, signal }) : null;
    if (selfTest === 'silent') isAsked = false;
    codes.push({
      unitId: unit.id,
      code,
      failureType,
      text: textOf.get(code) ?? '',
      status,
      selfTest: selfTest === 'silent' ? null : selfTest,
    });
  }
  return codes;
}

/** What a unit tells of the self-test of a code; `null` where it tells nothing. Snapshots are only kept of tests that failed. */
async function selfTestOf(
  link: VehicleLink,
  unit: LineUnit,
  { code, failureType, status }: UnitCode,
  { counters, signal }: Pick<ToldTests, 'counters' | 'signal'>,
): Promise<SelfTest | null | 'silent'> {
  const about = { code: { code, failureType }, record: everyRecord };
  const counted = await askUnit(link, unit, { kind: 'extendedData', ...about }, { signal });
  if (counted.answer === 'silent') return 'silent';
  const records = counted.answer === 'answered' ? counted.response.records : [];
  const test = { failures: countIn(records, counters, 'failures'), passes: countIn(records, counters, 'passes') };
  const conditions = isSeen(status) ? await conditionsOf(link, unit, about, signal) : [];
  return test.failures === null && test.passes === null && conditions.length === 0 ? null : { ...test, conditions };
}

/** `null` where the line does not say which record counts it, or the unit does not send that. */
function countIn(
  records: readonly ExtendedRecord[],
  counters: readonly CodeCounter[],
  counts: CodeCounter['counts'],
): number | null {
  const counter = counters.find((one) => one.counts === counts);
  const record = counter && records.find((one) => one.record === Number.parseInt(counter.record, 16));
  return record ? record.data.reduce((sum, byte) => sum * 256 + byte, 0) : null;
}

/** What stood when a test failed first, by the values that the line knows. */
async function conditionsOf(
  link: VehicleLink,
  unit: LineUnit,
  about: { readonly code: FaultCode; readonly record: number },
  signal: AbortSignal,
): Promise<readonly SelfTestCondition[]> {
  const kept = await askUnit(link, unit, { kind: 'snapshots', ...about }, { signal });
  const first = kept.answer === 'answered' ? kept.response.records[0] : undefined;
  const conditions = (first?.values ?? []).flatMap(({ identifier, data }) => {
    const known = unit.data?.find((one) => Number.parseInt(one.identifier, 16) === identifier);
    return (known?.values ?? []).flatMap((value) => {
      const number = decodeValue(data, value);
      return number === undefined || Math.abs(number) > largest
        ? []
        : [{ name: value.name, value: number, unit: value.unit }];
    });
  });
  return conditions.slice(0, mostConditions);
}
