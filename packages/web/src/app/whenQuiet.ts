// By then whoever opened the page has what they came for.
const quietAfterMs = 4000;
const againAfterMs = 30_000;

/**
 * Does what nobody waits for, this long after the page was opened; where the server is away just then, and its code cannot be had, once more
 * later.
 * @returns the way to call it off
 */
export function whenQuiet<Part>(
  load: () => Promise<Part>,
  work: (part: Part) => void,
  afterMs = quietAfterMs,
): () => void {
  let timer: ReturnType<typeof setTimeout>;
  let isOff = false;
  const later = (ms: number) => {
    timer = setTimeout(() => {
      load().then(
        (part) => !isOff && work(part),
        () => !isOff && later(againAfterMs),
      );
    }, ms);
  };
  later(afterMs);
  return () => {
    isOff = true;
    clearTimeout(timer);
  };
}
