import { formatPlain } from '@probe-trail/core/reading';

/** A time of a capture, in the unit and with as many places as can be told apart where so much is seen: “12.35 ms”, “1.204 s”. */
export function sayInstant(ms: number, withinMs: number): string {
  const [unit, by] =
    withinMs < 1 ? (['µs', 1000] as const) : withinMs < 10_000 ? (['ms', 1] as const) : (['s', 0.001] as const);
  const within = withinMs > 0 ? withinMs : 1;
  const places = Math.min(6, Math.max(0, Math.ceil(-Math.log10((within * by) / 200))));
  return `${formatPlain(Number((ms * by).toFixed(places)))} ${unit}`;
}
