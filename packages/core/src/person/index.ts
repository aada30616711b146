/** What somebody does in the workshop. */
export const roles = {
  author: 'master technician',
  technician: 'technician',
  adviser: 'service adviser',
  apprentice: 'apprentice',
} as const;

export type Role = keyof typeof roles;

/** Somebody who works here. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

/** Request header that says who is asking, by person id, until there are accounts. */
export const personHeader = 'x-probe-trail-person';
