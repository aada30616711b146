import { statusOf } from '@probe-trail/core/codes';
import { encodeValue } from '@probe-trail/core/liveValue';
import type { LineUnit, LiveValueInfo, UnitData } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import type { IdentifiedData, UnitCode } from '../uds/index.js';

type RigCode = Rig['codes'][number];

interface Counted {
  readonly status: number;
  readonly failures: number;
  readonly passes: number;
}

/** The self-test of a code: how it stands, and what the unit kept when it failed. */
export interface UnitTest extends UnitCode, Counted {
  readonly kept: readonly IdentifiedData[];
}

/** The self-tests behind the codes of a stand-in: they run when the vehicle is driven, most also at once. */
export interface SelfTests {
  readonly of: (unit: LineUnit) => readonly UnitTest[];
  readonly clear: (unit: LineUnit) => void;
  readonly drive: () => void;
}

interface TestedVehicle {
  readonly isRepaired: (cause: string | null) => boolean;
  /** What a value is now. */
  readonly numberOf: (unit: LineUnit, value: LiveValueInfo) => number | undefined;
}

const untested = statusOf('notTestedSinceClear', 'notTestedThisCycle');
const passed = statusOf();
// A counter of one byte stays where it is full.
const mostRuns = 255;

export function makeSelfTests(rig: Rig, { isRepaired, numberOf }: TestedVehicle): SelfTests {
  let drives = 0;
  /** How often it had been driven when the codes of a unit were cleared. */
  const clearedAt = new Map<string, number>();

  /** A test that needs the vehicle to move has not run since its code was cleared, until it has moved. */
  const countedOf = (one: RigCode): Counted => {
    const cleared = clearedAt.get(one.unitId);
    if (cleared === undefined) return { status: one.status, failures: one.failures ?? 1, passes: one.passes ?? 0 };
    const runs = Math.min(mostRuns, drives - cleared + (one.returns === 'moving' ? 0 : 1));
    if (runs === 0) return { status: untested, failures: 0, passes: 0 };
    const isBack = one.returns !== 'never' && !isRepaired(one.untilRepaired);
    return isBack ? { status: one.status, failures: runs, passes: 0 } : { status: passed, failures: 0, passes: runs };
  };

  /** What the unit kept when the test failed: of the first visit what the rig says, after clearing what stands now. */
  const keptOf = (unit: LineUnit, failedAt: NonNullable<RigCode['failedAt']>): readonly IdentifiedData[] => {
    const numberWhenFailed = (value: LiveValueInfo) =>
      clearedAt.has(unit.id) ? numberOf(unit, value) : failedAt.find((one) => one.value === value.id)?.is;
    return (unit.data ?? [])
      .filter(({ values }) => values.some(({ id }) => failedAt.some(({ value }) => value === id)))
      .map((known) => ({
        identifier: Number.parseInt(known.identifier, 16),
        data: bytesOfData(known, numberWhenFailed),
      }));
  };

  return {
    of: (unit) =>
      rig.codes
        .filter(({ unitId }) => unitId === unit.id)
        .map((one) => {
          const counted = countedOf(one);
          const { code, failureType, failedAt = [] } = one;
          return { code, failureType, ...counted, kept: counted.failures > 0 ? keptOf(unit, failedAt) : [] };
        }),
    clear: ({ id }) => {
      clearedAt.set(id, drives);
    },
    drive: () => {
      drives += 1;
    },
  };
}

/** What a unit sends for an identifier. */
export function bytesOfData(
  { bytes, values }: UnitData,
  numberOf: (value: LiveValueInfo) => number | undefined,
): Uint8Array {
  const data = new Uint8Array(bytes);
  for (const value of values) data.set(bytesOf(numberOf(value), value), value.at);
  return data;
}

/** A value in its bytes; one that is not there is sent as invalid, or as 0 where the line has no sign for that. */
const bytesOf = (number: number | undefined, value: LiveValueInfo): readonly number[] =>
  encodeValue(number ?? (value.invalid ?? 0) * value.scale + value.offset, value);
