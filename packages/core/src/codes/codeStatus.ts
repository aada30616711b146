import { remembered } from './remembered.js';

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

const failures = statusOf('testFailed', 'failedThisCycle', 'pending', 'confirmed', 'failedSinceClear');

/**
 * Whether a code is a fault that was seen: a unit also lists codes whose test has not run, or has passed. Without a status the report is taken
 * at its word.
 */
export const isSeen = (status: number | null): boolean => status === null || (status & failures) !== 0;

/** Whether the test of a code has not run to its end, so that nothing is known of it. */
export const isUntested = (status: number | null): boolean =>
  status !== null &&
  !isSeen(status) &&
  (hasStatus(status, 'notTestedSinceClear') || hasStatus(status, 'notTestedThisCycle'));

/** The status in a technician's words; a status that was not given says so. */
export function sayStatus(status: number | null): string {
  if (status === null) return 'status not given';
  const words = [sayFailure(status), sayTest(status), hasStatus(status, 'warningLamp') ? 'lamp on' : undefined].filter(
    (word): word is string => word !== undefined,
  );
  return words.length > 0 ? words.join(', ') : 'passed';
}

function sayFailure(status: number): string | undefined {
  if (hasStatus(status, 'testFailed')) return 'failing now';
  if (hasStatus(status, 'confirmed')) return 'stored';
  if (hasStatus(status, 'pending')) return 'pending';
  if (hasStatus(status, 'failedThisCycle')) return 'failed since switched on';
  return hasStatus(status, 'failedSinceClear') ? 'failed since clearing' : undefined;
}

function sayTest(status: number): string | undefined {
  if (hasStatus(status, 'notTestedSinceClear')) return 'not tested since clearing';
  return !isSeen(status) && hasStatus(status, 'notTestedThisCycle') ? 'not tested since switched on' : undefined;
}

const failing = ['testFailed', 'confirmed'] as const satisfies readonly StatusBit[];
const stored = ['confirmed'] as const satisfies readonly StatusBit[];
const untested = ['notTestedSinceClear'] as const satisfies readonly StatusBit[];

interface StatusWord {
  readonly bits: readonly StatusBit[];
  /** How sure it is that the word speaks of the status: `always`, or only where it stands alone, as it is a word of texts too. */
  readonly where: 'always' | 'alone';
}

const wordsOf = (where: StatusWord['where'], bits: readonly StatusBit[], ...words: readonly string[]) =>
  words.map((word): readonly [string, StatusWord] => [word, { bits, where }]);

/** What reports call a status, in their many words. */
const statusWords: ReadonlyMap<string, StatusWord> = new Map([
  ...wordsOf('always', failing, 'present', 'failing now', 'test failed', 'currently failing', 'vorhanden', 'présent'),
  ...wordsOf(
    'alone',
    failing,
    'current',
    'currently',
    'active',
    'static',
    'failing',
    'failed',
    'aktiv',
    'aktuell',
    'statisch',
  ),
  ...wordsOf('alone', failing, 'permanent', 'actif'),
  ...wordsOf('always', ['pending'], 'pending', 'not confirmed', 'unconfirmed'),
  ...wordsOf('always', stored, 'stored', 'historic', 'historical', 'confirmed', 'gespeichert', 'mémorisé'),
  ...wordsOf('alone', stored, 'history', 'passive', 'inactive', 'intermittent', 'sporadic', 'passiv', 'inaktiv', 'old'),
  ...wordsOf('alone', stored, 'sporadisch', 'inactif', 'intermittente', 'fugitif', 'past'),
  ...wordsOf('always', untested, 'not tested', 'not yet tested', 'not tested since clearing'),
  ...wordsOf('alone', untested, 'not complete', 'incomplete', 'nicht getestet'),
  ...wordsOf('always', ['warningLamp'], 'mil on', 'lamp on'),
  ...wordsOf('alone', ['warningLamp'], 'warning lamp', 'lampe an'),
]);

// “Currently not present”, “no longer active”: what is denied of the present is stored. Only denials that name the present are sure.
const adverb = '(?:currently|presently|now|at present|derzeit|zurzeit|momentan|aktuell|actuellement)';
const denial = '(?:not|no longer|nicht mehr|nicht|non|pas|plus)';
const positive = '(?:present|active|failing|current|static|vorhanden|aktiv|présent|actif)';
const denied = `(?:${adverb}\\s+)?${denial}\\s+(?:${adverb}\\s+)?${positive}(?:\\s+${adverb})?`;
const affirmed = `(?:${adverb}\\s+${positive}|${positive}\\s+${adverb})`;
const sureDenied = `(?:${adverb}\\s+${denial}\\s+${positive}|(?:no longer|nicht mehr)\\s+(?:${adverb}\\s+)?${positive}|${denial}\\s+${adverb}\\s+${positive})`;

