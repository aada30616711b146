/** The first of `id`, `id-2`, `id-3` … that is not taken; a number that it has already is counted on. */
export function freeId(id: string, taken: ReadonlySet<string>): string {
  const stem = id.replace(/-\d+$/, '').slice(0, 70);
  let free = id;
  for (let number = 2; taken.has(free); number += 1) free = `${stem}-${number}`;
  return free;
}
