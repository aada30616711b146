import { commaMeanings, formatQuantity, formatReading, parseReading, type Reading } from '../reading/index.js';
import { canBeNegative, convert, findUnitOf, type Quantity, type Unit, unitOf, withDatum } from '../units/index.js';
import { type Exact, findSlips, type Slip, slipsBy } from './findSlips.js';
import { type ZoneLine, zoneIndexAt } from './zonesOf.js';

/** A reading that may not be what the meter showed: it is asked about, never corrected by itself. */
export interface Doubt {
  /** The question for the technician. */
  readonly message: string;
  /** What it may have shown instead; none where nothing usual would explain it. */
  readonly slips: readonly Slip[];
  /** Whether what was typed, as it was read, is one of the answers. */
  readonly asTyped: boolean;
}

/** What a reading is held against. */
export interface DoubtContext {
  /** The limits, where there are some here and now. */
  readonly line?: ZoneLine | undefined;
  /** Absolute pressure of the surrounding air in kPa, where it is known. */
  readonly ambientKPa?: number | undefined;
  /** The largest that the instrument shows, in the unit of the reading. */
  readonly instrumentEnd?: number | undefined;
  /** What it can be here, in the unit of the reading; where nothing is known, what is met at vehicles counts. */
  readonly usual?: { readonly least: number; readonly most: number } | undefined;
}

/**
 * The most that is met at a vehicle of 12 V or 24 V, in a unit known here. Voltage: class A of ISO 6469-3, up to 60 V DC. A quantity that is not
 * here can be anything.
 */
const mostMet: Partial<Readonly<Record<Quantity, readonly [most: number, unit: string]>>> = {
  voltage: [60, 'V'],
  current: [2000, 'A'],
  resistance: [200, 'MΩ'],
  frequency: [100, 'MHz'],
  temperature: [1500, '°C'],
  temperatureDifference: [1500, 'Δ°C'],
  pressure: [300, 'MPa'],
  speed: [30_000, 'rpm'],
  velocity: [400, 'km/h'],
  torque: [5000, 'Nm'],
  power: [1000, 'kW'],
  capacitance: [1, 'F'],
  inductance: [100, 'H'],
  charge: [1000, 'Ah'],
  massFlow: [5000, 'g/s'],
};

// Limits of a step say more than what is usual: so many times beyond the outermost is no reading of it.
const beyondLimits = 3;

/** What is to be asked about a reading before it is recorded; `undefined` where nothing is. */
export function findDoubt(reading: Reading, context: DoubtContext): Doubt | undefined {
  if (reading.kind !== 'exact') return undefined;
  const unit = unitOf(reading.unit);
  return (
    commaDoubt(reading) ??
    datumDoubt(reading, unit) ??
    signDoubt(reading) ??
    tooMuch(reading, unit, context) ??
    slipDoubt(reading, context)
  );
}

const isIn = (line: ZoneLine, value: number): boolean => line.zones[zoneIndexAt(line, value)]?.ok === true;

/** `1,250` can be 1.25 and 1250: both are offered. */
function commaDoubt(reading: Exact): Doubt | undefined {
  const meanings = commaMeanings(reading.text);
  if (meanings?.decimal === undefined) return undefined;
  const slips = [meanings.decimal, meanings.thousands].flatMap((text): Slip[] => {
    const read = parseReading(text, { unit: reading.unit });
    return read.ok ? [{ kind: 'comma', text: formatReading(read.value) }] : [];
  });
  const message = `The comma of “${reading.text.trim()}” can be a decimal mark or part thousands. Which did the meter show?`;
  return { message, slips, asTyped: false };
}

/** A pressure without its zero, where an absolute one is wanted: most gauges count from the air. */
function datumDoubt(reading: Exact, unit: Unit): Doubt | undefined {
  if (unit.datum !== 'absolute') return undefined;
  const typed = findUnitOf(unitTextOf(reading.text), 'pressure');
  if (!typed || typed.datum) return undefined;
  const digits = reading.text
    .trim()
    .slice(0, reading.text.trim().length - unitTextOf(reading.text).length)
    .trim();
  const slips = (['gauge', 'absolute'] as const).map(
    (datum): Slip => ({ kind: 'datum', text: `${digits} ${withDatum(typed, datum).symbol}` }),
  );
  return {
    message: `“${reading.text.trim()}” does not say what it counts from, and this step wants the absolute pressure. Which did the gauge show?`,
    slips,
    asTyped: false,
  };
}

