/** A number with what it counts: 1 step, 3 steps. */
export const sayCount = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : many}`;
