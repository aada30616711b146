/** Expected trouble is a value: either `ok` with the value, or not, with the problem. Exceptions are for bugs. */
export type Result<Value, Problem> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly problem: Problem };

export const ok = <Value>(value: Value): { readonly ok: true; readonly value: Value } => ({ ok: true, value });

export const failed = <Problem>(problem: Problem): { readonly ok: false; readonly problem: Problem } => ({
  ok: false,
  problem,
});
