import type { FaultCode } from '@probe-trail/core/codes';

const letters = ['P', 'C', 'B', 'U'] as const;

/**
 * A fault code in three bytes: ISO 15031-6 gives the first two (two bits for the letter, two for the first digit), ISO 14229-1 annex D puts the
 * failure type behind them. Type 00 says that none is given.
 */
export function bytesOfCode({ code, failureType }: FaultCode): readonly [number, number, number] {
  const letter = letters.indexOf(code[0] as (typeof letters)[number]);
  const digits = Number.parseInt(code.slice(1), 16);
  return [(letter << 6) | (digits >> 8), digits & 0xff, Number.parseInt(failureType ?? '00', 16)];
}

/** The code that three bytes stand for. */
export function codeOfBytes(high: number, low: number, type: number): FaultCode {
  const digits = (((high & 0x3f) << 8) | low).toString(16).toUpperCase().padStart(4, '0');
  return { code: `${letters[(high >> 6) as 0 | 1 | 2 | 3]}${digits}`, failureType: type === 0 ? null : hexByte(type) };
}

const hexByte = (value: number): string => value.toString(16).toUpperCase().padStart(2, '0');
