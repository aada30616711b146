/** Where a job has been moved to by hand; until then it stands where its trails stand. */
export const stages = {
  open: 'open',
  mending: 'under repair',
  proving: 'proving the repair',
  ready: 'ready to return',
  gone: 'returned',
} as const;

export type Stage = keyof typeof stages;
