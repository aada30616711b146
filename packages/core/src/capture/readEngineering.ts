export type DecimalSign = '.' | ',';

const prefixes: Readonly<Record<string, number>> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  μ: 1e-6,
  m: 1e-3,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  G: 1e9,
};

const forms = {
  '.': /^([-+]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][-+]?\d+)?)\s*([pnuµμmkKMG]?)(?:V|A|s|Hz)?$/,
  ',': /^([-+]?(?:\d+(?:,\d*)?|,\d+)(?:[eE][-+]?\d+)?)\s*([pnuµμmkKMG]?)(?:V|A|s|Hz)?$/,
} as const;

/** A number as instruments write it: plain, with an exponent, or with a prefix as in “4.7k” and “12,5 mV”; `undefined` for anything else. */
export function readEngineering(text: string, decimal: DecimalSign): number | undefined {
  const found = forms[decimal].exec(text.trim());
  if (!found) return undefined;
  const number = Number((found[1] ?? '').replace(',', '.'));
  return Number.isFinite(number) ? number * (prefixes[found[2] ?? ''] ?? 1) : undefined;
}
