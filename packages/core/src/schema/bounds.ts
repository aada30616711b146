import { number, string } from 'yup';

/** The latest time that is taken: the beginning of the year 2100, in ms since 1970. */
export const latestTimeMs = Date.UTC(2100, 0, 1);

/** A moment, in ms since 1970. Beyond the calendar, nothing that shows it would work any more. */
export const timeMs = () =>
  number().required().integer().min(0).max(latestTimeMs, '${path} is not a time: it lies after the year 2099');

/** A day of the calendar, such as 2031-04-17; empty where there is none. */
export const dayText = () =>
  string()
    .defined()
    .matches(/^(\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01]))?$/, '${path} is not a day; write it as 2031-04-17');

/** Largest size of a number that is measured or typed as a limit: far above every quantity of a workshop, in any unit. */
export const largestNumber = 1e15;

/** A number that counts something. */
export const wholeNumber = (most: number) => number().required().integer().min(0).max(most);

/** The number of a version or revision. */
export const versionNumber = () => number().required().integer().min(1).max(1_000_000);
