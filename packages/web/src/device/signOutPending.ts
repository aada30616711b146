import { localText, putLocalText } from './localTexts';

const key = 'probe-trail-signed-out';

export type SignOutWhere = 'here' | 'everywhere';

/** Whether somebody has signed out here and the server has not heard of it yet; it outlives a reload. */
export const isSignOutPending = (): boolean => localText(key) !== undefined;

export const pendingSignOut = (): SignOutWhere | undefined => {
  const where = localText(key);
  if (where === undefined) return undefined;
  return where === 'everywhere' ? 'everywhere' : 'here';
};

export const noteSignOut = (where: SignOutWhere): boolean => putLocalText(key, where);

export const forgetSignOut = (): boolean => putLocalText(key, undefined);
