/** Under which conditions a vehicle was tried out after a repair. */
export const trialConditions = {
  cold: 'when cold',
  hot: 'when hot',
  wet: 'when wet',
  roughRoad: 'on rough road',
  underLoad: 'under load',
  afterStanding: 'after standing',
  atSpeed: 'at speed',
  stopAndGo: 'in stop-and-go traffic',
} as const;

export type TrialCondition = keyof typeof trialConditions;

/** What the complaint did when the vehicle was tried out. */
export const trialResults = {
  gone: 'did not show',
  there: 'showed again',
  notLookedFor: 'was not looked for',
} as const;

export type TrialResult = keyof typeof trialResults;