const unitTextOf = (text: string): string => text.replace(/^[^a-zµμΩ°%"]*/i, '').trim();

/** Ohms below nothing: the sign is a slip, or the meter saw a voltage. */
function signDoubt(reading: Exact): Doubt | undefined {
  if (reading.value >= 0 || canBeNegative(reading.unit)) return undefined;
  return {
    message: `${formatReading(reading)}: nothing of this kind is less than none. Which did the meter show?`,
    slips: [{ kind: 'sign', text: formatReading({ ...reading, value: -reading.value }) }],
    asTyped: true,
  };
}

/** Beyond what the instrument shows, or what the circuit can have. */
function tooMuch(reading: Exact, unit: Unit, context: DoubtContext): Doubt | undefined {
  const { line, instrumentEnd } = context;
  const { least, most } = context.usual ?? usualIn(unit, line);
  const size = Math.abs(reading.value);
  const isBeyondInstrument = instrumentEnd !== undefined && size > instrumentEnd * (1 + 1e-9);
  const isBelow = context.usual !== undefined && size < least;
  if (!isBeyondInstrument && size <= most && !isBelow) return undefined;
  const shown = formatReading(reading);
  const why = isBeyondInstrument
    ? `${shown} is more than the instrument can show, which ends at ${formatQuantity(instrumentEnd, reading.unit)}.`
    : isBelow
      ? `${shown} is less than can be here.`
      : `${shown} is more than can be here.`;
  const end = Math.min(most, instrumentEnd ?? Number.POSITIVE_INFINITY);
  const isUsual = (value: number) => Math.abs(value) <= end && Math.abs(value) >= least;
  const inSpec = line ? slipsBy(reading, unit, (value) => isUsual(value) && isIn(line, value)) : [];
  const near = line ? (value: number) => isUsual(value) && isNear(line, value) : context.usual ? isUsual : undefined;
  const slips = inSpec.length > 0 || !near ? inSpec : slipsBy(reading, unit, near);
  return { message: `${why} Which did the meter show?`, slips, asTyped: true };
}

/** Whether a value is of the size of the limits: a fault shows near them more often than a thousand times off. */
function isNear({ cuts }: ZoneLine, value: number): boolean {
  const sizes = cuts.map(Math.abs).filter((size) => size > 0);
  const [smallest, largest] = [Math.min(...sizes), Math.max(...sizes)];
  return Math.abs(value) >= smallest / 10 && Math.abs(value) <= largest * 2;
}

function usualIn(unit: Unit, line: ZoneLine | undefined): { readonly least: number; readonly most: number } {
  const met = mostMet[unit.base.quantity];
  const inUnit = met && convert(met[0], unitOf(met[1]), { ...unit, datum: undefined });
  if (!inUnit?.ok) return { least: 0, most: Number.POSITIVE_INFINITY };
  const outermost = Math.max(0, ...(line?.cuts ?? []).map(Math.abs));
  return { least: 0, most: Math.max(inUnit.value, beyondLimits * outermost) };
}

/** Out of spec, and in spec after one usual slip. */
function slipDoubt(reading: Exact, { line, ambientKPa }: DoubtContext): Doubt | undefined {
  const slips = line ? findSlips(line, reading, ambientKPa) : [];
  if (slips.length === 0) return undefined;
  const shown = /[a-zΩµ°%]/i.test(reading.text) ? reading.text.trim() : formatReading(reading);
  const wouldBe = slips.map(({ text }) => text).join(' or ');
  return {
    message: `${shown} is out of spec. ${wouldBe} would be in. Which did the meter show?`,
    slips,
    asTyped: true,
  };
}
