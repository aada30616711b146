/** A fault code by its structure (SAE J2012), with the failure type (J2012, appendix; ISO 14229-1 annex D) where it has one. */
export interface FaultCode {
  /** Such as `P0118`. */
  readonly code: string;
  /** Two hexadecimal digits, such as `1F`. */
  readonly failureType: string | null;
}

const structure = '([PCBU][0-3][0-9A-F]{3})(?:[-:]?([0-9A-F]{2}))?';
const whole = new RegExp(`^${structure}$`, 'i');

/** Reads one code as somebody writes it; `undefined` when it is none. */
export function parseFaultCode(text: string): FaultCode | undefined {
  const match = whole.exec(text.trim());
  return match ? toFaultCode(match[1] ?? '', match[2]) : undefined;
}

export const toFaultCode = (code: string, failureType: string | undefined): FaultCode => ({
  code: code.toUpperCase(),
  failureType: failureType?.toUpperCase() ?? null,
});

/** What to say of a text that is no code; the usual slip is a letter O for a zero. */
export const sayNotACode = (text: string): string =>
  /^[PCBU]O/i.test(text.trim())
    ? `“${text}” has a letter O where a zero belongs.`
    : `“${text}” is not a fault code. One looks like P0118 or U0100-87.`;

// A letter O for a zero and an l or I for a one, as a picture of a report is read; two true digits at least, or words would be codes.
const misread = '[PCBU]\\s?(?=[\\dA-FOIl|]{4}(?![\\w|]))(?=(?:[A-FOIl|]*\\d){2})[0-3OIl|][\\dA-FOIl|]{3}';
const plain = '[PCBUpcbu][0-3][0-9A-Fa-f]{3}';
// Right behind the code a type may be anything; set off by a blank it must be a known one that counts and measures nothing.
const typed =
  '(?:[-:]?([0-9A-Fa-f]{2})(?![\\w])|\\s?[-–—:]\\s?([0-9][0-9A-Fa-f])(?![\\w.,]*\\w)|\\s?[([]\\s?([0-9][0-9A-Fa-f])\\s?[)\\]]|\\s([0-9][0-9A-Fa-f])(?![\\w.])(?!\\s*(?:times?|x\\b|of\\b|faults?|codes?|occurrences?|volts?|amps?|[%°VAΩ]|[mk]?[VAΩW]\\b|km|Hz|ms\\b|s\\b|bar|kPa|psi|rpm)))?';
const finder = new RegExp(`(?<![\\w-])(${plain}|${misread})${typed}(?![\\w])`, 'g');

/** A code in a text, and where it stands. */
export interface PlacedCode extends FaultCode {
  readonly from: number;
  readonly to: number;
}

/**
 * Every code in a text, with its failure type however it is set off: `P0118-13`, `P011813`, `P0118 - 13`, `P0118 (13)`, `P0118 13`. Letters that
 * stand for digits, as a picture of a report is read, are taken for the digits.
 */
export function findFaultCodes(text: string): readonly PlacedCode[] {
  const found: PlacedCode[] = [];
  // One expression for all lines: a copy for each, as matchAll makes, is felt (benchmark “reading a report of 1 MB”).
  finder.lastIndex = 0;
  for (let match = finder.exec(text); match; match = finder.exec(text)) found.push(placed(match));
  return found;
}

function placed(match: RegExpExecArray): PlacedCode {
  const [all, code = '', joined, dashed, bracketed, blank] = match;
  const loose = dashed ?? bracketed ?? blank;
  const type = joined ?? (loose && loose.toUpperCase() in failureTypes ? loose : undefined);
  const isLeft = loose !== undefined && type === undefined;
  const from = match.index;
  const found = toFaultCode(digitsOf(code), type);
  return { code: found.code, failureType: found.failureType, from, to: from + (isLeft ? code.length : all.length) };
}

/** A failure type that stands by itself, as in a column. */
export const failureTypeIn = (text: string): string | undefined =>
  /^(?:0x)?[0-9A-F]{2}$/i.test(text.trim()) ? text.trim().slice(-2).toUpperCase() : undefined;

function digitsOf(code: string): string {
  if (!/[OIl|\s]/.test(code)) return code;
  const tight = code.replace(/\s/g, '');
  return `${tight[0]}${tight.slice(1).replace(/O/g, '0').replace(/[Il|]/g, '1')}`;
}

export const formatFaultCode = ({ code, failureType }: FaultCode): string =>
  failureType ? `${code}-${failureType}` : code;

const systems: Readonly<Record<string, string>> = { P: 'powertrain', C: 'chassis', B: 'body', U: 'network' };

