import { formatReading } from '../reading/index.js';
import type { TakenReading } from './trail.js';

/** A taken reading in a few words: its number, or what was seen. */
export function sayTaken({ reading, verdict, rows }: Pick<TakenReading, 'reading' | 'verdict' | 'rows'>): string {
  if (reading) return formatReading(reading);
  // A count and a series say more in their note than in the name of their zone; a short one fits.
  return rows.length === 0 && verdict.note !== '' && verdict.kind !== 'noLimit' ? verdict.note : verdict.zone.name;
}
