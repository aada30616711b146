import { decodeFaultCode, type SheetCode, sayDecoded } from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';

/** What a code says: the report's own words, the line's, or what its structure tells; with the failure type where it has one. */
export function sayCode(code: SheetCode, line: Line | undefined): string {
  const known = code.text || line?.codes.find((one) => one.code === code.code)?.text;
  const decoded = decodeFaultCode(code);
  if (!known) return sayDecoded(decoded);
  return decoded.failure ? `${known}; ${decoded.failure}` : known;
}
