// What other features and packages may use; every other file here is private to the folder.
export { looksLike } from './looksLike.js';
export {
  type DemoAccount,
  type FirstPerson,
  firstPersonSchema,
  type NewPassword,
  type NewPerson,
  newPasswordSchema,
  newPersonSchema,
  type OwnPassword,
  ownPasswordSchema,
  type Person,
  type PersonChange,
  type Preferences,
  type PreferencesChange,
  peopleFileSchema,
  personChangeSchema,
  personParamsSchema,
  preferencesChangeSchema,
  preferencesSchema,
  type Session,
  type SignIn,
  shortestPassword,
  signInSchema,
} from './person.js';
// Apart from the schemas: every page asks for them.
export { defaultPreferences } from './preferences.js';
export { may, type Permission, permissions, type Role, roleNames, roles, sayForbidden } from './role.js';
