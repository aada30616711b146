import { array, string } from 'yup';
import { type Checked, closedObject, idText } from '../schema/index.js';

/** What somebody does in the workshop. */
export const roles = {
  author: 'master technician',
  technician: 'technician',
  adviser: 'service adviser',
  apprentice: 'apprentice',
} as const;

export type Role = keyof typeof roles;

const roleField = string()
  .required()
  .oneOf(Object.keys(roles) as Role[]);
const nameField = string().required().trim('${path} begins or ends with a space').max(80);

export const personSchema = closedObject({ id: idText(), name: nameField, role: roleField });

/** Body of `POST /api/people`. */
export const newPersonSchema = closedObject({ name: nameField, role: roleField });

/** A file of people, as the demo world has one. */
export const peopleFileSchema = array(personSchema.required()).required();

/** Somebody who works here. */
export type Person = Checked<typeof personSchema>;
export type NewPerson = Checked<typeof newPersonSchema>;

/** Request header that says who is asking, by person id, until there are accounts. */
export const personHeader = 'x-probe-trail-person';
