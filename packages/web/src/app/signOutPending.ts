const key = 'probe-trail-signed-out';

export type SignOutWhere = 'here' | 'everywhere';

/** Whether somebody has signed out here and the server has not heard of it yet; it outlives a reload. */
export const isSignOutPending = (): boolean => localStorage.getItem(key) !== null;

export const pendingSignOut = (): SignOutWhere | undefined => {
  const where = localStorage.getItem(key);
  if (where === null) return undefined;
  return where === 'everywhere' ? 'everywhere' : 'here';
};

export const noteSignOut = (where: SignOutWhere): void => localStorage.setItem(key, where);

export const forgetSignOut = (): void => localStorage.removeItem(key);
