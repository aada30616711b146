import { occasions } from './arrival.js';

const { cold, hot, wet, roughRoad, underLoad, afterStanding } = occasions;

/** Under which conditions a vehicle was tried out: those in which a complaint can show, and those of a drive. */
export const trialConditions = {
  cold,
  hot,
  wet,
  roughRoad,
  underLoad,
  afterStanding,
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
