/** What somebody does in the workshop; a person may do several things. */
export const roles = {
  author: 'master technician',
  technician: 'technician',
  adviser: 'service adviser',
  administrator: 'administrator',
  apprentice: 'apprentice',
} as const;

export type Role = keyof typeof roles;

export const roleNames = Object.keys(roles) as Role[];

/** Who may do what; the server guards its routes with it, and the interface offers only what is allowed. */
export const permissions = {
  writePlans: ['author'],
  releasePlans: ['author'],
  recordTrails: ['author', 'technician'],
  workOnJobs: ['author', 'technician'],
  takeInJobs: ['author', 'technician', 'adviser'],
  keepVehicles: ['author', 'technician', 'adviser', 'administrator'],
  keepInstruments: ['author', 'administrator'],
  addPhotos: ['author', 'technician', 'adviser', 'administrator'],
  keepWorkshop: ['administrator'],
  managePeople: ['administrator'],
  voidEntries: ['administrator'],
} as const satisfies Record<string, readonly Role[]>;

export type Permission = keyof typeof permissions;

/** Whether one of these roles gives that permission. */
export const may = (held: readonly Role[], permission: Permission): boolean =>
  permissions[permission].some((role) => held.includes(role));

/** What a person lacks for a permission, as a sentence: who in the workshop could do it. */
export const sayForbidden = (permission: Permission): string => {
  const who = permissions[permission]
    .map((role) => `a ${roles[role]}`)
    .join(' or ')
    .replace('a administrator', 'an administrator');
  return `Only ${who} can do that. Nothing was changed.`;
};
