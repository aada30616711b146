import { failed, ok, type Result } from '../result/index.js';
import { type Doubt, findDoubt } from '../spec/index.js';

export type DistanceUnit = 'km' | 'mi';

const kmPerMile = 1.609344;
/** More than any vehicle has driven; a longer number is a slip of the finger. */
const mostKm = 5_000_000;

export type OdometerProblem =
  | { readonly kind: 'notADistance'; readonly got: string }
  | { readonly kind: 'tooFar'; readonly got: string };

/**
 * Reads a typed odometer: whole kilometres or miles, thousands set apart as people do (`84 210`, `84.210`, `84,210`).
 * @param unit what a number without unit is in
 * @returns the distance in whole kilometres
 */
export function parseOdometer(text: string, unit: DistanceUnit): Result<number, OdometerProblem> {
  const match = /^([\d\s.,’']+?)\s*(km|mi|miles?)?$/i.exec(text.trim());
  if (!match) return failed({ kind: 'notADistance', got: text });
  const digits = (match[1] ?? '').replace(/[\s.,’'](?=\d{3}(?!\d))/g, '').replace(',', '.');
  const value = digits === '' ? Number.NaN : Number(digits);
  if (!Number.isFinite(value)) return failed({ kind: 'notADistance', got: text });
  const isMiles = match[2] ? match[2].toLowerCase().startsWith('mi') : unit === 'mi';
  // To the nearest: so whole miles come back as they were typed.
  const km = isMiles ? Math.round(Math.floor(value) * kmPerMile) : Math.floor(value);
  return km > mostKm ? failed({ kind: 'tooFar', got: text }) : ok(km);
}

export function sayOdometerProblem({ kind, got }: OdometerProblem): string {
  return kind === 'tooFar'
    ? `“${got}” is further than any vehicle has driven. Type what the odometer shows, such as 84 210 km.`
    : `“${got}” is not a distance. Type what the odometer shows, such as 84 210 km.`;
}

/** A distance as people read it, in whole units: `84 210 km`, `52 326 mi`. */
export function formatDistance(km: number, unit: DistanceUnit): string {
  const whole = Math.round(unit === 'mi' ? km / kmPerMile : km);
  return `${String(whole).replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f')} ${unit}`;
}

// More than a bus drives between two visits in years.
const mostKmBetween = 100_000;

/**
 * What is to be asked about an odometer as it was typed: it is far more than the last one, as with a digit too many. That it shows less than before
 * is asked by whoever keeps it, with the reason.
 * @param lastKm what it showed last; `undefined` where nobody has read it
 */
export function odometerDoubt(
  text: string,
  unit: DistanceUnit,
  lastKm: number | undefined,
): { readonly doubt: Doubt; readonly asTyped: string } | undefined {
  const typed = parseOdometer(text, unit);
  if (!typed.ok || lastKm === undefined) return undefined;
  const reading = { kind: 'exact', value: typed.value, resolution: 1, unit: 'km', text: String(typed.value) } as const;
  const doubt = findDoubt(reading, { usual: { least: 0, most: lastKm + mostKmBetween } });
  if (!doubt) return undefined;
  const slips = doubt.slips.flatMap((slip) => {
    const km = slip.kind === 'point' ? parseOdometer(slip.text, 'km') : undefined;
    return km?.ok && km.value >= lastKm ? [{ ...slip, text: formatDistance(km.value, unit) }] : [];
  });
  const message = `${formatDistance(typed.value, unit)} is far more than ${formatDistance(lastKm, unit)}, which it showed last. What does it show?`;
  return { doubt: { ...doubt, message, slips }, asTyped: formatDistance(typed.value, unit) };
}
