import { array, number, string } from 'yup';
import type { FaultCode } from '../codes/index.js';
import { type Checked, closedObject, draftText, idText } from '../schema/index.js';
import { meaningsOf, soundsLike } from './words.js';

const texts = (maximum: number) => array(string().required().max(200)).required().max(maximum);

/** A short text about a known trouble, with what it applies to. */
export const bulletinSchema = closedObject({
  id: idText(),
  title: draftText(160),
  text: draftText(5000),
  lines: texts(50),
  engines: texts(50),
  fromYear: number().nullable().defined().integer().min(1900).max(2100),
  toYear: number().nullable().defined().integer().min(1900).max(2100),
  codes: texts(100),
  complaints: texts(50),
});

export const bulletinsFileSchema = array(bulletinSchema.required()).required().max(1000);

export type Bulletin = Checked<typeof bulletinSchema>;

interface BulletinRequest {
  readonly codes: readonly FaultCode[];
  readonly complaint: string;
  readonly line: string;
  readonly engine: string;
  readonly modelYear: number | null;
}

// One word is chance (“engine”); two in one phrase are not.
const wordsInCommon = 2;

/**
 * The bulletins for this vehicle that speak of one of its codes or of its complaint.
 * One that names no codes and no complaints is for every vehicle of its lines. A year that is not known keeps none away.
 */
export function matchBulletins(bulletins: readonly Bulletin[], request: BulletinRequest): readonly Bulletin[] {
  const said = meaningsOf(request.complaint);
  const codes = new Set(request.codes.map(({ code }) => code));
  return bulletins.filter((bulletin) => isForVehicle(bulletin, request) && speaksOf(bulletin, codes, said));
}

function isForVehicle(
  { lines, engines, fromYear, toYear }: Bulletin,
  { line, engine, modelYear }: BulletinRequest,
): boolean {
  if (lines.length > 0 && !lines.includes(line)) return false;
  if (engines.length > 0 && !engines.includes(engine)) return false;
  return modelYear === null || ((fromYear ?? modelYear) <= modelYear && modelYear <= (toYear ?? modelYear));
}

function speaksOf({ codes, complaints }: Bulletin, present: ReadonlySet<string>, said: ReadonlySet<string>): boolean {
  if (codes.length === 0 && complaints.length === 0) return true;
  return (
    codes.some((code) => present.has(code)) ||
    complaints.some((phrase) => soundsLike(phrase, said).length >= wordsInCommon)
  );
}