const escaped = (where: readonly StatusWord['where'][]) =>
  [...statusWords]
    .filter(([, word]) => where.includes(word.where))
    .map(([word]) => word)
    .sort((a, b) => b.length - a.length)
    .join('|');
const phrase = `(?:${denied}|${affirmed}|${escaped(['always', 'alone'])})`;
const surePhrase = `(?:${sureDenied}|${affirmed}|${escaped(['always'])})`;
const label = '(?:(?:fault\\s+)?(?:status|state)|zustand|état|statut|fault|code|dtc|fehler)';
const joint = '\\s*(?:[,/+&]|\\band\\b|\\bund\\b|\\bet\\b|\\s)\\s*';
const whole = new RegExp(`^(?:${label}\\s*[:=]?\\s*)?${phrase}(?:${joint}${phrase})*(?:\\s+${label})?$`, 'iu');
const phrases = new RegExp(`(?<!\\p{L})${phrase}(?!\\p{L})`, 'giu');
const deniedWhole = new RegExp(`^${denied}$`, 'iu');
const last = new RegExp(`(?<=\\s)(?<!\\b(?:not|no|nicht|pas)\\s+)${surePhrase}\\s*$`, 'iu');
// “Present” before a text is a word of it more often than a status.
const first = new RegExp(`^\\s*(?!present\\s)${surePhrase}(?=\\s+\\S)`, 'iu');

function bitsOf(word: string): number {
  const said = word.toLowerCase().replace(/\s+/g, ' ');
  const known = statusWords.get(said);
  return known ? statusOf(...known.bits) : statusOf(...(deniedWhole.test(said) ? stored : failing));
}

/** The status that a piece of a report says and nothing besides, such as “stored, lamp on”; `undefined` where it says something else. */
export const statusIn = remembered((piece: string): number | undefined => {
  const text = piece.trim();
  const byte = /^(?:status\s*[:=]?\s*)?0x([0-9a-f]{2})$/i.exec(text);
  if (byte) return Number.parseInt(byte[1] ?? '0', 16);
  if (!whole.test(text)) return undefined;
  return [...text.matchAll(phrases)].reduce((status, [word]) => status | bitsOf(word), 0);
});

export interface FoundStatus {
  readonly status: number | null;
  /** The text without the words that gave the status. */
  readonly rest: string;
}

/** What sets the pieces of a line apart: marks, brackets, a dash between blanks, a wide gap. */
const apart = /(\s*[,;:()[\]|\ue000]\s*|\s+[-–—/]\s+|\s*\t\s*|\s{2,})/u;

/**
 * Finds the status in a piece of a report: a status byte written as hexadecimal with `0x`, status words that stand for themselves between
 * marks, and at the ends of a text such as have no other sense. Words inside a text (“phase current sensor”, “circuit intermittent”) are text.
 */
export const findStatus = remembered((text: string): FoundStatus => {
  const byte = text.includes('0x') ? /\b(?:status\s*[:=]?\s*)?0x([0-9a-f]{2})\b/i.exec(text) : null;
  if (byte) return { status: Number.parseInt(byte[1] ?? '0', 16), rest: text.replace(byte[0], ' ') };
  const pieces = text.split(apart);
  const worded = pieces.flatMap((piece, at) => (at % 2 === 0 && piece.trim() !== '' ? [at] : []));
  let status: number | null = null;
  const take = (found: number) => {
    status = (status ?? 0) | found;
  };
  for (const at of worded) {
    const piece = pieces[at] ?? '';
    const found = statusIn(piece);
    if (found === undefined || !mayStandAt(piece, pieces, at, worded)) continue;
    take(found);
    pieces[at] = '';
  }
  if (status !== null) return { status, rest: pieces.join('') };
  const rest = text
    .replace(last, (word) => {
      take(bitsOf(word.trim()));
      return '';
    })
    .replace(first, (word) => {
      take(bitsOf(word.trim()));
      return '';
    });
  return { status, rest };
});

/** A word of texts too is a status at the end, in brackets, in a cell of its own and where nothing else is said; others anywhere. */
function mayStandAt(piece: string, pieces: readonly string[], at: number, worded: readonly number[]): boolean {
  if (statusWords.get(piece.trim().toLowerCase())?.where !== 'alone') return true;
  return at === worded.at(-1) || /[([\ue000\t|;]/.test(`${pieces[at - 1] ?? ''}${pieces[at + 1] ?? ''}`);
}
