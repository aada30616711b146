import { failed, ok, type Result } from '../result/index.js';

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
 * @returns the distance in kilometres, rounded down
 */
export function parseOdometer(text: string, unit: DistanceUnit): Result<number, OdometerProblem> {
  const match = /^([\d\s.,’']+?)\s*(km|mi|miles?)?$/i.exec(text.trim());
  if (!match) return failed({ kind: 'notADistance', got: text });
  const digits = (match[1] ?? '').replace(/[\s.,’'](?=\d{3}(?!\d))/g, '').replace(',', '.');
  const value = digits === '' ? Number.NaN : Number(digits);
  if (!Number.isFinite(value)) return failed({ kind: 'notADistance', got: text });
  const isMiles = match[2] ? match[2].toLowerCase().startsWith('mi') : unit === 'mi';
  const km = Math.floor(isMiles ? value * kmPerMile : value);
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
