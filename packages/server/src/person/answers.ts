import { type DemoAccount, type Person, preferencesSchema, roles, type Session } from '@probe-trail/core/person';
import { closedObject, idText } from '@probe-trail/core/schema';
import { answer, keyOf, listOf, text, yesOrNo } from '../answer/index.js';

export const personAnswer = answer<Person>()(
  closedObject({
    id: idText(),
    name: text(),
    roles: listOf(keyOf(roles)),
    isDisabled: yesOrNo(),
    preferences: preferencesSchema.required(),
  }),
);

export const peopleAnswer = listOf(personAnswer);

export const firstPersonAnswer = answer<Pick<Person, 'name'>>()(closedObject({ name: text() }));

const demoAccount = answer<DemoAccount>()(
  closedObject({ name: text(), roles: listOf(keyOf(roles)), password: text() }),
);

export const sessionAnswer = answer<Session>()(
  closedObject({
    person: personAnswer.nullable().defined(),
    needsFirstPerson: yesOrNo(),
    demoAccounts: listOf(demoAccount),
  }),
);
