import { string } from 'yup';
import { type Checked, closedObject, draftText } from '../schema/index.js';

/** The parts of an account for the customer, in their order. */
export const accountParts = {
  told: 'What you told us',
  found: 'What we found',
  done: 'What we did',
  checked: 'What we checked',
  know: 'What you should know',
} as const;

export type AccountPart = keyof typeof accountParts;

/** A part as it is written: from what is recorded first, then perhaps changed by hand. */
export const writtenPartSchema = closedObject({
  part: string()
    .required()
    .oneOf(Object.keys(accountParts) as AccountPart[]),
  text: draftText(8000),
});

export type WrittenPart = Checked<typeof writtenPartSchema>;
