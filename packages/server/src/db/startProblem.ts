/** Trouble at the start that somebody at the keyboard can mend: said as a sentence, without a stack. */
export class StartProblem extends Error {}

export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
