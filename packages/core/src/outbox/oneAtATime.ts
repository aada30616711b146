/**
 * A task that never runs twice at once. Asked for while it runs, it runs once more after that: what came in its last moment, when it had
 * looked for the last time, is not left behind.
 * @returns the task; its promise is fulfilled once nothing more was asked for
 */
export function oneAtATime(task: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | undefined;
  let askedAgain = false;
  const untilNothingIsAsked = async () => {
    try {
      while (askedAgain) {
        askedAgain = false;
        await task();
      }
    } finally {
      // In the same turn as the last look: a later call begins anew.
      running = undefined;
    }
  };
  return () => {
    askedAgain = true;
    running ??= untilNothingIsAsked();
    return running;
  };
}
