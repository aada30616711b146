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

/** What reports call a status, in their many words. */
const statusWords: Readonly<Record<string, readonly StatusBit[]>> = {
  present: ['testFailed', 'confirmed'],
  current: ['testFailed', 'confirmed'],
  currently: ['testFailed', 'confirmed'],
  active: ['testFailed', 'confirmed'],
  static: ['testFailed', 'confirmed'],
  failing: ['testFailed', 'confirmed'],
  'failing now': ['testFailed', 'confirmed'],
  'test failed': ['testFailed', 'confirmed'],
  pending: ['pending'],
  stored: ['confirmed'],
  historic: ['confirmed'],
  historical: ['confirmed'],
  history: ['confirmed'],
  confirmed: ['confirmed'],
  passive: ['confirmed'],
  inactive: ['confirmed'],
  intermittent: ['confirmed'],
  sporadic: ['confirmed'],
  'not present': ['confirmed'],
  'not tested': ['notTestedSinceClear'],
  'not yet tested': ['notTestedSinceClear'],
  'not complete': ['notTestedSinceClear'],
  incomplete: ['notTestedSinceClear'],
  'mil on': ['warningLamp'],
  'lamp on': ['warningLamp'],
  'warning lamp': ['warningLamp'],
};

// One pass for all words; longer ones first, so that “not present” does not leave “present” to be found.
const anyStatusWord = new RegExp(
  `\\b(?:${Object.keys(statusWords)
    .sort((a, b) => b.length - a.length)
    .join('|')})\\b`,
  'gi',
);

export interface FoundStatus {
  readonly status: number | null;
  /** The text without the words that gave the status. */
  readonly rest: string;
}

/** Finds status words in a piece of a report, or a status byte written as hexadecimal with `0x`. */
export function findStatus(text: string): FoundStatus {
  const byte = text.includes('0x') ? /\b(?:status\s*[:=]?\s*)?0x([0-9a-f]{2})\b/i.exec(text) : null;
  if (byte) return { status: Number.parseInt(byte[1] ?? '0', 16), rest: text.replace(byte[0], ' ') };
  let status: number | null = null;
  const rest = text.replace(anyStatusWord, (word) => {
    status = (status ?? 0) | statusOf(...(statusWords[word.toLowerCase()] ?? []));
    return ' ';
  });
  return { status, rest };
}
