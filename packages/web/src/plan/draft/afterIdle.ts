let lastKeyAtMs = Number.NEGATIVE_INFINITY;

/** Something was written, whether the draft has heard of it yet or not. */
export const noteWriting = (): void => {
  lastKeyAtMs = performance.now();
};

/**
 * Runs when nothing has been written for so long, from now on.
 * @returns what calls it off
 */
export function afterIdle(restMs: number, run: () => void): () => void {
  let timer: ReturnType<typeof setTimeout>;
  const wait = (ms: number) => {
    timer = setTimeout(() => {
      const left = lastKeyAtMs + restMs - performance.now();
      if (left > 0) wait(left);
      else run();
    }, ms);
  };
  wait(restMs);
  return () => clearTimeout(timer);
}
