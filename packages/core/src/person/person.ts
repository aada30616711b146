import { array, boolean, string } from 'yup';
import { type Checked, closedObject, idText } from '../schema/index.js';
import { type Role, roleNames } from './role.js';

const units = string().oneOf(['metric', 'us'] as const);
const theme = string().oneOf(['auto', 'day', 'night'] as const);
const textSize = string().oneOf(['normal', 'large', 'largest'] as const);

/** How somebody wants to see things, on every device. */
export const preferencesSchema = closedObject({
  units: units.required(),
  theme: theme.required(),
  textSize: textSize.required(),
});

export type Preferences = Checked<typeof preferencesSchema>;

/** What somebody sets anew of it; the rest stays as it is. */
export const preferencesChangeSchema = closedObject({ units, theme, textSize });

export type PreferencesChange = Partial<Preferences>;

const rolesField = array(string().required().oneOf(roleNames)).required().min(1, 'Choose at least one role').max(5);
const nameField = string().required('${path} is missing').trim('${path} begins or ends with a space').max(80);

/** Shortest password that is taken; NIST SP 800-63B, 5.1.1.2 asks for 8 at least. */
export const shortestPassword = 10;

const passwordField = string()
  .required('${path} is missing')
  .min(shortestPassword, `A password has at least ${shortestPassword} characters`)
  .max(200, 'A password has at most 200 characters');

/** Body of `POST /api/people`, and of the first administrator. */
export const newPersonSchema = closedObject({ name: nameField, roles: rolesField, password: passwordField });
/** Body of `POST /api/people/first`: whoever sets the workshop up. */
export const firstPersonSchema = closedObject({
  name: nameField,
  password: passwordField,
  token: string().required('Type the token that the server printed when it started').max(100),
});
/** Body of `PUT /api/people/:personId`. */
export const personChangeSchema = closedObject({
  name: nameField,
  roles: rolesField,
  isDisabled: boolean().required(),
});
/** Body of `PUT /api/people/:personId/password`. */
export const newPasswordSchema = closedObject({ password: passwordField });
/** Body of `PUT /api/session/password`: one's own. */
export const ownPasswordSchema = closedObject({ current: string().required().max(200), password: passwordField });
/** Body of `POST /api/session`. */
export const signInSchema = closedObject({ name: string().required().max(80), password: string().required().max(200) });
export const personParamsSchema = closedObject({ personId: idText() });

/** A file of people, as the demo world has one. */
export const peopleFileSchema = array(
  closedObject({ id: idText(), name: nameField, roles: rolesField, password: passwordField }).required(),
).required();

/** Somebody who works here. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly isDisabled: boolean;
  readonly preferences: Preferences;
}

export type NewPerson = Checked<typeof newPersonSchema>;
export type FirstPerson = Checked<typeof firstPersonSchema>;
export type PersonChange = Checked<typeof personChangeSchema>;
export type NewPassword = Checked<typeof newPasswordSchema>;
export type OwnPassword = Checked<typeof ownPasswordSchema>;
export type SignIn = Checked<typeof signInSchema>;

/** An account that ships with the demo world, shown on the sign-in page. */
export interface DemoAccount {
  readonly name: string;
  readonly roles: readonly Role[];
  readonly password: string;
}

/** Answer of `GET /api/session`. */
export interface Session {
  /** `null` while nobody is signed in at this browser. */
  readonly person: Person | null;
  /** No account yet: the first one is made on the sign-in page. */
  readonly needsFirstPerson: boolean;
  readonly demoAccounts: readonly DemoAccount[];
}
