/** A fault code by its structure (SAE J2012), with the failure type (J2012, appendix; ISO 14229-1 annex D) where it has one. */
export interface FaultCode {
  /** Such as `P0118`. */
  readonly code: string;
  /** Two hexadecimal digits, such as `1F`. */
  readonly failureType: string | null;
}

const structure = '([PCBU][0-3][0-9A-F]{3})(?:[-:]?([0-9A-F]{2}))?';
const whole = new RegExp(`^${structure}$`, 'i');

/** A new expression that finds every code in a text; the first group is the code, the second its failure type. */
export const faultCodeFinder = () => new RegExp(`(?<![\\w-])${structure}(?![\\w])`, 'gi');

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

export const formatFaultCode = ({ code, failureType }: FaultCode): string =>
  failureType ? `${code}-${failureType}` : code;

const systems: Readonly<Record<string, string>> = { P: 'powertrain', C: 'chassis', B: 'body', U: 'network' };

/** Areas of the powertrain codes that the standard assigns: J2012, 6.2. */
const powertrainAreas: Readonly<Record<string, string>> = {
  '0': 'fuel, air and emission control',
  '1': 'fuel and air metering',
  '2': 'fuel and air metering, injectors',
  '3': 'ignition or misfire',
  '4': 'auxiliary emission control',
  '5': 'vehicle speed, idle and auxiliary inputs',
  '6': 'control unit and its outputs',
  '7': 'transmission',
  '8': 'transmission',
  '9': 'transmission',
  A: 'hybrid drive',
  B: 'hybrid drive',
  C: 'hybrid drive',
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

function areaOf(code: string): string | undefined {
  const third = code[2] ?? '';
  if (code[0] === 'P') return /^P[02]/.test(code) ? powertrainAreas[third] : undefined;
  return code.startsWith('U0') ? networkAreas[third] : undefined;
}

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