/** Areas of the powertrain codes that the standard assigns: J2012, 6.2; the third digit means something else after P0 and after P2. */
const fuelAndAir = 'fuel, air and emission control';
const powertrainAreas: Readonly<Record<string, string>> = {
  P00: fuelAndAir,
  P01: 'fuel and air metering',
  P02: 'fuel and air metering, injectors',
  P03: 'ignition or misfire',
  P04: 'auxiliary emission control',
  P05: 'vehicle speed, idle and auxiliary inputs',
  P06: 'control unit and its outputs',
  P07: 'transmission',
  P08: 'transmission',
  P09: 'transmission',
  P0A: 'hybrid drive',
  P0B: 'hybrid drive',
  P0C: 'hybrid drive',
  P0D: 'hybrid drive',
  P0E: 'hybrid drive',
  P20: fuelAndAir,
  P21: fuelAndAir,
  P22: fuelAndAir,
  P23: 'ignition or misfire',
  P24: 'auxiliary emission control',
  P25: 'auxiliary inputs',
  P26: 'control unit and its outputs',
  P27: 'transmission',
  P28: 'transmission',
  P2A: fuelAndAir,
  P2B: fuelAndAir,
  P2C: fuelAndAir,
};

const networkAreas: Readonly<Record<string, string>> = {
  '0': 'bus wiring',
  '1': 'lost communication',
  '2': 'lost communication',
  '3': 'software mismatch',
  '4': 'invalid data',
  '5': 'invalid data',
};

export interface DecodedCode {
  readonly system: string;
  readonly definedBy: 'standard' | 'maker';
  readonly area: string | undefined;
  readonly failure: string | undefined;
}

/** What the structure of a code says even when its text is not known. */
export function decodeFaultCode({ code, failureType }: FaultCode): DecodedCode {
  const definedBy = isStandard(code) ? 'standard' : 'maker';
  return {
    system: systems[code[0] ?? ''] ?? '',
    definedBy,
    area: definedBy === 'standard' ? areaOf(code) : undefined,
    failure: failureType === null ? undefined : sayFailureType(failureType),
  };
}

/** J2012, 5.2: which second digits (and third, for P3 and U3) the standard keeps for itself. */
function isStandard(code: string): boolean {
  const [letter, second] = code;
  if (second === '0') return true;
  if (letter === 'P') return second === '2' || (second === '3' && /^P3[4-9]/.test(code));
  return letter === 'U' && second === '3';
}

const areaOf = (code: string): string | undefined =>
  code.startsWith('U0') ? networkAreas[code[2] ?? ''] : powertrainAreas[code.slice(0, 3)];

/** A decoded code in one line: `powertrain, fuel and air metering; circuit open`. */
export function sayDecoded(decoded: DecodedCode): string {
  const { system, definedBy, area, failure } = decoded;
  const what = definedBy === 'maker' ? `${system}, defined by the maker` : area ? `${system}, ${area}` : system;
  return failure ? `${what}; ${failure}` : what;
}

/** Failure types: SAE J2012-DA, table of failure type bytes; a missing one is named by its first digit. */
const failureTypes: Readonly<Record<string, string>> = {
  '00': 'no failure type given',
  '11': 'circuit short to ground',
  '12': 'circuit short to battery',
  '13': 'circuit open',
  '14': 'circuit short to ground or open',
  '15': 'circuit short to battery or open',
  '16': 'voltage below threshold',
  '17': 'voltage above threshold',
  '18': 'current below threshold',
  '19': 'current above threshold',
  '1A': 'resistance below threshold',
  '1B': 'resistance above threshold',
  '1C': 'voltage out of range',
  '1D': 'current out of range',
  '1E': 'resistance out of range',
  '1F': 'circuit intermittent',
  '23': 'signal stuck low',
  '24': 'signal stuck high',
  '29': 'signal invalid',
  '2A': 'signal stuck in range',
  '2F': 'signal erratic',
  '31': 'no signal',
  '38': 'signal frequency incorrect',
  '49': 'internal electronic failure',
  '4B': 'over temperature',
  '51': 'not programmed',
  '54': 'missing calibration',
  '55': 'not configured',
  '62': 'signals do not agree',
  '64': 'signal not plausible',
  '71': 'actuator stuck',
  '72': 'actuator stuck open',
  '73': 'actuator stuck closed',
  '77': 'commanded position not reachable',
  '7B': 'low fluid level',
  '81': 'invalid serial data received',
  '82': 'alive or sequence counter incorrect',
  '83': 'checksum of the signal incorrect',
  '87': 'missing message',
  '88': 'bus off',
  '92': 'performance or incorrect operation',
  '93': 'no operation',
  '96': 'component internal failure',
  '97': 'operation obstructed or blocked',
  '98': 'component over temperature',
};

const failureGroups: Readonly<Record<string, string>> = {
  '0': 'general failure',
  '1': 'electrical failure',
  '2': 'signal failure',
  '3': 'pulsed signal failure',
  '4': 'control unit internal failure',
  '5': 'programming failure',
  '6': 'algorithm found a failure',
  '7': 'mechanical failure',
  '8': 'bus message failure',
  '9': 'component failure',
};

const sayFailureType = (type: string): string =>
  failureTypes[type] ?? failureGroups[type[0] ?? ''] ?? `failure type ${type}`;
