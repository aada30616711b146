/** The name of the lock that a window holds while it records. */
export const lockOf = (runId: string): string => `recording ${runId}`;
