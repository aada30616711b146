import { failed, ok, type Result } from '../result/index.js';
import { convert, convertStep, findUnit } from '../units/index.js';
import type { MeterAnswer } from './requests.js';

// Of a number that is told in more places, nobody reads more.
const mostPlaces = 9;

/**
 * What a meter shows as it is typed for a reading of a unit, with as many places as the meter has.
 * @returns a sentence where it shows nothing, or something else
 */
export function textOfMeter(answer: MeterAnswer, symbol: string): Result<string, string> {
  const { shows, value, unit, resolution } = answer;
  if (shows === 'nothing') return failed('The meter shows nothing there. Are its leads where the step wants them?');
  const [own, wanted] = [findUnit(unit), findUnit(symbol)];
  if (!own || !wanted || own.base.quantity !== wanted.base.quantity)
    return failed(`The meter shows ${unit}, and this is read in ${symbol}. Which function is it set to?`);
  if (shows !== 'number' || value === null) return ok(shows === 'below' ? '-OL' : 'OL');
  const converted = convert(value, own, wanted);
  if (!converted.ok) return failed(`The meter shows ${unit}, which cannot be read in ${symbol}.`);
  return ok(inPlaces(converted.value, resolution === null ? 0 : convertStep(resolution, own, wanted)));
}

/** A number that ends at the place which a step is worth; without one, as it is. */
function inPlaces(value: number, step: number): string {
  if (!(step > 0)) return String(Number(value.toPrecision(mostPlaces)));
  const places = Math.ceil(-Math.log10(step) - 1e-9);
  if (places >= 0) return value.toFixed(Math.min(places, mostPlaces));
  const last = 10 ** -places;
  return String(Math.round(value / last) * last);
}
