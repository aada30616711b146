import type { InstrumentFunction } from '@probe-trail/core/instrument';
import { readNumber, shortHeader, type ToldNumber } from '../scpi/index.js';
import { identityOf } from './identityOf.js';
import { InstrumentFailed, InstrumentRefused, type ScpiLink } from './scpiLink.js';

/** What a meter is asked for. */
export interface MeterQuestion {
  readonly measures: InstrumentFunction;
  /** What is expected at most, in the unit of the function; `null`: it finds its range by itself. */
  readonly range: number | null;
}

/** What a meter shows, in the unit of the function. */
export interface MeterReading {
  readonly told: ToldNumber;
  readonly unit: string;
  /** The end of the range that it used, and what its last place is worth; `null` where it does not say. */
  readonly range: number | null;
  readonly resolution: number | null;
  /** Maker, model, number and version, as it says them. */
  readonly identity: string;
}

interface MeterFunction {
  /** Below `CONFigure`: SCPI-99 volume 2, 3.1. */
  readonly configure: string;
  /** Below `SENSe`; `null` where it has no ranges. */
  readonly sense: string | null;
  readonly unit: string;
}

const functions: Readonly<Partial<Record<InstrumentFunction, MeterFunction>>> = {
  dcVolts: { configure: 'VOLTage:DC', sense: 'VOLTage:DC', unit: 'V' },
  acVolts: { configure: 'VOLTage:AC', sense: 'VOLTage:AC', unit: 'V' },
  ohms: { configure: 'RESistance', sense: 'RESistance', unit: 'Ω' },
  continuity: { configure: 'RESistance', sense: 'RESistance', unit: 'Ω' },
  dcAmps: { configure: 'CURRent:DC', sense: 'CURRent:DC', unit: 'A' },
  clampAmps: { configure: 'CURRent:DC', sense: 'CURRent:DC', unit: 'A' },
  frequency: { configure: 'FREQuency', sense: null, unit: 'Hz' },
  dutyCycle: { configure: 'PDUTycycle', sense: null, unit: '%' },
  temperature: { configure: 'TEMPerature', sense: null, unit: '°C' },
};

/** The unit in which a meter tells what it measures over the network; `undefined` where it does not measure that. */
export const unitOfMeter = (measures: InstrumentFunction): string | undefined => functions[measures]?.unit;

// A meter that averages, or waits for the mains, takes its time.
const readingMs = 10_000;
const askedAfterMs = 1000;

/**
 * Sets a meter to a function and takes one reading.
 * @throws InstrumentFailed
 */
export async function readMeter(
  link: ScpiLink,
  name: string,
  { measures, range }: MeterQuestion,
): Promise<MeterReading> {
  const asked = functions[measures];
  if (!asked) throw new InstrumentFailed(`${name} is not read over the network for this.`);
  const identity = await identityOf(link);
  const expected = range === null || asked.sense === null ? '' : ` ${range}`;
  await link.tell(`CONFigure:${asked.configure}${expected}`);
  const answer = await link.ask('READ?', readingMs);
  const told = readNumber(answer);
  if (!told.ok) throw new InstrumentFailed(`${name} answers with no reading: ${told.problem}`);
  const setting = async (word: string) => {
    if (asked.sense === null) return null;
    return numberIfKnown(link, `${shortHeader(asked.sense)}:${word}?`);
  };
  const [rangeEnd, resolution] = [await setting('RANG'), await setting('RES')];
  return {
    told: told.value,
    unit: asked.unit,
    range: rangeEnd,
    resolution: resolution ?? placeOf(told.value),
    identity,
  };
}

/** What the last place of a number is worth as it was told. */
function placeOf(told: ToldNumber): number | null {
  if (told.kind !== 'number') return null;
  const [, decimals = '', exponent = '0'] = /^[^.eE]*(?:\.(\d*))?(?:[eE](.*))?$/.exec(told.text) ?? [];
  return Number(`1e${Number(exponent) - decimals.length}`);
}

// No range is larger.
const largestSetting = 1e12;

/** Not every meter says how it is set; that spoils no reading. */
async function numberIfKnown(link: ScpiLink, query: string): Promise<number | null> {
  try {
    const told = readNumber(await link.ask(query, askedAfterMs));
    const value = told.ok && told.value.kind === 'number' ? told.value.value : 0;
    return value > 0 && value < largestSetting ? value : null;
  } catch (error) {
    if (error instanceof InstrumentRefused) return null;
    throw error;
  }
}
