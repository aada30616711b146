import { string } from 'yup';
import { closedObject, idText, lengthsOf, timeMs } from '../schema/index.js';

/** Fields of every entry of a log. The client makes the id, so that sending twice is harmless. */
export const entryFields = () => ({
  id: idText(),
  atMs: timeMs().meta({ description: 'when it happened, ms since 1970 by the clock of the device' }),
  by: string().required().max(80).meta({ description: 'name of the person who recorded it' }),
  sentBy: string()
    .optional()
    .max(80)
    .meta({ description: 'who was signed in when it arrived, where that is somebody else; the server writes it' }),
});

/** Fields of an entry that says that another one counts no more. */
export const voidingFields = () => ({
  entryId: idText().meta({ description: 'the entry that counts no more' }),
  reason: string().required('Say why the entry counts no more').max(300),
});

/** Body of `POST …/void`: the server makes the entry. */
export const voidingSchema = closedObject(voidingFields());
/** How long a reason may be. */
export const reasonLength = lengthsOf(voidingSchema).reason;

export type NewVoiding = { readonly entryId: string; readonly reason: string };

/** Who recorded an entry, and who sent it where that was somebody else. */
export const sayWho = ({ by, sentBy }: { readonly by: string; readonly sentBy?: string | undefined }): string =>
  sentBy === undefined ? by : `recorded as ${by}, sent by ${sentBy}`;
