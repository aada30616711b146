import { failed, ok, type Result } from '@probe-trail/core/result';

/** A number that an instrument has told. */
export type ToldNumber =
  | { readonly kind: 'number'; readonly value: number; readonly text: string }
  /** More than its range holds, on that side. */
  | { readonly kind: 'over'; readonly side: 'above' | 'below' }
  /** There is nothing to measure. */
  | { readonly kind: 'nothing' };

/** What stands for infinity and for no number: SCPI-99 volume 1, 7.2.1.4 and 7.2.1.5. */
export const infinite = 9.9e37;
export const noNumber = 9.91e37;

const decimal = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?$/;

/** Reads a decimal number: IEEE 488.2, 8.7.2 to 8.7.4, and such as some instruments write with spaces around it. */
export function readNumber(text: string): Result<ToldNumber, string> {
  const trimmed = text.trim();
  if (!decimal.test(trimmed)) return failed(`“${shorten(trimmed)}” is no number.`);
  const value = Number(trimmed);
  // Written with fewer digits, both round to one and the same.
  if (Math.abs(value - noNumber) < noNumber * 1e-4) return ok({ kind: 'nothing' });
  if (Math.abs(value) >= infinite * 0.99) return ok({ kind: 'over', side: value > 0 ? 'above' : 'below' });
  return ok({ kind: 'number', value, text: trimmed });
}

/** A fault that an instrument reports: SCPI-99 volume 1, 21.8. 0: there is none. */
export interface ToldError {
  readonly code: number;
  readonly text: string;
}

/** Reads what an instrument answers to `SYSTem:ERRor?`, such as `-113,"Undefined header"`; `undefined` where this is no such answer. */
export function readError(text: string): ToldError | undefined {
  const [, code, said = ''] = /^\s*([+-]?\d+)\s*,\s*"((?:[^"]|"")*)"\s*$/.exec(text) ?? [];
  return code === undefined ? undefined : { code: Number(code), text: said.replaceAll('""', '"') };
}

export const shorten = (text: string): string => (text.length > 40 ? `${text.slice(0, 40)} …` : text);
