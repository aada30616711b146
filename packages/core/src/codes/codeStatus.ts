/** Bits of the status of a code: ISO 14229-1, D.2 (DTCStatusMask). */
export const statusBits = {
  testFailed: 0x01,
  failedThisCycle: 0x02,
  pending: 0x04,
  confirmed: 0x08,
  notTestedSinceClear: 0x10,
  failedSinceClear: 0x20,
  notTestedThisCycle: 0x40,
  warningLamp: 0x80,
} as const;

export type StatusBit = keyof typeof statusBits;

export const hasStatus = (status: number, bit: StatusBit): boolean => (status & statusBits[bit]) !== 0;

/** A status byte from its bits. */
export const statusOf = (...bits: readonly StatusBit[]): number =>
  bits.reduce((status, bit) => status | statusBits[bit], 0);

/** The status in a technician's words; a status that was not given says so. */
export function sayStatus(status: number | null): string {
  if (status === null) return 'status not given';
  const words = [
    hasStatus(status, 'testFailed') ? 'failing now' : hasStatus(status, 'confirmed') ? 'stored' : undefined,
    hasStatus(status, 'pending') && !hasStatus(status, 'confirmed') ? 'pending' : undefined,
    hasStatus(status, 'notTestedSinceClear') ? 'not tested since clearing' : undefined,
    hasStatus(status, 'warningLamp') ? 'lamp on' : undefined,
  ].filter((word): word is string => word !== undefined);
  return words.length > 0 ? words.join(', ') : 'passed';
}

/** What reports call a status, in their many words; the first that fits a word counts. */
const words: readonly (readonly [RegExp, readonly StatusBit[]])[] = [
  [
    /\b(present|current(?:ly)?(?: active)?|active|static|failing(?: now)?|test failed)\b/gi,
    ['testFailed', 'confirmed'],
  ],
  [/\b(pending)\b/gi, ['pending']],
  [
    /\b(stored|historic(?:al)?|history|confirmed|passive|intermittent|sporadic|not present|inactive)\b/gi,
    ['confirmed'],
  ],
  [/\b(not (?:yet )?tested|incomplete|not complete)\b/gi, ['notTestedSinceClear']],
  [/\b(mil on|lamp on|warning lamp)\b/gi, ['warningLamp']],
];

export interface FoundStatus {
  readonly status: number | null;
  /** The text without the words that gave the status. */
  readonly rest: string;
}

/** Finds status words in a piece of a report, or a status byte written as hexadecimal with `0x`. */
export function findStatus(text: string): FoundStatus {
  const byte = /\b(?:status\s*[:=]?\s*)?0x([0-9a-f]{2})\b/i.exec(text);
  if (byte) return { status: Number.parseInt(byte[1] ?? '0', 16), rest: text.replace(byte[0], ' ') };
  let status: number | null = null;
  let rest = text;
  // “not present” must not leave “present” to be found.
  for (const [pattern, bits] of [...words].reverse())
    rest = rest.replace(pattern, () => {
      status = (status ?? 0) | statusOf(...bits);
      return ' ';
    });
  return { status, rest };
}
