/**
 * The first of `id`, `id-2`, `id-3` … that is not taken; a number that it has already is counted on.
 * @param joint what stands before the number; `_` where formulas use the id, to which a dash is a subtraction
 */
export function freeId(id: string, taken: ReadonlySet<string>, joint: '-' | '_' = '-'): string {
  const stem = id.replace(joint === '-' ? /-\d+$/ : /_\d+$/, '').slice(0, 70);
  let free = id;
  for (let number = 2; taken.has(free); number += 1) free = `${stem}${joint}${number}`;
  return free;
}
