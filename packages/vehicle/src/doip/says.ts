// What the codes of the standard mean, said to a technician.

/** Routing activation, ISO 13400-2, table 25: the vehicle lets the tester in, or not. */
const activations: Readonly<Record<number, string>> = {
  0: 'it does not know this tester',
  1: 'all its connections are taken; another tester is connected',
  2: 'this connection belongs to another tester already',
  3: 'a tester of the same address is connected already',
  4: 'it wants the tester to prove who it is',
  5: 'it refuses this tester',
  6: 'it does not know this kind of access',
  17: 'somebody has to allow it at the vehicle',
};

/** Code of a routing activation that lets the tester in. */
export const isLetIn = 0x10;

export const sayActivation = (code: number): string =>
  `The vehicle does not let the tester in: ${activations[code] ?? `code ${hexByte(code)}`}.`;

/** Diagnostic messages that were not taken, ISO 13400-2, table 29. */
const refusals: Readonly<Record<number, string>> = {
  2: 'the address of the tester is not the one it let in',
  3: 'it knows no unit of this address',
  4: 'the message is too long',
  5: 'it is out of memory',
  6: 'the unit cannot be reached',
  7: 'it knows no such network',
  8: 'the bus behind it failed',
};

export const sayNotTaken = (code: number): string => refusals[code] ?? `code ${hexByte(code)}`;

/** Codes of refused headers, ISO 13400-2, table 18. */
export const headerRefusals = {
  wrongPattern: 0x00,
  unknownType: 0x01,
  tooLarge: 0x02,
  outOfMemory: 0x03,
  wrongLength: 0x04,
} as const;

export const unitUnreachable = 0x06;
export const unknownUnit = 0x03;

const hexByte = (value: number): string => `0x${value.toString(16).padStart(2, '0').toUpperCase()}`;
