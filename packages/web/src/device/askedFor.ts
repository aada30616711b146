let forgotten = 0;

/** For whom something was asked: a number that is another one once this device has forgotten what it kept. */
export type AskedFor = number;

/** Taken when something is asked for: what comes after the person has signed out is not kept. */
export const askedNow = (): AskedFor => forgotten;

export const isStillHere = (asked: AskedFor): boolean => asked === forgotten;

/** From now on nothing is kept that was asked for before. */
export const forgetAsked = (): void => {
  forgotten += 1;
};
