import type { VehicleRepair } from './vehicleRepair.js';

const dayMs = 86_400_000;

/** A visit of a vehicle with the codes that stood on its sheets, each with its unit. */
export interface VisitCodes {
  readonly jobId: string;
  /** When the vehicle came, ms since 1970. */
  readonly atMs: number;
  /** Such as “A10 P0118-15”. */
  readonly codes: readonly string[];
}

/** How far a vehicle had gone at a time. */
interface Odometer {
  readonly km: number;
  readonly atMs: number;
}

/** What is known of a vehicle over its visits. */
export interface VehiclePast {
  readonly repairs: readonly VehicleRepair[];
  readonly visits: readonly VisitCodes[];
  readonly odometer: readonly Odometer[];
}

/** A later visit on which a fault was there again that a repair had helped against. */
export interface FaultReturn {
  readonly jobId: string;
  /** What was the same: the cause or a part that was repaired again, or codes that stood again. */
  readonly by: 'cause' | 'part' | 'code';
  readonly what: readonly string[];
  /** Whole days between the repair and the visit. */
  readonly days: number;
  /** Kilometres driven in between; `null` where the odometer was not read both times. */
  readonly kilometres: number | null;
}

/**
 * The later visits on which the fault of a repair was there again, the first first: the same cause was repaired, or the same part used, or a code of
 * the visit of the repair stood again. Names are the same whatever the case of their letters. One reason is given for each visit: the strongest.
 * A repair that did not help at once has none.
 */
export function returnsAfter(
  repair: VehicleRepair,
  { repairs, visits, odometer }: VehiclePast,
): readonly FaultReturn[] {
  if (repair.failedBecause !== null) return [];
  const codes = new Set(visits.find(({ jobId }) => jobId === repair.jobId)?.codes);
  const later = visits.filter(({ jobId, atMs }) => jobId !== repair.jobId && atMs > repair.atMs);
  return [...later]
    .sort((a, b) => a.atMs - b.atMs)
    .flatMap((visit): FaultReturn[] => {
      const again = repairs.filter(({ jobId }) => jobId === visit.jobId);
      const reason = sameCause(repair, again) ?? samePart(repair, again) ?? sameCode(codes, visit);
      const days = Math.floor((visit.atMs - repair.atMs) / dayMs);
      const kilometres = kilometresBetween(odometer, repair.atMs, visit.atMs);
      return reason ? [{ jobId: visit.jobId, ...reason, days, kilometres }] : [];
    });
}

type Reason = Pick<FaultReturn, 'by' | 'what'>;

const nameOf = (text: string): string => text.trim().toLowerCase();

function sameCause({ repair }: VehicleRepair, again: readonly VehicleRepair[]): Reason | undefined {
  const same = again.find((one) => nameOf(one.repair.cause) === nameOf(repair.cause));
  return same && { by: 'cause', what: [repair.cause] };
}

/** By its number, or by its name where neither has a number. */
function samePart({ repair }: VehicleRepair, again: readonly VehicleRepair[]): Reason | undefined {
  const keysOf = (one: VehicleRepair['repair']) => one.parts.map(({ name, number }) => nameOf(number || name));
  const used = new Set(again.flatMap((one) => keysOf(one.repair)));
  const what = repair.parts.filter(({ name, number }) => used.has(nameOf(number || name))).map(({ name }) => name);
  return what.length > 0 ? { by: 'part', what } : undefined;
}

function sameCode(codes: ReadonlySet<string>, visit: VisitCodes): Reason | undefined {
  const what = visit.codes.filter((code) => codes.has(code));
  return what.length > 0 ? { by: 'code', what } : undefined;
}

/** By the last reading that was taken until then, each time; one that was taken on the day counts for it. */
function kilometresBetween(odometer: readonly Odometer[], fromMs: number, toMs: number): number | null {
  const [from, to] = [readUntil(odometer, fromMs), readUntil(odometer, toMs + dayMs)];
  return from && to && to.atMs > from.atMs ? to.km - from.km : null;
}

const readUntil = (odometer: readonly Odometer[], atMs: number): Odometer | undefined =>
  odometer
    .filter((reading) => reading.atMs <= atMs)
    .reduce<Odometer | undefined>((last, one) => (last && last.atMs > one.atMs ? last : one), undefined);
